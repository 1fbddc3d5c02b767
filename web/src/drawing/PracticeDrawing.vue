<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref } from 'vue'
import type { Drawing, DrillZone, Table } from '@/api/client'
import type { Place } from '@/drawing/place'
import { POCKET_ORDER, POCKETS } from '@/drawing/pockets'
import BallMark from './BallMark.vue'
import BallTags from './BallTags.vue'
import { frameOf, polyline, type Point } from './frame'
import PlacePicker from './PlacePicker.vue'
import ShotLayer from './ShotLayer.vue'
import TableBed from './TableBed.vue'
import { READABLE_PX } from './tags'
import { placeWords } from './useHand'
import { useKeyPlace } from './useKeyPlace'
import { useUpright } from './useUpright'

/** A position to practise on, to scale: balls, zones, where balls came to rest; balls, pockets and places can be pressed. */
const props = defineProps<{
  table: Table
  balls: Record<string, Place>
  zones?: DrillZone[]
  /** Where balls came to rest so far. */
  rests?: { at: Place; made: boolean }[]
  /** Places that were chosen, with a letter each. */
  marks?: { at: Place; letter: string }[]
  /** From where to where something is meant to go. */
  lines?: [Place, Place][]
  drawing?: Drawing | null
  selected?: string | null
  pocket?: string | null
  /** What may be pressed: a ball, a pocket, or any place. */
  asks?: 'ball' | 'pocket' | 'place' | null
  /** Where a place that is set by keys begins; without it in the zone. */
  from?: Place | null
  words: string
}>()
const emit = defineEmits<{ ball: [ball: string]; pocket: [pocket: string]; place: [at: Place] }>()

const upright = useUpright()
const svg = ref<SVGSVGElement | null>(null)
const scale = ref(1)
const measure = () => (scale.value = (svg.value?.clientWidth ?? 0) / frame.value.box.width || 1)
const sizes = new ResizeObserver(measure)
onMounted(() => svg.value && sizes.observe(svg.value))
onUnmounted(() => sizes.disconnect())
const frame = computed(() => frameOf(props.table, upright.value))
const radius = computed(() => 1000 * props.table.radius)
const put = (place: readonly number[]): Point => frame.value.fromDiamonds(place)
const points = computed(() =>
  Object.fromEntries(Object.entries(props.balls).map(([ball, at]) => [ball, put(at)])),
)
const TAG_PX = 8
const tagged = computed(() => 2 * radius.value * scale.value < READABLE_PX)
const pockets = computed(() =>
  POCKETS.map((one) => {
    const [x = 0, y = 0] = props.table.drops[POCKET_ORDER.indexOf(one.key)] ?? []
    return { ...one, at: frame.value.at(x, y) }
  }),
)
const diamond = computed(() => (1000 * props.table.length) / 8)
const circles = computed(() =>
  (props.zones ?? []).flatMap((zone) =>
    zone.at ? [{ at: put(zone.at), r: zone.within * diamond.value }] : [],
  ),
)
/** Along a rail: so deep that a ball with its edge there counts. */
const strips = computed(() =>
  (props.zones ?? []).flatMap((zone) => {
    if (!zone.rail) return []
    const { length, width, reach } = props.table
    const deep = reach + zone.within * (length / 8)
    const [low, high] = {
      head: [[0, 0], [deep, width]],
      foot: [[length - deep, 0], [length, width]],
      'near-long': [[0, 0], [length, deep]],
      'far-long': [[0, width - deep], [length, width]],
    }[zone.rail] as [Place, Place] // prettier-ignore
    const [a, b] = [frame.value.at(...low), frame.value.at(...high)]
    return [
      { x: Math.min(a[0], b[0]), y: Math.min(a[1], b[1]), width: Math.abs(a[0] - b[0]), height: Math.abs(a[1] - b[1]) },
    ] // prettier-ignore
  }),
)
const { aimed, choose, step } = useKeyPlace(
  () => props.asks === 'place',
  () => props.from ?? (props.zones?.find((zone) => zone.at)?.at as Place | undefined) ?? [4, 2],
  upright,
  (at) => emit('place', at),
)
</script>

