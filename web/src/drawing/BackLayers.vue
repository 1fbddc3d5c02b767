<script setup lang="ts">
import { computed } from 'vue'
import type { Drawing } from '@/api/client'
import { ballWords } from './balls'
import { polyline, type Frame, type Point } from './frame'
import type { Layer } from '@/drawing/layers'
import { text } from '@/words/text/drawing'

/** What lies behind a shot: shadows, the pocket's open window, lines to the next ball, ways to a scratch. */
const props = defineProps<{ drawing: Drawing; frame: Frame; shown: Record<Layer, boolean> }>()
const put = (places: number[][]): string => polyline(places.map((place) => props.frame.fromDiamonds(place)))
const end = (places: number[][]): Point => props.frame.fromDiamonds(places.at(-1) ?? [0, 0])
const wedge = computed(() => {
  const { window } = props.drawing
  const start = window && props.drawing.paths[window.ball]?.[0]
  return window && start ? put([start.slice(1), ...window.edges]) : ''
})
const scratches = computed(() =>
  props.drawing.scratches
    .filter((line) => line.share >= 0.005)
    .map((line) => ({ ...line, points: put(line.path), end: end(line.path) })),
)
</script>

<template>
  <g class="back" aria-hidden="true">
    <defs>
      <pattern id="shade" width="20" height="20" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line y2="20" stroke="var(--shade)" stroke-opacity="0.55" stroke-width="9" />
      </pattern>
    </defs>
    <template v-if="shown.shadows">
      <polygon
        v-for="shadow in drawing.shadows"
        :key="shadow.ball"
        :points="put(shadow.outline)"
        fill="url(#shade)"
        class="shadow"
      />
    </template>
    <polygon v-if="shown.window && wedge" :points="wedge" class="window" />
    <template v-if="shown.positions">
      <polyline
        v-for="line in drawing.positions"
        :key="line.pocket"
        :points="put(line.points)"
        class="position"
      >
        <title>{{ text.straightOn(ballWords(line.ball)) }}</title>
      </polyline>
    </template>
    <g v-for="line in shown.scratches ? scratches : []" :key="line.pocket" class="scratch">
      <polyline :points="line.points" />
      <path :d="`M${line.end[0] - 26} ${line.end[1] - 26}l52 52m0 -52l-52 52`" />
    </g>
  </g>
</template>

<style scoped>
.back {
  pointer-events: none;
}
.shadow {
  stroke: var(--shade-edge);
  stroke-width: 2;
}
.window {
  fill: var(--window);
  stroke: var(--window-edge);
  stroke-width: 2;
}
.position {
  fill: none;
  stroke: var(--mark);
  stroke-width: 4;
  stroke-dasharray: 2 14;
  stroke-linecap: round;
}
.scratch polyline {
  fill: none;
  stroke: var(--scratch);
  stroke-width: 4;
  stroke-dasharray: 18 10;
}
.scratch path {
  fill: none;
  stroke: var(--scratch);
  stroke-width: 7;
}
</style>
