<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, useId, watch } from 'vue'
import type { Drawing, Table } from '@/api/client'
import type { Place } from '@/drawing/place'
import type { Layer } from '@/drawing/layers'
import AimHandle from './AimHandle.vue'
import BackLayers from './BackLayers.vue'
import BallMark from './BallMark.vue'
import BallTags from './BallTags.vue'
import { denseStrokes, type DenseStroke, type Worth } from './dense'
import DenseCanvas from './DenseCanvas.vue'
import FingerLoupe from './FingerLoupe.vue'
import { frameOf, type Frame, type Point } from './frame'
import InHandMark from './InHandMark.vue'
import { LABEL_MM, wordsBelow } from './labels'
import { pictureOf } from './picture'
import ShotLayer from './ShotLayer.vue'
import TableBed from './TableBed.vue'
import { READABLE_PX } from './tags'
import { placeWords, useHand } from './useHand'
import { useZoom } from './zoom'
import { text } from '@/words/text/drawing'

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
const stage = ref<HTMLElement | null>(null)
const id = useId()
/** The balls as they are shown: the cue ball in hand where it is best put. */
const lying = computed(() => (props.inHand ? { ...props.balls, cue: props.inHand } : props.balls))
const cue = computed(() => lying.value['cue'] ?? null)
const { dragged, wrong, press, move, release, cancel, carry, touch } = useHand(
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
const { view, shift, isNear, leave } = useZoom(stage, () => frame.value.box, cancel)
watch(frame, leave)
const viewBox = computed(() => [view.value.x, view.value.y, view.value.width, view.value.height].join(' '))
/** The ball in the hand has a layer of its own: nothing else is drawn anew while it moves. */
const carried = computed(() => dragged.value?.ball ?? null)
const inTheHand = computed(
  () => dragged.value && { ...dragged.value, at: frame.value.fromDiamonds(dragged.value.at) },
)
/** It is painted once, in the middle, and its layer is shifted. */
const middle = computed<Point>(() => [
  view.value.x + view.value.width / 2,
  view.value.y + view.value.height / 2,
])
const carriedTo = computed(() => {
  const [x, y] = inTheHand.value?.at ?? middle.value
  return `translate(${(x - middle.value[0]) * scale.value}px, ${(y - middle.value[1]) * scale.value}px)`
})
const isWrong = computed(() => wrong.value !== null)
const resting = computed(() =>
  Object.fromEntries(Object.entries(lying.value).filter(([ball]) => ball !== carried.value)),
)
const points = computed(() =>
  Object.fromEntries(Object.entries(resting.value).map(([ball, at]) => [ball, frame.value.fromDiamonds(at)])),
)
const NONE: DenseStroke[] = []
const MIDDLE: Point = [0, 0]
const strokes = computed(() => denseStrokes(props.drawing, props.worth, frame.value, props.shown))

/** Pixels of the screen for a millimetre of the table. */
const scale = ref(1)
const measure = () => (scale.value = (svg.value?.clientWidth ?? 0) / view.value.width || 1)
const sizes = new ResizeObserver(measure)
onMounted(() => svg.value && sizes.observe(svg.value))
watch(view, measure)
onUnmounted(() => sizes.disconnect())

/** Balls too small to carry their numbers have them beside them. */
const TAG_PX = 8
/** Words on the cloth are never smaller than this, px. */
const WORD_PX = 11
const labelMm = computed(() => Math.max(LABEL_MM, WORD_PX / scale.value))
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
  <div ref="stage" class="drawing">
    <div class="layers" :style="{ transform: shift }">
      <svg ref="bed" :viewBox="viewBox" class="bed" aria-hidden="true">
        <g :id="`${id}-bed`"><TableBed :table="table" :frame="frame" /></g>
      </svg>
      <DenseCanvas :strokes="carried ? NONE : strokes" :view-box="viewBox" class="dense" />
      <svg
        ref="svg"
        :viewBox="viewBox"
        class="table"
        :class="{ aimed: aimDeg !== null }"
        :style="{ '--label-mm': `${labelMm}px` }"
        role="group"
        :aria-label="label ?? text.theTable"
        @pointerdown="press"
        @pointermove="move"
        @pointerup="release"
        @pointercancel="cancel"
        @touchstart="touch"
      >
        <rect v-bind="frame.box" fill="transparent" />
        <template v-if="drawing && !carried">
          <BackLayers :drawing="drawing" :frame="frame" :shown="shown" />
          <ShotLayer
            :drawing="drawing"
            :frame="frame"
            :labels="shown.rests"
            :label-mm="labelMm"
            :time="time"
            :radius="radius"
            :balls="Object.values(points)"
          />
        </template>
        <slot v-if="!carried" name="over" :frame="frame" :radius="radius" />
        <BallTags
          v-if="tagged"
          :balls="points"
          :radius="radius"
          :frame="frame"
          :size="TAG_PX / scale"
          :lines="ways"
        />
        <g :id="`${id}-balls`">
          <BallMark
            v-for="(at, ball) in lying"
            :key="ball"
            :ball="String(ball)"
            :at="frame.fromDiamonds(at)"
            :radius="radius"
            :selected="selected === ball"
            :words="placeWords(at)"
            :plain="tagged"
            :faint="faint?.includes(String(ball)) ?? false"
            :class="{ carried: carried === ball }"
            @focus="emit('select', String(ball))"
          />
        </g>
        <InHandMark v-if="inHand && !carried" :at="frame.fromDiamonds(inHand)" :radius="radius" />
        <AimHandle
          v-if="aimDeg !== null && cue"
          :from="cue"
          :aim-deg="aimDeg"
          :frame="frame"
          :table="table"
          :radius="radius"
        />
      </svg>
      <svg
        v-if="carried"
        :viewBox="viewBox"
        class="hand"
        :style="{ transform: carriedTo }"
        aria-hidden="true"
      >
        <BallMark :ball="carried" :at="middle" :radius="radius" selected :wrong="isWrong" words="" />
      </svg>
    </div>
    <FingerLoupe
      v-if="inTheHand?.finger"
      :at="inTheHand.at"
      :radius="radius"
      :view="frame.box"
      :finger="inTheHand.finger"
      :parts="[`${id}-bed`, `${id}-balls`]"
    >
      <BallMark :ball="inTheHand.ball" :at="MIDDLE" :radius="radius" :wrong="isWrong" words="" />
    </FingerLoupe>
    <button v-if="isNear" type="button" class="whole" @click="leave">{{ text.wholeTable }}</button>
  </div>
</template>

<style scoped>
.drawing {
  position: relative;
  width: 100%;
  height: 100%;
  overflow: hidden;
}
.layers {
  position: absolute;
  inset: 0;
  transform-origin: 0 0;
}
.layers > * {
  position: absolute;
  inset: 0;
  display: block;
  width: 100%;
  height: 100%;
  /* Each is painted by itself: a ball that moves leaves the bed and the canvas as they are. */
  will-change: transform;
}
.dense,
.hand {
  pointer-events: none;
}
.carried {
  opacity: 0;
}
.whole {
  position: absolute;
  right: 6px;
  bottom: 6px;
  min-height: 44px;
  padding: 0 14px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
  font: 600 14px var(--sans);
}
/* One finger on the cloth scrolls the page; two are ours (`zoom`), and a ball is held fast (`useHand`). */
.table {
  touch-action: pan-y;
  user-select: none;
}
.aimed {
  cursor: crosshair;
}
</style>