<template>
  <svg
    ref="svg"
    :viewBox="frame.viewBox"
    class="practice"
    :class="{ upright, asks }"
    :tabindex="asks === 'place' ? 0 : undefined"
    :role="asks === 'place' ? 'application' : 'group'"
    :aria-label="words"
    @keydown="step"
  >
    <TableBed :table="table" :frame="frame" />
    <rect v-for="(strip, i) in strips" :key="`s${i}`" v-bind="strip" class="zone" />
    <circle
      v-for="(zone, i) in circles"
      :key="`c${i}`"
      :cx="zone.at[0]"
      :cy="zone.at[1]"
      :r="zone.r"
      class="zone"
    />
    <polyline
      v-for="(line, i) in lines ?? []"
      :key="`l${i}`"
      :points="polyline(line.map(put))"
      class="meant"
    />
    <slot :put="put" :radius="radius" />
    <g v-for="(rest, i) in rests ?? []" :key="`r${i}`" :transform="`translate(${put(rest.at).join(' ')})`">
      <circle v-if="rest.made" r="15" class="rest" />
      <path v-else d="M-13 -13L13 13M-13 13L13 -13" class="miss" />
    </g>
    <ShotLayer
      v-if="drawing"
      :drawing="drawing"
      :frame="frame"
      :labels="false"
      :time="null"
      :radius="radius"
      :balls="Object.values(points)"
    />
    <BallTags
      v-if="tagged"
      :balls="points"
      :radius="radius"
      :frame="frame"
      :size="TAG_PX / scale"
      :lines="[]"
    />
    <BallMark
      v-for="(at, ball) in balls"
      :key="ball"
      :ball="String(ball)"
      :at="put(at)"
      :radius="radius"
      :selected="selected === ball"
      :words="placeWords(at)"
      :plain="tagged"
      :class="{ still: asks !== 'ball' || ball === 'cue' }"
      @click="asks === 'ball' && ball !== 'cue' && emit('ball', String(ball))"
      @keydown.enter="asks === 'ball' && ball !== 'cue' && emit('ball', String(ball))"
    />
    <g v-for="mark in marks ?? []" :key="mark.letter" :transform="`translate(${put(mark.at).join(' ')})`">
      <circle :r="radius * 1.5" class="mark" />
      <text :font-size="radius * 1.5" y="0.36em" class="letter">{{ mark.letter }}</text>
    </g>
    <template v-if="asks === 'pocket' || pocket">
      <circle
        v-for="one in pockets.filter((one) => asks === 'pocket' || one.key === pocket)"
        :key="one.key"
        :cx="one.at[0]"
        :cy="one.at[1]"
        :r="radius * 2.7"
        class="pocket"
        :class="{ chosen: pocket === one.key, still: asks !== 'pocket' }"
        :tabindex="asks === 'pocket' ? 0 : undefined"
        :role="asks === 'pocket' ? 'button' : undefined"
        :aria-label="asks === 'pocket' ? one.name : undefined"
        :data-pocket="one.key"
        @click="asks === 'pocket' && emit('pocket', one.key)"
        @keydown.enter="asks === 'pocket' && emit('pocket', one.key)"
      />
    </template>
    <circle v-if="aimed" :cx="put(aimed)[0]" :cy="put(aimed)[1]" :r="radius" class="aimed" />
    <PlacePicker v-if="asks === 'place'" :frame="frame" @pick="choose" />
  </svg>
</template>

<style scoped>
.practice {
  display: block;
  width: 100%;
  aspect-ratio: 2.84 / 1.57;
  touch-action: manipulation;
  user-select: none;
}
.upright {
  aspect-ratio: 1.57 / 2.84;
}
.zone {
  fill: var(--mark);
  fill-opacity: 0.16;
  stroke: var(--mark);
  stroke-width: 4;
  stroke-dasharray: 14 9;
}
.rest {
  fill: var(--pale);
  stroke: var(--edge);
  stroke-width: 2;
}
.miss {
  fill: none;
  stroke: var(--refused);
  stroke-width: 7;
}
.meant {
  fill: none;
  stroke: var(--ivory);
  stroke-width: 5;
  stroke-dasharray: 16 12;
}
.mark,
.aimed {
  fill: none;
  stroke: var(--mark);
  stroke-width: 6;
}
.aimed {
  stroke-dasharray: 10 6;
}
.letter {
  fill: var(--mark);
  font-family: var(--sans);
  font-weight: 700;
  text-anchor: middle;
}
.pocket {
  fill: transparent;
  stroke: var(--mark);
  stroke-width: 6;
  stroke-dasharray: 12 8;
  cursor: pointer;
}
.pocket.chosen {
  stroke-dasharray: none;
  stroke-width: 9;
}
.still {
  pointer-events: none;
}
</style>
