<script setup lang="ts">
import type { Frame } from './frame'
import type { Place } from './place'

/** Where others point, each for a moment. */
defineProps<{ frame: Frame; radius: number; pointers: { seat: number; name: string; at: Place }[] }>()
</script>

<template>
  <g
    v-for="pointer in pointers"
    :key="pointer.seat"
    :transform="`translate(${frame.fromDiamonds(pointer.at).join(' ')})`"
    class="pointer"
  >
    <circle :r="radius * 1.5" />
    <circle :r="radius * 0.3" class="dot" />
    <text :y="-radius * 2" class="label">{{ pointer.name }}</text>
  </g>
</template>

<style scoped src="./label.css"></style>
<style scoped>
.pointer {
  pointer-events: none;
}
circle {
  fill: none;
  stroke: var(--mark);
  stroke-width: 10;
}
.dot {
  fill: var(--mark);
  stroke: none;
}
@media (prefers-reduced-motion: no-preference) {
  .pointer {
    animation: fade 1.6s ease-in forwards;
  }
}
@keyframes fade {
  60% {
    opacity: 1;
  }
  to {
    opacity: 0;
  }
}
</style>
