<script setup lang="ts">
import { computed } from 'vue'
import type { Table } from '@/api/client'
import { cushionPaths } from './cushions'
import { BORDER_M, CUSHION_M, pathOf, type Frame } from './frame'
import { deeOf, isSnookerTable, spotsOf, stringOf } from './marks'

const props = defineProps<{ table: Table; frame: Frame }>()

const paths = computed(() => cushionPaths(props.table, props.frame))
const box = (margin: number) => {
  const { length, width } = props.table
  const [a, b] = [props.frame.at(-margin, -margin), props.frame.at(length + margin, width + margin)]
  return {
    x: Math.min(a[0], b[0]),
    y: Math.min(a[1], b[1]),
    width: Math.abs(a[0] - b[0]),
    height: Math.abs(a[1] - b[1]),
  }
}
const line = (x1: number, y1: number, x2: number, y2: number) => {
  const [a, b] = [props.frame.fromDiamonds([x1, y1]), props.frame.fromDiamonds([x2, y2])]
  return { x1: a[0], y1: a[1], x2: b[0], y2: b[1] }
}
/** Sights in the wood at every diamond but where a pocket is. */
const sights = computed(() => {
  const off = CUSHION_M + 0.05
  const { length, width } = props.table
  const along = [1, 2, 3, 5, 6, 7].flatMap((d) => [
    [(d * length) / 8, -off],
    [(d * length) / 8, width + off],
  ])
  const across = [1, 2, 3].flatMap((d) => [
    [-off, (d * width) / 4],
    [length + off, (d * width) / 4],
  ])
  return [...along, ...across].map(([x = 0, y = 0]) => props.frame.at(x, y))
})
const string = computed(() => stringOf(props.table))
const spots = computed(() => spotsOf(props.table).map((spot) => props.frame.fromDiamonds(spot.at)))
const dee = computed(() => (isSnookerTable(props.table) ? pathOf(deeOf().map(props.frame.fromDiamonds)) : ''))
const drops = computed(() =>
  props.table.drops.map(([x = 0, y = 0, r = 0]) => ({ at: props.frame.at(x, y), r: r * 1000 })),
)
</script>

<template>
  <g aria-hidden="true">
    <rect v-bind="box(BORDER_M)" rx="60" class="rail" />
    <rect v-bind="box(CUSHION_M)" class="cloth" />
    <g class="grid">
      <line v-for="d in 7" :key="`x${d}`" v-bind="line(d, 0, d, 4)" />
      <line v-for="d in 3" :key="`y${d}`" v-bind="line(0, d, 8, d)" />
    </g>
    <line v-bind="line(string, 0, string, 4)" class="string" />
    <path v-if="dee" :d="dee" class="string" fill="none" />
    <circle v-for="(spot, i) in spots" :key="i" :cx="spot[0]" :cy="spot[1]" r="5" class="spot" />
    <circle
      v-for="(drop, i) in drops"
      :key="`d${i}`"
      :cx="drop.at[0]"
      :cy="drop.at[1]"
      :r="drop.r"
      class="drop"
    />
    <path v-for="(path, i) in paths" :key="`c${i}`" :d="path" class="cushion" />
    <rect
      v-for="(sight, i) in sights"
      :key="`s${i}`"
      :x="sight[0] - 7"
      :y="sight[1] - 7"
      width="14"
      height="14"
      :transform="`rotate(45 ${sight[0]} ${sight[1]})`"
      class="sight"
    />
  </g>
</template>

<style scoped>
.rail {
  fill: var(--rail);
}
.cloth {
  fill: var(--cloth);
}
.cushion {
  fill: var(--cushion);
  stroke: var(--nose);
  stroke-width: 2;
}
.drop {
  fill: var(--drop);
}
.grid line {
  stroke: var(--grid);
  stroke-width: 2;
}
.string {
  stroke: var(--string);
  stroke-width: 2.5;
  stroke-dasharray: 8 10;
}
.spot {
  fill: var(--spot);
}
.sight {
  fill: var(--sight);
}
</style>
