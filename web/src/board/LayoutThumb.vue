<script setup lang="ts">
import { computed } from 'vue'
import type { components } from '@/api/schema'
import { BALL_COLOURS } from '@/design/colours'
import { ballName, isStripe } from '@/drawing/balls'
import { gameOf } from './document'

/** A layout as a small drawing: enough to know it again. */
const props = defineProps<{ document: components['schemas']['LayoutDocument'] }>()
const balls = computed(() => Object.entries(props.document.balls))
const words = computed(() => {
  const names = balls.value.map(([ball]) => ballName(ball)).join(', ')
  return `${gameOf(props.document.game ?? 'nine-ball').name}: ${names}`
})
const POCKETS: [number, number][] = [0, 4, 8].flatMap((x) => [0, 4].map((y) => [x, y] as [number, number]))
</script>

<template>
  <svg viewBox="-0.35 -0.35 8.7 4.7" class="thumb" role="img" :aria-label="words">
    <rect x="-0.35" y="-0.35" width="8.7" height="4.7" rx="0.3" class="rail" />
    <rect width="8" height="4" class="cloth" />
    <circle v-for="[x, y] in POCKETS" :key="`${x}-${y}`" :cx="x" :cy="y" r="0.2" class="drop" />
    <g v-for="[ball, [x = 0, y = 0]] in balls" :key="ball">
      <circle :cx="x" :cy="4 - y" r="0.26" :fill="BALL_COLOURS[ball]" class="ball" />
      <circle v-if="isStripe(ball)" :cx="x" :cy="4 - y" r="0.11" class="stripe" />
    </g>
  </svg>
</template>

<style scoped>
.thumb {
  width: 108px;
  flex: none;
}
.rail {
  fill: var(--rail);
}
.cloth {
  fill: var(--cloth);
}
.drop {
  fill: var(--drop);
}
.ball {
  stroke: var(--edge);
  stroke-width: 0.03;
}
.stripe {
  fill: var(--ivory);
}
</style>
