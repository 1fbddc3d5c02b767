<script setup lang="ts">
import { computed } from 'vue'
import type { Reliability } from '@/api/client'
import { percent } from '@/shots/words'
import { text } from '@/words/text/record'

/** What was said to the right, how often it came upward, tenth by tenth with intervals; on the diagonal it came true. */
const props = defineProps<{ found: Reliability; what: string }>()
const [size, left, top] = [220, 44, 8]
const x = (share: number) => left + share * size
const y = (share: number) => top + (1 - share) * size
const most = computed(() => Math.max(1, ...props.found.tenths.map((one) => one.count)))
/** A tenth in which much was said is drawn larger. */
const radius = (count: number) => 3 + 5 * Math.sqrt(count / most.value)
const words = computed(
  () =>
    `${props.what}: ` +
    props.found.tenths
      .map((one) => text.saidAboutCameIn(percent(one.said), percent(one.came.value), one.count))
      .join('; '),
)
</script>

<template>
  <svg class="chart" :viewBox="`0 0 ${left + size + 12} ${top + size + 44}`" role="img" :aria-label="words">
    <g class="grid">
      <template v-for="v in [0, 0.25, 0.5, 0.75, 1]" :key="v">
        <path :d="`M${x(0)} ${y(v)}H${x(1)}M${x(v)} ${y(0)}V${y(1)}`" />
        <text :x="x(0) - 6" :y="y(v) + 4" text-anchor="end">{{ 100 * v }}</text>
        <text :x="x(v)" :y="y(0) + 16" text-anchor="middle">{{ 100 * v }}</text>
      </template>
      <text :x="x(0.5)" :y="y(0) + 34" text-anchor="middle">{{ text.saidAxis }}</text>
      <text :transform="`translate(12 ${y(0.5)}) rotate(-90)`" text-anchor="middle">{{ text.cameAxis }}</text>
    </g>
    <path class="true" :d="`M${x(0)} ${y(0)}L${x(1)} ${y(1)}`" />
    <g v-for="one in found.tenths" :key="one.low">
      <path class="span" :d="`M${x(one.said)} ${y(one.came.low)}V${y(one.came.high)}`" />
      <circle :cx="x(one.said)" :cy="y(one.came.value)" :r="radius(one.count)" />
    </g>
  </svg>
</template>

<style scoped>
.chart {
  width: 290px;
  max-width: 100%;
}
text {
  font: 12px var(--sans);
  fill: var(--muted);
}
path {
  fill: none;
}
.grid path {
  stroke: var(--hairline);
  stroke-width: 0.7;
}
.true {
  stroke: var(--ink);
  stroke-dasharray: 5 4;
}
.span {
  stroke: var(--shape);
  stroke-width: 1.6;
}
circle {
  fill: var(--shape);
  stroke: var(--sheet);
  stroke-width: 1;
}
</style>
