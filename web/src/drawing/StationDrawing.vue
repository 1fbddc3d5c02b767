<script setup lang="ts">
import { computed } from 'vue'
import type { Table } from '@/api/client'
import type { Place } from '@/drawing/place'
import { polyline, type Point } from './frame'
import PracticeDrawing from './PracticeDrawing.vue'

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

type Put = (place: readonly number[]) => Point
const CORNERS: Record<string, Place> = {
  'head-near': [0, 0], 'side-near': [4, 0], 'foot-near': [8, 0],
  'head-far': [0, 4], 'side-far': [4, 4], 'foot-far': [8, 4],
} // prettier-ignore
const balls = computed(() => ({ cue: props.cue, ...(props.ball ? { '1': props.ball } : {}) }))
const pocketAt = computed(() => (props.ball && props.pocket ? (CORNERS[props.pocket] ?? null) : null))

/** The ball met: two radii before the object ball on the line of the pocket. */
function ghost(put: Put, radius: number): Point | null {
  if (!props.ball || !pocketAt.value) return null
  const [[x, y], [px, py]] = [put(props.ball), put(pocketAt.value)]
  const size = Math.hypot(px - x, py - y)
  return [x - (2 * radius * (px - x)) / size, y - (2 * radius * (py - y)) / size]
}
/** Ways as they are drawn: of the ball into the pocket, of the cue ball to where it meets it, or alone. */
function ways(put: Put, radius: number) {
  const met = ghost(put, radius)
  return {
    ball: props.ball && pocketAt.value ? polyline([put(props.ball), put(pocketAt.value)]) : '',
    cue: met ? polyline([put(props.cue), met]) : polyline((props.way ?? []).map(put)),
  }
}
</script>

<template>
  <PracticeDrawing
    :table="table"
    :balls="balls"
    :rests="(rests ?? []).map((at) => ({ at, made: true }))"
    :asks="asks ? 'place' : null"
    :from="mark ?? null"
    :words="words"
    class="station"
    @place="emit('rest', $event)"
  >
    <template #default="{ put, radius }">
      <polyline :points="ways(put, radius).ball" class="way" />
      <polyline :points="ways(put, radius).cue" class="way cue-way" />
      <circle
        v-for="(met, i) in [ghost(put, radius)].filter((one) => !!one)"
        :key="i"
        :cx="met[0]"
        :cy="met[1]"
        :r="radius"
        class="ghost"
      />
      <g v-if="mark && !ball" :transform="`translate(${put(mark).join(' ')})`">
        <circle :r="radius * 2.4" class="mark" />
        <path d="M-24 0h48m-24 -24v48" class="mark" />
      </g>
    </template>
  </PracticeDrawing>
</template>

<style scoped>
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
</style>
