<script setup lang="ts">
import { computed } from 'vue'
import type { Drawing } from '@/api/client'
import { BALL_COLOURS, ballName, pathColour } from './balls'
import { polyline, type Frame, type Point } from './frame'

const props = defineProps<{
  drawing: Drawing
  frame: Frame
  fan: boolean
  rests: boolean
  radius: number
  /** Seconds into the shot; null shows all of it. */
  time: number | null
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
const fans = computed(() =>
  Object.entries(props.drawing.fans).map(([ball, lines]) => ({
    ball,
    colour: pathColour(ball),
    d: lines
      .filter((points) => points.length > 1)
      .map((points) => `M${polyline(points.map(put))}`)
      .join(' '),
  })),
)
const rests = computed(() =>
  Object.entries(props.drawing.rests).map(([ball, places]) => ({
    ball,
    colour: pathColour(ball),
    at: places.map(put),
  })),
)
const isFree = (x: number, y: number) =>
  !props.balls.some((p) => Math.abs(p[0] - x) < 175 && Math.abs(p[1] - y + 14) < 52)
/** A word above each cloud of resting places that is large enough to matter. */
const labels = computed(() =>
  rests.value
    .filter((r) => r.at.length > 24)
    .map(({ ball, at }) => {
      const atShare = (axis: 0 | 1, share: number) =>
        at.map((p) => p[axis]).sort((a, b) => a - b)[Math.floor(share * at.length)] ?? 0
      const x = atShare(0, 0.5)
      const above = atShare(1, 0.06) - 26
      const y = [above, atShare(1, 0.94) + 60, above - 60].find((tried) => isFree(x, tried)) ?? above
      return {
        ball,
        words:
          ball === 'cue' ? 'cue ball rests' : `${ballName(ball).replace('Ball ', '').toLowerCase()} rests`,
        x,
        y,
      }
    }),
)
</script>

<template>
  <g class="shot" aria-hidden="true">
    <template v-if="fan">
      <path v-for="f in fans" :key="f.ball" :d="f.d" :stroke="f.colour" class="fan" />
    </template>
    <template v-if="rests">
      <g v-for="r in rests" :key="r.ball" :fill="r.colour" class="rests">
        <circle v-for="(p, i) in r.at" :key="i" :cx="p[0]" :cy="p[1]" r="5" />
      </g>
    </template>
    <g v-for="p in paths" :key="p.ball">
      <polyline :points="p.line" class="under" />
      <polyline :points="p.line" :stroke="p.colour" class="path" />
      <circle :cx="p.end[0]" :cy="p.end[1]" :r="radius" :stroke="p.colour" class="end" />
    </g>
    <g v-for="m in moving" :key="m.ball" class="moving">
      <circle :cx="m.at[0]" :cy="m.at[1]" :r="radius" :fill="BALL_COLOURS[m.ball]" />
    </g>
    <template v-if="rests">
      <text v-for="l in labels" :key="l.ball" :x="l.x" :y="l.y" class="label">{{ l.words }}</text>
    </template>
  </g>
</template>

<style scoped>
.shot {
  pointer-events: none;
}
.fan {
  fill: none;
  stroke-width: 2;
  opacity: 0.16;
}
.rests circle {
  opacity: 0.6;
}
.path {
  fill: none;
  stroke-width: 6;
  stroke-linejoin: round;
}
.moving circle {
  stroke: #fffdf7;
  stroke-width: 5;
}
.under {
  fill: none;
  stroke: rgb(0 0 0 / 0.35);
  stroke-width: 11;
  stroke-linejoin: round;
}
.end {
  fill: none;
  stroke-width: 3.5;
  stroke-dasharray: 9 7;
}
.label {
  fill: #fffdf7;
  font: 600 38px var(--sans);
  text-anchor: middle;
  paint-order: stroke;
  stroke: rgb(0 0 0 / 0.5);
  stroke-width: 7;
}
</style>
