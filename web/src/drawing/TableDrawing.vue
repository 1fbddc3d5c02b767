<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Drawing, Table } from '@/api/client'
import type { Layer } from '@/stores/layers'
import type { Place } from '@/stores/layout'
import AimHandle from './AimHandle.vue'
import BackLayers from './BackLayers.vue'
import { ballName } from './balls'
import BallMark from './BallMark.vue'
import { denseStrokes, type Worth } from './dense'
import DenseCanvas from './DenseCanvas.vue'
import { frameOf, type Point } from './frame'
import { pictureOf } from './picture'
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
  /** What places for the cue ball in hand are worth. */
  worth: Worth[]
  upright: boolean
  shown: Record<Layer, boolean>
  time: number | null
  /** The aim of one's own shot, degrees from the long axis; null when none is being set. */
  aimDeg: number | null
}>()
const emit = defineEmits<{
  select: [ball: string | null]
  place: [ball: string, at: Place]
  remove: [ball: string]
  explain: [words: string]
  aim: [degrees: number]
}>()

const frame = computed(() => frameOf(props.table, props.upright))
const radius = computed(() => props.table.radius * 1000)
const bed = ref<SVGSVGElement | null>(null)
const svg = ref<SVGSVGElement | null>(null)
interface Dragged {
  ball: string
  at: Place
  says: string
  /** From where it was taken hold of to its centre: a ball held at its edge stays visible beside the finger. */
  grip: Place
  moved: boolean
}
const dragged = ref<Dragged | null>(null)
const aiming = ref(false)
/** The balls as they are shown: the cue ball in hand where it is best put, a dragged one under the pointer. */
const lying = computed(() => (props.inHand ? { ...props.balls, cue: props.inHand } : props.balls))
const places = computed(() =>
  dragged.value ? { ...lying.value, [dragged.value.ball]: dragged.value.at } : lying.value,
)
const cue = computed(() => lying.value.cue ?? null)
const points = computed(() => Object.values(places.value).map((at) => frame.value.fromDiamonds(at)))
const strokes = computed(() => denseStrokes(props.drawing, props.worth, frame.value, props.shown))
const wrong = computed(() => {
  const moving = dragged.value
  if (!moving || isOffTable(moving.at)) return null
  return impossible(props.table, places.value, moving.ball)
})

/** How far above a finger a carried ball is held, so that it can be seen. */
const FINGER_PX = 40
function placeAt(event: MouseEvent, above = 0): Place {
  const matrix = svg.value?.getScreenCTM()?.inverse()
  const point = new DOMPoint(event.clientX, event.clientY - above).matrixTransform(matrix)
  return frame.value.toDiamonds([point.x, point.y] as Point)
}
function ballUnder(event: Event): string | null {
  return (event.target as Element).closest<SVGElement>('[data-ball]')?.dataset.ball ?? null
}
function press(event: PointerEvent) {
  if (props.aimDeg !== null) {
    aiming.value = true
    svg.value?.setPointerCapture(event.pointerId)
    return aimAt(event)
  }
  const ball = ballUnder(event)
  emit('select', ball)
  const at = ball ? lying.value[ball] : undefined
  if (!ball || !at) return
  const held = placeAt(event)
  dragged.value = { ball, at, says: '', grip: [at[0] - held[0], at[1] - held[1]], moved: false }
  svg.value?.setPointerCapture(event.pointerId)
}
function aimAt(event: PointerEvent) {
  if (!cue.value) return
  const [x, y] = placeAt(event)
  const { length, width } = props.table
  const [dx, dy] = [((x - cue.value[0]) * length) / 8, ((y - cue.value[1]) * width) / 4]
  // Within a ball of the cue ball the direction would jump about.
  if (Math.hypot(dx, dy) > 2 * props.table.radius) emit('aim', (Math.atan2(dy, dx) * 180) / Math.PI)
}
function move(event: PointerEvent) {
  if (aiming.value) return aimAt(event)
  if (!dragged.value) return
  const { ball, grip } = dragged.value
  const [x, y] = placeAt(event)
  const there = snapped(props.table, [x + grip[0], y + grip[1]], lying.value, ball)
  dragged.value = { ball, ...there, grip, moved: true }
  emit('explain', wrong.value ?? placeWords(dragged.value))
}
function placeWords({ ball, at, says }: Dragged): string {
  if (isOffTable(at)) return 'Let go to take the ball off.'
  return `${ballName(ball)} at ${words(at)}${says ? `, ${says}` : ''}`
}
function release() {
  aiming.value = false
  const done = dragged.value
  const refused = wrong.value
  dragged.value = null
  if (!done?.moved) return
  if (isOffTable(done.at)) emit('remove', done.ball)
  else if (!refused) emit('place', done.ball, done.at)
  emit('explain', refused && !isOffTable(done.at) ? `${refused} It went back to where it was.` : '')
}
/** A ball is brought from the tray: from here on it is dragged like those that lie here, above a finger. */
function carry(ball: string, event: PointerEvent) {
  const [at, above] = [placeAt(event), placeAt(event, event.pointerType === 'touch' ? FINGER_PX : 0)]
  dragged.value = { ball, at: above, says: '', grip: [above[0] - at[0], above[1] - at[1]], moved: true }
  svg.value?.setPointerCapture(event.pointerId)
}
const words = (at: Place) => `${at[0].toFixed(2)}, ${at[1].toFixed(2)}`
/** All of it as one drawing, for a file. */
const picture = () => (bed.value && svg.value ? pictureOf(bed.value, strokes.value, svg.value) : null)
defineExpose({ picture, carry })
</script>

