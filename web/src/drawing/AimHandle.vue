<script setup lang="ts">
import { computed } from 'vue'
import type { Table } from '@/api/client'
import type { Place } from '@/drawing/place'
import type { Frame } from './frame'

/** The aim of one's own shot: a line from the cue ball with a grip that is dragged round it. */
const props = defineProps<{ from: Place; aimDeg: number; frame: Frame; table: Table; radius: number }>()
const GRIP_M = 0.42
const start = computed(() => props.frame.fromDiamonds(props.from))
/** Where the aim points in the drawing; both axes have the same scale in it. */
const way = computed(() => {
  const turn = (props.aimDeg * Math.PI) / 180
  const [o, tip] = [props.frame.at(0, 0), props.frame.at(Math.cos(turn), Math.sin(turn))]
  const [dx, dy] = [(tip[0] - o[0]) / 1000, (tip[1] - o[1]) / 1000]
  return { dx, dy, degrees: (Math.atan2(dy, dx) * 180) / Math.PI }
})
/** How far the aim goes before it meets a rail, mm. */
const reach = computed(() => {
  const { length, width } = props.table
  const [x, y] = [(props.from[0] * length) / 8, (props.from[1] * width) / 4]
  const turn = (props.aimDeg * Math.PI) / 180
  const to = (at: number, size: number, along: number) =>
    Math.abs(along) < 1e-9 ? Infinity : ((along > 0 ? size : 0) - at) / along
  return 1000 * Math.min(to(x, length, Math.cos(turn)), to(y, width, Math.sin(turn)))
})
</script>

<template>
  <g :transform="`translate(${start[0]} ${start[1]}) rotate(${way.degrees})`" class="aim">
    <line :x1="radius" :x2="reach" class="line" />
    <path :d="`M-620 6L${-radius - 22} 3V-3L-620 -6Z`" class="cue" />
    <g :transform="`translate(${GRIP_M * 1000} 0)`">
      <circle r="46" class="grip" />
      <path d="M0 -78V-58M0 78V58" class="tick" />
    </g>
  </g>
</template>

<style scoped>
.aim {
  cursor: grab;
}
.line {
  stroke: var(--cue-light);
  stroke-width: 2.5;
  stroke-dasharray: 14 12;
  opacity: 0.75;
}
.cue {
  fill: var(--grip);
  stroke: var(--grip-edge);
  stroke-width: 2;
}
.grip {
  fill: var(--grip-halo);
  stroke: var(--mark);
  stroke-width: 6;
}
.tick {
  stroke: var(--mark);
  stroke-width: 6;
  fill: none;
}
</style>
