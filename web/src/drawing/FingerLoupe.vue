<script setup lang="ts">
import { computed } from 'vue'
import type { Point } from './frame'

/** What is under a finger, larger and beside it: parts of the drawing by their ids, about the ball that is carried. */
const props = defineProps<{ at: Point; radius: number; finger: Point; parts: string[] }>()
/** So many radii are seen across. */
const ACROSS = 8
/** How large it is, how far from the finger, and from the edge of the window, px. */
const [SIZE, AWAY, EDGE] = [122, 44, 6]
const viewBox = computed(() => {
  const size = ACROSS * props.radius
  return `${props.at[0] - size / 2} ${props.at[1] - size / 2} ${size} ${size}`
})
/** Above the finger; where there is no room, at the side that it is farther from. */
const place = computed(() => {
  const [x, y] = props.finger
  const [most, above] = [window.innerWidth - SIZE - EDGE, y - AWAY - SIZE]
  const beside = x > window.innerWidth / 2 ? x - AWAY - SIZE : x + AWAY
  const left = above < EDGE ? beside : x - SIZE / 2
  return {
    left: `${Math.min(most, Math.max(EDGE, left))}px`,
    top: `${Math.max(EDGE, above)}px`,
    width: `${SIZE}px`,
    height: `${SIZE}px`,
  }
})
</script>

<template>
  <svg :viewBox="viewBox" class="loupe" :style="place" aria-hidden="true">
    <use v-for="part in parts" :key="part" :href="`#${part}`" />
    <slot />
  </svg>
</template>

<style scoped>
.loupe {
  position: fixed;
  z-index: 15;
  border: 3px solid var(--mark);
  border-radius: 50%;
  background: var(--rail);
  pointer-events: none;
}
</style>
