<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref } from 'vue'
import { ballMark, ballName } from '@/drawing/balls'
import { text } from '@/words/text/photo'
import { middleOf, type Ball, type Spot } from './mended'
import PhotoLoupe from './PhotoLoupe.vue'
import type { Shrunk } from './shrunk'

/**
 * A photo with what was pressed and read in it. Bare picture pressed: a pocket while there are fewer than six, or the ball
 * that is to be added. Handles and rings are dragged, and shifted by arrow keys.
 */
const props = defineProps<{
  picture: Shrunk
  pockets: Spot[]
  balls: Ball[]
  chosen: number | null
  /** The ball that the next press puts in. */
  adding: string | null
  /** Whether the outline is shown and can be mended. */
  outlined: boolean
}>()
const emit = defineEmits<{
  press: [at: Spot, place: number | undefined]
  choose: [place: number]
  move: [place: number, to: Spot]
  add: [at: Spot]
  remove: [place: number]
}>()
interface Held {
  what: 'pocket' | 'ball' | 'bare'
  place: number
  from: Spot
  at: Spot
  finger: Spot
  moved: boolean
}
const svg = ref<SVGSVGElement | null>(null)
const held = ref<Held | null>(null)
/** Pixels of the picture for one of the screen. */
const scale = ref(1)
const watcher = new ResizeObserver(([entry]) => {
  const across = entry?.contentRect.width ?? 0
  if (across) scale.value = props.picture.width / across
})
onMounted(() => svg.value && watcher.observe(svg.value))
onUnmounted(() => watcher.disconnect())

const SHORT_PX = 6
const spotOf = (event: PointerEvent): Spot => {
  const box = svg.value?.getBoundingClientRect()
  if (!box) return [0, 0]
  return [
    ((event.clientX - box.left) / box.width) * props.picture.width,
    ((event.clientY - box.top) / box.height) * props.picture.height,
  ]
}
const middles = computed(() => props.balls.map(({ ring }) => (ring.length ? middleOf(ring) : null)))
/** Where a ring is shown: where it was read, or as far from there as it is dragged. */
const shift = (place: number): Spot => {
  const { value: now } = held
  if (now?.what !== 'ball' || now.place !== place || !now.moved) return [0, 0]
  return [now.at[0] - now.from[0], now.at[1] - now.from[1]]
}
const pocketAt = (spot: Spot, place: number): Spot => {
  const { value: now } = held
  return now?.what === 'pocket' && now.place === place && now.moved ? now.at : spot
}
const waits = computed(() => props.pockets.length < 6)
const points = (ring: Spot[]) => ring.map((spot) => spot.join(',')).join(' ')

function take(event: PointerEvent, what: Held['what'], place = -1) {
  if (event.button !== 0 || (what === 'bare' && !waits.value && !props.adding)) return
  svg.value?.setPointerCapture(event.pointerId)
  const at = spotOf(event)
  held.value = { what, place, from: at, at, finger: [event.clientX, event.clientY], moved: false }
}
function drag(event: PointerEvent) {
  const { value: now } = held
  if (!now) return
  const finger: Spot = [event.clientX, event.clientY]
  const far = Math.hypot(finger[0] - now.finger[0], finger[1] - now.finger[1])
  const moves = now.moved || far > SHORT_PX
  held.value = { ...now, at: spotOf(event), finger: moves ? finger : now.finger, moved: moves }
}
function release() {
  const { value: now } = held
  held.value = null
  if (!now) return
  if (now.what === 'bare') {
    if (waits.value) emit('press', now.at, undefined)
    else emit('add', now.at)
  } else if (now.what === 'pocket') {
    if (now.moved) emit('press', now.at, now.place)
  } else if (now.moved) {
    const middle = middles.value[now.place]
    if (middle)
      emit('move', now.place, [middle[0] + now.at[0] - now.from[0], middle[1] + now.at[1] - now.from[1]])
  } else emit('choose', now.place)
}
const ARROWS: Record<string, Spot> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function key(event: KeyboardEvent, what: 'pocket' | 'ball', place: number) {
  const step = ARROWS[event.key]
  const from = what === 'pocket' ? props.pockets[place] : middles.value[place]
  if (step && from) {
    const far = event.shiftKey ? 10 : 2
    const to: Spot = [from[0] + far * step[0], from[1] + far * step[1]]
    if (what === 'pocket') emit('press', to, place)
    else emit('move', place, to)
  } else if (what === 'ball' && (event.key === 'Delete' || event.key === 'Backspace')) emit('remove', place)
  else if (what === 'ball' && (event.key === 'Enter' || event.key === ' ')) emit('choose', place)
  else return
  event.preventDefault()
  event.stopPropagation()
}
const said = (ball: Ball) => ball.words || ballName(ball.name)
</script>

