<script setup lang="ts">
import { computed } from 'vue'
import type { DrillProgress } from '@/api/client'
import { dayWords } from '@/words/days'
import { percent } from '@/shots/words'
import { text } from '@/words/text/practice'

/** Shares made, day by day and step by step, with intervals; a bar across says what was expected there. */
const props = defineProps<{ days: DrillProgress['days'] }>()
const MOST = 14
const days = computed(() => props.days.slice(-MOST))
const [left, top, high, each] = [38, 10, 170, 44]
const width = computed(() => left + Math.max(6, days.value.length) * each + 8)
const x = (k: number) => left + (k + 0.5) * each
const y = (share: number) => top + (1 - share) * high
const shortDay = (iso: string) => dayWords(iso).split(' ').slice(0, 2).join(' ')
const words = computed(
  () =>
    text.sharesMadeByDay +
    days.value
      .map((day) => text.stepOf(dayWords(day.day), day.step + 1, percent(day.share.value), day.attempts))
      .join('; '),
)
</script>

<template>
  <svg
    class="chart"
    :style="{ maxWidth: `${width}px` }"
    :viewBox="`0 0 ${width} ${top + high + 48}`"
    role="img"
    :aria-label="words"
  >
    <g class="grid">
      <template v-for="v in [0, 0.25, 0.5, 0.75, 1]" :key="v">
        <path :d="`M${left} ${y(v)}H${width - 8}`" />
        <text :x="left - 6" :y="y(v) + 4" text-anchor="end">{{ 100 * v }}</text>
      </template>
      <text :transform="`translate(10 ${y(0.5)}) rotate(-90)`" text-anchor="middle">{{ text.madeAxis }}</text>
    </g>
    <g v-for="(day, k) in days" :key="k">
      <path
        v-if="day.expected != null"
        class="expected"
        :d="`M${x(k) - 15} ${y(day.expected)}H${x(k) + 15}`"
      />
      <path class="span" :d="`M${x(k)} ${y(day.share.low)}V${y(day.share.high)}`" />
      <circle :cx="x(k)" :cy="y(day.share.value)" r="5" />
      <text :x="x(k)" :y="y(0) + 17" text-anchor="middle">{{ shortDay(day.day) }}</text>
      <text :x="x(k)" :y="y(0) + 33" text-anchor="middle" class="step">
        {{ text.stepNumbered(day.step + 1) }}
      </text>
    </g>
  </svg>
  <p class="key">
    <span class="dot" /> {{ text.madeAndHowSure }} <span class="bar" /> {{ text.expectedLabel }}
  </p>
</template>

<style scoped>
.chart {
  width: 100%;
}
text {
  font: 12px var(--sans);
  fill: var(--muted);
}
.step {
  fill: var(--ink);
}
path {
  fill: none;
}
.grid path {
  stroke: var(--hairline);
  stroke-width: 0.7;
}
.expected {
  stroke: var(--brass);
  stroke-width: 3;
}
.span {
  stroke: var(--shape);
  stroke-width: 1.8;
}
circle {
  fill: var(--shape);
}
.key {
  margin: 0;
  font-size: 12.5px;
  color: var(--muted);
}
.dot,
.bar {
  display: inline-block;
  vertical-align: middle;
  background: var(--shape);
}
.dot {
  width: 10px;
  height: 10px;
  border-radius: 50%;
}
.bar {
  width: 22px;
  height: 3px;
  margin-left: 12px;
  background: var(--brass);
}
</style>
