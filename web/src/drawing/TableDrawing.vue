<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Drawing, Table } from '@/api/client'
import type { Place } from '@/stores/layout'
import BallMark from './BallMark.vue'
import { frameOf, type Point } from './frame'
import { impossible, isOffTable, snapped } from './possible'
import ShotLayer from './ShotLayer.vue'
import TableBed from './TableBed.vue'

const props = defineProps<{
  table: Table
  balls: Record<string, Place>
  selected: string | null
  drawing: Drawing | null
  /** Where a study put the cue ball that is in hand. */
  inHand: Place | null
  upright: boolean
  fan: boolean
  rests: boolean
  time: number | null
}>()
const emit = defineEmits<{
  select: [ball: string | null]
  place: [ball: string, at: Place]
  remove: [ball: string]
  explain: [words: string]
}>()

const frame = computed(() => frameOf(props.table, props.upright))
const radius = computed(() => props.table.radius * 1000)
const svg = ref<SVGSVGElement | null>(null)
const dragged = ref<{ ball: string; at: Place; moved: boolean } | null>(null)
const places = computed(() =>
  dragged.value ? { ...props.balls, [dragged.value.ball]: dragged.value.at } : props.balls,
)
const wrong = computed(() => {
  const moving = dragged.value
  if (!moving || isOffTable(moving.at)) return null
  return impossible(props.table, places.value, moving.ball)
})

function placeAt(event: PointerEvent): Place {
  const matrix = svg.value?.getScreenCTM()?.inverse()
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix)
  return frame.value.toDiamonds([point.x, point.y] as Point)
}
function ballUnder(event: Event): string | null {
  return (event.target as Element).closest<SVGElement>('[data-ball]')?.dataset.ball ?? null
}
function press(event: PointerEvent) {
  const ball = ballUnder(event)
  emit('select', ball)
  const at = ball ? props.balls[ball] : undefined
  if (!ball || !at) return
  dragged.value = { ball, at, moved: false }
  svg.value?.setPointerCapture(event.pointerId)
}
function move(event: PointerEvent) {
  if (!dragged.value) return
  dragged.value = { ball: dragged.value.ball, at: snapped(props.table, placeAt(event)), moved: true }
  emit('explain', isOffTable(dragged.value.at) ? 'Let go to take the ball off.' : (wrong.value ?? ''))
}
function release() {
  const done = dragged.value
  const refused = wrong.value
  dragged.value = null
  if (!done?.moved) return
  if (isOffTable(done.at)) emit('remove', done.ball)
  else if (!refused) emit('place', done.ball, done.at)
  emit('explain', refused && !isOffTable(done.at) ? `${refused} It went back to where it was.` : '')
}
/** A ball from the tray is dropped here. */
function drop(event: DragEvent) {
  const ball = event.dataTransfer?.getData('text/plain')
  if (!ball) return
  const at = snapped(props.table, placeAt(event as unknown as PointerEvent))
  const problem = impossible(props.table, { ...props.balls, [ball]: at }, ball)
  if (problem) emit('explain', problem)
  else emit('place', ball, at)
}
const words = (at: Place) => `${at[0].toFixed(2)}, ${at[1].toFixed(2)}`
defineExpose({ placeAt })
</script>

<template>
  <svg
    ref="svg"
    :viewBox="frame.viewBox"
    class="table"
    role="group"
    aria-label="The table. Choose a ball and move it with the arrow keys."
    @pointerdown="press"
    @pointermove="move"
    @pointerup="release"
    @pointercancel="dragged = null"
    @dragover.prevent
    @drop.prevent="drop"
  >
    <TableBed :table="table" :frame="frame" />
    <ShotLayer
      v-if="drawing && !dragged"
      :drawing="drawing"
      :frame="frame"
      :fan="fan"
      :rests="rests"
      :time="time"
      :radius="radius"
      :balls="Object.values(places).map((at) => frame.fromDiamonds(at))"
    />
    <g
      v-if="inHand && !dragged"
      :transform="`translate(${frame.fromDiamonds(inHand).join(' ')})`"
      class="in-hand"
    >
      <circle :r="radius" />
      <text :y="radius + 42">in hand</text>
    </g>
    <BallMark
      v-for="(at, ball) in places"
      :key="ball"
      :ball="String(ball)"
      :at="frame.fromDiamonds(at)"
      :radius="radius"
      :selected="selected === ball"
      :wrong="dragged?.ball === ball && wrong !== null"
      :words="words(at)"
      @focus="emit('select', String(ball))"
    />
  </svg>
</template>

<style scoped>
.in-hand {
  pointer-events: none;
}
.in-hand circle {
  fill: #fbf8ee;
  stroke: #f2c565;
  stroke-width: 5;
  stroke-dasharray: 14 8;
}
.in-hand text {
  fill: #fffdf7;
  font: 600 38px var(--sans);
  text-anchor: middle;
}
.table {
  display: block;
  width: 100%;
  height: 100%;
  touch-action: none;
  user-select: none;
}
</style>