<template>
  <div class="drawing">
    <svg ref="bed" :viewBox="frame.viewBox" class="bed" aria-hidden="true">
      <TableBed :table="table" :frame="frame" />
    </svg>
    <DenseCanvas :strokes="dragged ? [] : strokes" :view-box="frame.viewBox" class="dense" />
    <svg
      ref="svg"
      :viewBox="frame.viewBox"
      class="table"
      :class="{ aimed: aimDeg !== null }"
      role="group"
      aria-label="The table. Choose a ball and move it with the arrow keys."
      @pointerdown="press"
      @pointermove="move"
      @pointerup="release"
      @pointercancel="((dragged = null), (aiming = false))"
    >
      <rect v-bind="frame.box" fill="transparent" />
      <template v-if="drawing && !dragged">
        <BackLayers :drawing="drawing" :frame="frame" :shown="shown" />
        <ShotLayer
          :drawing="drawing"
          :frame="frame"
          :labels="shown.rests"
          :time="time"
          :radius="radius"
          :balls="points"
        />
      </template>
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
      <g
        v-if="inHand && !dragged"
        :transform="`translate(${frame.fromDiamonds(inHand).join(' ')})`"
        class="in-hand"
      >
        <circle :r="radius + 9" />
        <text :y="radius + 46">in hand</text>
      </g>
      <AimHandle
        v-if="aimDeg !== null && cue"
        :from="cue"
        :aim-deg="aimDeg"
        :frame="frame"
        :table="table"
        :radius="radius"
      />
    </svg>
  </div>
</template>

<style scoped>
.drawing {
  position: relative;
  width: 100%;
  height: 100%;
}
.drawing > * {
  position: absolute;
  inset: 0;
  display: block;
  width: 100%;
  height: 100%;
  /* Each is painted by itself: a ball that moves leaves the bed and the canvas as they are. */
  will-change: transform;
}
.dense {
  pointer-events: none;
}
.in-hand {
  pointer-events: none;
}
.in-hand circle {
  fill: none;
  stroke: #f2c565;
  stroke-width: 5;
  stroke-dasharray: 14 8;
}
.in-hand text {
  fill: #fffdf7;
  font: 600 38px var(--sans);
  text-anchor: middle;
  paint-order: stroke;
  stroke: rgb(0 0 0 / 0.5);
  stroke-width: 7;
}
.table {
  touch-action: none;
  user-select: none;
}
.aimed {
  cursor: crosshair;
}
</style>
