<script setup lang="ts">
import { computed } from 'vue'
import type { MatchAfter } from '@/api/client'
import { percent } from '@/shots/words'
import { text } from '@/words/text/record'

/** My chance of the match after every rack, as a line; the half of it is the middle. */
const props = defineProps<{ running: MatchAfter[]; raceTo: number }>()
const [width, height, left, top] = [560, 170, 40, 10]
/** As many racks as the match may take, so that the line grows to the right as it is played. */
const most = computed(() =>
  Math.max(props.running.length - 1, Math.min(2 * props.raceTo - 1, props.running.length + 3), 1),
)
const x = (number: number) => left + (number / most.value) * width
const y = (chance: number) => top + (1 - chance) * height
const path = computed(() => props.running.map((one) => `${x(one.number)} ${y(one.chance)}`).join('L'))
const words = computed(
  () =>
    text.chanceOfTheMatch +
    props.running
      .map(
        (one) =>
          (one.number ? text.scoreIs(one.my_racks, one.their_racks) : text.atTheStart) + percent(one.chance),
      )
      .join('; '),
)
/** Every rack has its mark; labels where there is room. */
const labelled = (number: number) => most.value <= 12 || number % 2 === 0
</script>

<template>
  <svg
    class="chart"
    :viewBox="`0 0 ${left + width + 14} ${top + height + 40}`"
    role="img"
    :aria-label="words"
  >
    <g class="grid">
      <template v-for="v in [0, 0.5, 1]" :key="v">
        <path :d="`M${x(0)} ${y(v)}H${x(most)}`" :class="{ middle: v === 0.5 }" />
        <text :x="left - 7" :y="y(v) + 5" text-anchor="end">{{ 100 * v }}</text>
      </template>
      <template v-for="n in most + 1" :key="n">
        <text v-if="labelled(n - 1)" :x="x(n - 1)" :y="y(0) + 18" text-anchor="middle">{{ n - 1 }}</text>
      </template>
      <text :x="x(most / 2)" :y="y(0) + 36" text-anchor="middle">{{ text.racksPlayedChanceOfThe }}</text>
    </g>
    <path class="line" :d="`M${path}`" />
    <circle v-for="one in running" :key="one.number" :cx="x(one.number)" :cy="y(one.chance)" r="5" />
  </svg>
</template>

<style scoped>
.chart {
  width: 100%;
  max-height: 260px;
}
text {
  font: 14px var(--sans);
  fill: var(--muted);
}
path {
  fill: none;
}
.grid path {
  stroke: var(--hairline);
}
.grid .middle {
  stroke-dasharray: 5 4;
  stroke: var(--muted);
}
.line {
  stroke: var(--shape);
  stroke-width: 3;
  stroke-linejoin: round;
}
circle {
  fill: var(--shape);
  stroke: var(--sheet);
  stroke-width: 1.5;
}
@media (max-width: 760px) {
  text {
    font-size: 19px;
  }
}
</style>
