<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref } from 'vue'
import type { Drawing, Table } from '@/api/client'
import type { Place } from '@/drawing/place'
import type { Layer } from '@/drawing/layers'
import AimHandle from './AimHandle.vue'
import BackLayers from './BackLayers.vue'
import BallMark from './BallMark.vue'
import BallTags from './BallTags.vue'
import { denseStrokes, type Worth } from './dense'
import DenseCanvas from './DenseCanvas.vue'
import { frameOf, type Frame } from './frame'
import InHandMark from './InHandMark.vue'
import { wordsBelow } from './labels'
import { pictureOf } from './picture'
import ShotLayer from './ShotLayer.vue'
import TableBed from './TableBed.vue'
import { READABLE_PX } from './tags'
import { placeWords, useHand } from './useHand'

const props = defineProps<{
  table: Table
  balls: Record<string, Place>
  selected: string | null
  drawing: Drawing | null
  /** Where the cue ball that is in hand is put. */
  inHand: Place | null
  /** What places for the cue ball in hand are worth. */
  worth: Worth[]
  upright: boolean
  shown: Record<Layer, boolean>
  time: number | null
  /** The aim of one's own shot, degrees; null when none is being set. */
  aimDeg: number | null
  /** Balls that are drawn faintly: gone by then. */
  faint?: string[]
  /** What can be done with it, where that is not setting it up. */
  label?: string
}>()
defineSlots<{ over?(given: { frame: Frame; radius: number }): unknown }>()
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
/** The balls as they are shown: the cue ball in hand where it is best put. */
const lying = computed(() => (props.inHand ? { ...props.balls, cue: props.inHand } : props.balls))
const cue = computed(() => lying.value['cue'] ?? null)
const { dragged, places, wrong, press, move, release, cancel, carry } = useHand(
  {
    table: () => props.table,
    frame: () => frame.value,
    lying: () => lying.value,
    aims: () => props.aimDeg !== null,
    svg,
  },
  {
    select: (ball) => emit('select', ball),
    place: (ball, at) => emit('place', ball, at),
    remove: (ball) => emit('remove', ball),
    explain: (words) => emit('explain', words),
    aim: (degrees) => emit('aim', degrees),
  },
)
const points = computed(() =>
  Object.fromEntries(Object.entries(places.value).map(([ball, at]) => [ball, frame.value.fromDiamonds(at)])),
)
const strokes = computed(() => denseStrokes(props.drawing, props.worth, frame.value, props.shown))

/** Pixels of the screen for a millimetre of the table. */
const scale = ref(1)
const measure = () => (scale.value = (svg.value?.clientWidth ?? 0) / frame.value.box.width || 1)
const sizes = new ResizeObserver(measure)
onMounted(() => svg.value && sizes.observe(svg.value))
onUnmounted(() => sizes.disconnect())

/** Balls too small to carry their numbers have them beside them. */
const TAG_PX = 8
const tagged = computed(() => 2 * radius.value * scale.value < READABLE_PX)
/** What tags keep clear of: the ways of the shot, and the words below the cue ball in hand. */
const ways = computed(() => [
  ...Object.values(props.drawing?.paths ?? {}).flatMap((path) =>
    path.map((p) => frame.value.fromDiamonds(p.slice(1))),
  ),
  ...(props.inHand ? wordsBelow(frame.value.fromDiamonds(props.inHand), radius.value) : []),
])

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
      :aria-label="label ?? 'The table. Choose a ball and move it with the arrow keys.'"
      @pointerdown="press"
      @pointermove="move"
      @pointerup="release"
      @pointercancel="cancel"
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
          :balls="Object.values(points)"
        />
      </template>
      <slot v-if="!dragged" name="over" :frame="frame" :radius="radius" />
      <BallTags
        v-if="tagged"
        :balls="points"
        :radius="radius"
        :frame="frame"
        :size="TAG_PX / scale"
        :lines="ways"
      />
      <BallMark
        v-for="(at, ball) in places"
        :key="ball"
        :ball="String(ball)"
        :at="frame.fromDiamonds(at)"
        :radius="radius"
        :selected="selected === ball"
        :wrong="dragged?.ball === ball && wrong !== null"
        :words="placeWords(at)"
        :plain="tagged"
        :faint="faint?.includes(String(ball)) ?? false"
        @focus="emit('select', String(ball))"
      />
      <InHandMark v-if="inHand && !dragged" :at="frame.fromDiamonds(inHand)" :radius="radius" />
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
.table {
  touch-action: none;
  user-select: none;
}
.aimed {
  cursor: crosshair;
}
</style>
