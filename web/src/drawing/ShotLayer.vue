<script setup lang="ts">
import { computed } from 'vue'
import type { Drawing } from '@/api/client'
import { BALL_COLOURS, pathColour } from '@/design/colours'
import { polyline, type Frame, type Point } from './frame'
import { restLabels } from './labels'

const props = defineProps<{
  drawing: Drawing
  frame: Frame
  radius: number
  /** Whether resting places are named. */
  labels: boolean
  /** Seconds into the shot; null shows all of it. */
  time: number | null
  /** How high words are, mm. */
  labelMm?: number
  /** Where balls lie: no word is put over them. */
  balls: Point[]
}>()

const put = (p: readonly number[]): Point => props.frame.fromDiamonds(p)
const paths = computed(() =>
  Object.entries(props.drawing.paths).map(([ball, points]) => ({
    ball,
    colour: pathColour(ball),
    line: polyline(points.map((p) => put(p.slice(1)))),
    end: put((points.at(-1) ?? [0, 0, 0]).slice(1)),
  })),
)
/** Where the cue ball is in the air, and where it comes down. */
const flights = computed(() => (props.drawing.jump?.air ?? []).map((piece) => piece.map(put)))
const air = computed(() => flights.value.map(polyline))
const landings = computed(() => flights.value.map((piece) => piece.at(-1) ?? [0, 0]))
/** Where each ball of the shot is at the time, in the drawing. */
const moving = computed(() => {
  const { time } = props
  return time === null
    ? []
    : Object.entries(props.drawing.paths).map(([ball, points]) => ({ ball, at: put(placeOf(points, time)) }))
})
/** Between two points of a path [t, x, y] by its share of the time. */
function placeOf(points: number[][], time: number): Point {
  const next = points.findIndex((p) => (p[0] ?? 0) >= time)
  const [a = [0, 0, 0], b = [0, 0, 0]] =
    next <= 0 ? [points.at(next), points.at(next)] : [points[next - 1], points[next]]
  const [t0 = 0, x0 = 0, y0 = 0] = a
  const [t1 = 0, x1 = 0, y1 = 0] = b
  const share = t1 > t0 ? (time - t0) / (t1 - t0) : 1
  return [x0 + share * (x1 - x0), y0 + share * (y1 - y0)]
}
const named = computed(() =>
  props.labels
    ? restLabels(
        props.drawing,
        props.frame,
        [...props.balls, ...paths.value.map((p) => p.end)],
        props.labelMm,
      )
    : [],
)
</script>

<template>
  <g class="shot" aria-hidden="true">
    <g v-for="p in paths" :key="p.ball">
      <polyline :points="p.line" class="under" />
      <polyline :points="p.line" :stroke="p.colour" class="path" />
      <template v-if="p.ball === 'cue'">
        <polyline v-for="piece in air" :key="piece" :points="piece" class="air" />
        <circle v-for="(at, i) in landings" :key="i" :cx="at[0]" :cy="at[1]" r="9" class="landing" />
      </template>
      <circle :cx="p.end[0]" :cy="p.end[1]" :r="radius" :stroke="p.colour" class="end" />
    </g>
    <g v-for="m in moving" :key="m.ball" class="moving">
      <circle :cx="m.at[0]" :cy="m.at[1]" :r="radius" :fill="BALL_COLOURS[m.ball]" />
    </g>
    <text v-for="l in named" :key="l.ball" :x="l.at[0]" :y="l.at[1]" class="label">{{ l.words }}</text>
  </g>
</template>

<style scoped src="./label.css"></style>
<style scoped>
.shot {
  pointer-events: none;
}
.path {
  fill: none;
  stroke-width: 6;
  stroke-linejoin: round;
}
.air {
  fill: none;
  stroke: var(--under);
  stroke-width: 5;
  stroke-dasharray: 14 12;
}
.landing {
  fill: var(--under);
  stroke: var(--disc);
  stroke-width: 3;
}
.moving circle {
  stroke: var(--disc);
  stroke-width: 5;
}
.under {
  fill: none;
  stroke: var(--under);
  stroke-width: 11;
  stroke-linejoin: round;
}
.end {
  fill: none;
  stroke-width: 3.5;
  stroke-dasharray: 9 7;
}
</style>
