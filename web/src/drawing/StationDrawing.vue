<script setup lang="ts">
import { computed } from 'vue'
import type { Table } from '@/api/client'
import type { Place } from '@/drawing/place'
import { frameOf, polyline, type Point } from './frame'
import PlacePicker from './PlacePicker.vue'
import TableBed from './TableBed.vue'
import { useKeyPlace } from './useKeyPlace'
import { useUpright } from './useUpright'

/** A shot that is asked for, drawn to scale; where a lone cue ball came to rest is tapped, or set with the arrow keys. */
const props = defineProps<{
  table: Table
  cue: Place
  ball?: Place | null
  pocket?: string
  /** Where the cue ball is to come to rest. */
  mark?: Place | null
  /** The way of the cue ball, places. */
  way?: Place[]
  /** Where it came to rest so far. */
  rests?: Place[]
  /** Whether a place is asked for. */
  asks?: boolean
  words: string
}>()
const emit = defineEmits<{ rest: [at: Place] }>()

const upright = useUpright()
const frame = computed(() => frameOf(props.table, upright.value))
const radius = computed(() => 1000 * props.table.radius)
const at = (place: readonly number[]): Point => frame.value.fromDiamonds(place)
const CORNERS: Record<string, Place> = {
  'head-near': [0, 0], 'side-near': [4, 0], 'foot-near': [8, 0],
  'head-far': [0, 4], 'side-far': [4, 4], 'foot-far': [8, 4],
} // prettier-ignore
const pocketAt = computed(() => (props.pocket ? at(CORNERS[props.pocket] ?? [8, 4]) : null))
const toPocket = computed(() =>
  props.ball && pocketAt.value ? polyline([at(props.ball), pocketAt.value]) : '',
)
/** The ball met: two radii before the object ball on the line of the pocket. */
const ghost = computed<Point | null>(() => {
  if (!props.ball || !pocketAt.value) return null
  const [x, y] = at(props.ball)
  const [u, v] = [pocketAt.value[0] - x, pocketAt.value[1] - y]
  const size = Math.hypot(u, v)
  return [x - (2 * radius.value * u) / size, y - (2 * radius.value * v) / size]
})
const cueWay = computed(() =>
  ghost.value ? polyline([at(props.cue), ghost.value]) : polyline((props.way ?? []).map((p) => at(p))),
)
const { aimed, choose, step } = useKeyPlace(
  () => !!props.asks,
  () => props.mark ?? [4, 2],
  upright,
  (at) => emit('rest', at),
)
</script>

<template>
  <svg
    :viewBox="frame.viewBox"
    class="station"
    :class="{ upright }"
    :tabindex="asks ? 0 : undefined"
    :role="asks ? 'application' : 'img'"
    :aria-label="words"
    @keydown="step"
  >
    <TableBed :table="table" :frame="frame" />
    <polyline v-if="toPocket" :points="toPocket" class="way" />
    <polyline v-if="cueWay" :points="cueWay" class="way cue-way" />
    <circle v-if="ghost" :cx="ghost[0]" :cy="ghost[1]" :r="radius" class="ghost" />
    <g v-if="mark && !ball">
      <circle :cx="at(mark)[0]" :cy="at(mark)[1]" :r="radius * 2.4" class="mark" />
      <path :d="`M${at(mark)[0] - 24} ${at(mark)[1]}h48m-24 -24v48`" class="mark" />
    </g>
    <circle
      v-for="(rest, i) in rests ?? []"
      :key="i"
      :cx="at(rest)[0]"
      :cy="at(rest)[1]"
      r="15"
      class="rest"
    />
    <circle :cx="at(cue)[0]" :cy="at(cue)[1]" :r="radius" class="cue" />
    <circle v-if="ball" :cx="at(ball)[0]" :cy="at(ball)[1]" :r="radius" class="object" />
    <circle v-if="aimed" :cx="at(aimed)[0]" :cy="at(aimed)[1]" :r="radius" class="aimed" />
    <PlacePicker v-if="asks" :frame="frame" @pick="choose" />
  </svg>
</template>

<style scoped>
.station {
  display: block;
  width: 100%;
  aspect-ratio: 2.84 / 1.57;
  touch-action: manipulation;
  user-select: none;
}
.upright {
  aspect-ratio: 1.57 / 2.84;
}
.way {
  fill: none;
  stroke: var(--ivory);
  stroke-width: 5;
  stroke-dasharray: 16 12;
  opacity: 0.75;
}
.cue-way {
  stroke-dasharray: none;
}
.ghost {
  fill: none;
  stroke: var(--ivory);
  stroke-width: 3.5;
  stroke-dasharray: 9 7;
}
.mark {
  fill: none;
  stroke: var(--mark);
  stroke-width: 6;
}
.rest {
  fill: var(--pale);
  fill-opacity: 0.75;
  stroke: var(--edge);
  stroke-width: 2;
}
.cue {
  fill: var(--ivory);
  stroke: var(--edge);
  stroke-width: 2;
}
.object {
  fill: var(--mark);
  stroke: var(--edge);
  stroke-width: 2;
}
.aimed {
  fill: none;
  stroke: var(--mark);
  stroke-width: 6;
  stroke-dasharray: 10 6;
}
</style>
