<script setup lang="ts">
import { computed } from 'vue'
import type { KickSum, KickWindow, Table } from '@/api/client'
import type { Place } from '@/drawing/place'
import { diamondsOf, numberWords, placeOf, startsOf } from './rails'
import { pathOf, type Frame } from './frame'
import { text } from '@/words/text/drawing'

/** The numbers of a kick over the table: those of its first rail, the lines of the sum, the window, and where it is aimed. */
const props = defineProps<{
  sum: KickSum
  window: KickWindow | null
  number: number | null
  route: string[]
  rail: string | null
  countedFrom: string | null
  frame: Frame
  table: Table
  radius: number
}>()
const size = computed(() => ({ length: props.table.length, width: props.table.width }))
const at = (number: number, atNose = false) =>
  props.frame.fromDiamonds(placeOf(props.rail ?? '', props.countedFrom ?? '', number, size.value, atNose))
const ticks = computed(() =>
  props.rail && props.countedFrom
    ? Array.from({ length: diamondsOf(props.rail) - 1 }, (_, k) => ({
        number: 10 * (k + 1),
        at: at(10 * (k + 1)),
      }))
    : [],
)
const starts = computed(() =>
  props.sum.kind === 'three-cushion'
    ? startsOf(props.route, size.value).map(({ number, at }) => ({
        number,
        at: props.frame.fromDiamonds(at),
      }))
    : [],
)
const lines = computed(() =>
  (props.sum.lines ?? []).map((line) =>
    pathOf(line.map((place) => props.frame.fromDiamonds(place as Place))),
  ),
)
const stretch = computed(() =>
  props.window && props.rail ? pathOf([at(props.window.low, true), at(props.window.high, true)]) : '',
)
const asked = computed(() => props.sum.played?.[0]?.number ?? null)
</script>

<template>
  <g class="kick" aria-hidden="true">
    <path v-for="(d, k) in lines" :key="k" :d="d" class="sum" />
    <path v-if="stretch" :d="stretch" class="window" />
    <text v-for="tick in ticks" :key="tick.number" :x="tick.at[0]" :y="tick.at[1]" dy="0.36em" class="tick">
      {{ tick.number }}
    </text>
    <text
      v-for="start in starts"
      :key="start.number"
      :x="start.at[0]"
      :y="start.at[1]"
      dy="0.36em"
      class="start"
    >
      {{ start.number }}
    </text>
    <template v-if="rail">
      <g v-if="sum.first_rail != null" :transform="`translate(${at(sum.first_rail).join(' ')})`" class="said">
        <title>{{ text.theSum(numberWords(sum.first_rail)) }}</title>
        <path d="M0 -26L26 0L0 26L-26 0Z" />
      </g>
      <circle v-if="asked !== null" :cx="at(asked)[0]" :cy="at(asked)[1]" r="17" class="asked">
        <title>{{ text.whatThisTableAsks(numberWords(asked)) }}</title>
      </circle>
      <g v-if="number !== null" :transform="`translate(${at(number, true).join(' ')})`" class="aimed">
        <title>{{ text.aimedAt(numberWords(number)) }}</title>
        <circle r="20" />
        <circle r="5" class="dot" />
      </g>
    </template>
  </g>
</template>

<style scoped>
.sum {
  fill: none;
  stroke: var(--mark);
  stroke-width: 4;
  stroke-dasharray: 18 12;
  opacity: 0.9;
}
.window {
  fill: none;
  stroke: var(--mark);
  stroke-width: 22;
  opacity: 0.55;
}
.tick {
  fill: var(--sight);
  font: 600 max(40px, var(--label-mm, 40px)) var(--sans);
  text-anchor: middle;
}
.start {
  fill: var(--mark);
  font: 500 max(32px, var(--label-mm, 32px)) var(--sans);
  text-anchor: middle;
}
.said path {
  fill: none;
  stroke: var(--mark);
  stroke-width: 6;
}
.asked {
  fill: var(--mark);
  stroke: var(--on-disc);
  stroke-width: 3;
}
.aimed circle {
  fill: none;
  stroke: var(--cue-light);
  stroke-width: 6;
}
.aimed .dot {
  fill: var(--cue-light);
  stroke: none;
}
</style>