<template>
  <svg
    ref="svg"
    class="photo"
    :class="{ pressing: waits || adding }"
    :viewBox="`0 0 ${picture.width} ${picture.height}`"
    @pointerdown="take($event, 'bare')"
    @pointermove="drag"
    @pointerup="release"
    @pointercancel="held = null"
  >
    <image :href="picture.url" :width="picture.width" :height="picture.height" />
    <g v-if="outlined || waits">
      <g
        v-for="(spot, k) in pockets"
        :key="k"
        class="pocket"
        tabindex="0"
        role="button"
        :aria-label="text.pocketNumber(k + 1)"
        :transform="`translate(${pocketAt(spot, k).join(' ')})`"
        @pointerdown.stop="take($event, 'pocket', k)"
        @keydown="key($event, 'pocket', k)"
      >
        <circle :r="22 * scale" class="reach" />
        <circle :r="11 * scale" class="handle" :stroke-width="2.5 * scale" />
        <path :d="`M${-5 * scale} 0H${5 * scale}M0 ${-5 * scale}V${5 * scale}`" :stroke-width="2 * scale" />
      </g>
    </g>
    <g v-if="!outlined">
      <g
        v-for="(ball, k) in balls"
        v-show="ball.ring.length"
        :key="`${ball.name}-${ball.seen}`"
        class="ball"
        :class="{ chosen: k === chosen, unsure: !ball.isSure }"
        tabindex="0"
        role="button"
        :data-ball="ball.name"
        :aria-label="said(ball)"
        :aria-pressed="k === chosen"
        :transform="`translate(${shift(k).join(' ')})`"
        @pointerdown.stop="take($event, 'ball', k)"
        @keydown="key($event, 'ball', k)"
      >
        <template v-if="middles[k]">
          <circle :cx="middles[k]![0]" :cy="middles[k]![1]" :r="22 * scale" class="reach" />
          <polygon :points="points(ball.ring)" class="under" :stroke-width="4.5 * scale" />
          <polygon
            :points="points(ball.ring)"
            class="ring"
            :stroke-width="2.2 * scale"
            :stroke-dasharray="ball.isSure ? undefined : `${4 * scale} ${3 * scale}`"
          />
          <text
            :x="middles[k]![0]"
            :y="Math.min(...ball.ring.map(([, y]) => y)) - 4 * scale"
            :font-size="13 * scale"
            :stroke-width="3.5 * scale"
          >
            {{ ballMark(ball.name) || text.cueMark }}{{ ball.isSure ? '' : '?' }}
          </text>
        </template>
      </g>
    </g>
  </svg>
  <PhotoLoupe
    v-if="held && (held.what !== 'ball' || held.moved)"
    :url="picture.url"
    :width="picture.width"
    :height="picture.height"
    :at="held.at"
    :finger="held.finger"
  />
</template>

<style scoped>
.photo {
  display: block;
  width: 100%;
  border-radius: var(--radius-md);
  background: var(--rail);
  touch-action: pan-y;
}
.pressing {
  cursor: crosshair;
  touch-action: none;
}
.pocket,
.ball {
  cursor: grab;
  touch-action: none;
  outline: none;
}
.reach {
  fill: transparent;
}
.handle {
  fill: var(--shade);
  fill-opacity: 0.35;
  stroke: var(--mark);
}
.pocket path {
  stroke: var(--mark);
}
.under,
.ring {
  fill: none;
}
.under {
  stroke: var(--shade);
  opacity: 0.6;
}
.ring {
  stroke: var(--cue-light);
}
.unsure .ring {
  stroke: var(--mark);
}
.chosen .ring,
.ball:focus-visible .ring {
  stroke: var(--refused);
}
.chosen .under {
  stroke: var(--cue-light);
  opacity: 1;
}
.pocket:focus-visible .handle {
  stroke: var(--refused);
}
text {
  fill: var(--cue-light);
  stroke: var(--shade);
  paint-order: stroke;
  text-anchor: middle;
  font-family: var(--sans);
  font-weight: 700;
}
</style>
