<script setup lang="ts">
import { computed } from 'vue'
import type { Option } from '@/api/client'
import { percent } from './words'
import { text } from '@/words/text/shots'

const props = defineProps<{ turning: NonNullable<Option['turning_point']> }>()
/** Make chance runs to the right, rack chance upward; both 0 to 1. */
const [width, height] = [208, 112]
const x = (make: number) => 30 + make * width
const y = (rack: number) => 8 + (1 - rack) * height
const mine = computed(() => {
  const t = props.turning
  return t.mine * t.if_made + (1 - t.mine) * t.if_missed
})
const words = computed(() => {
  const t = props.turning
  const crossing = t.make === null ? text.neverEqual : text.equalAt(percent(t.make))
  return text.turningWords(
    percent(t.if_missed),
    percent(t.if_made),
    percent(t.other),
    crossing,
    percent(t.mine),
  )
})
</script>

<template>
  <svg class="turning" :viewBox="`0 0 ${width + 44} ${height + 42}`" role="img" :aria-label="words">
    <g class="grid">
      <path v-for="v in [0, 0.5, 1]" :key="v" :d="`M${x(0)} ${y(v)}H${x(1)}`" />
      <text v-for="v in [0, 0.5, 1]" :key="`t${v}`" :x="x(0) - 5" :y="y(v) + 3.5" text-anchor="end">
        {{ 100 * v }}
      </text>
      <text v-for="v in [0, 0.5, 1]" :key="`x${v}`" :x="x(v)" :y="y(0) + 14" text-anchor="middle">
        {{ 100 * v }}
      </text>
      <text :x="x(0.5)" :y="y(0) + 29" text-anchor="middle">{{ text.makeChance }}</text>
    </g>
    <path class="other" :d="`M${x(0)} ${y(turning.other)}H${x(1)}`" />
    <path class="line" :d="`M${x(0)} ${y(turning.if_missed)}L${x(1)} ${y(turning.if_made)}`" />
    <g v-if="turning.make !== null" class="crossing">
      <path :d="`M${x(turning.make)} ${y(turning.other)}V${y(0)}`" />
      <path
        class="mark"
        :d="`M${x(turning.make)} ${y(turning.other) - 5}l5 5 -5 5 -5 -5z`"
        role="presentation"
      />
    </g>
    <circle class="mine" :cx="x(turning.mine)" :cy="y(mine)" r="4.5" />
  </svg>
</template>

<style scoped>
.turning {
  width: 252px;
  max-width: 100%;
}
text {
  font: 11px var(--sans);
  fill: var(--muted);
}
path {
  fill: none;
}
.grid path {
  stroke: var(--hairline);
}
.line {
  stroke: var(--ink);
  stroke-width: 2;
}
.other {
  stroke: var(--nothing);
  stroke-width: 2;
  stroke-dasharray: 6 4;
}
.crossing path {
  stroke: var(--brass);
  stroke-dasharray: 2 3;
}
.crossing .mark {
  fill: var(--brass);
  stroke: none;
}
.mine {
  fill: var(--shape);
  stroke: var(--sheet);
  stroke-width: 1.5;
}
</style>
