<script setup lang="ts">
import type { Point } from './frame'
import { text } from '@/words/text/drawing'

/** The ring about the cue ball that is in hand. */
defineProps<{ at: Point; radius: number }>()
</script>

<template>
  <g :transform="`translate(${at.join(' ')})`" class="in-hand">
    <circle :r="radius + 9" />
    <text :y="radius + 46" class="label">{{ text.inHand }}</text>
  </g>
</template>

<style scoped src="./label.css"></style>
<style scoped>
.in-hand {
  pointer-events: none;
}
.in-hand circle {
  fill: none;
  stroke: var(--mark);
  stroke-width: 5;
  stroke-dasharray: 14 8;
}
</style>
