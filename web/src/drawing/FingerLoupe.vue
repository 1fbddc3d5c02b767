<script setup lang="ts">
import { computed } from 'vue'
import type { Point } from './frame'
import type { View } from './zoom'

/**
 * What is under a finger, larger and beside it: parts of the drawing by their ids, about the ball that is carried, which
 * stays in the middle. They are painted once, and shifted below it.
 */
const props = defineProps<{ at: Point; radius: number; view: View; finger: Point; parts: string[] }>()
/** So many radii are seen across. */
const ACROSS = 8
/** How large it is, how far from the finger, and from the edge of the window, px. */
const [SIZE, AWAY, EDGE] = [122, 44, 6]
/** Pixels for a millimetre. */
const scale = computed(() => SIZE / (ACROSS * props.radius))
const whole = computed(() => ({
  width: `${props.view.width * scale.value}px`,
  height: `${props.view.height * scale.value}px`,
}))
const shift = computed(() => {
  const [x, y] = [props.at[0] - props.view.x, props.at[1] - props.view.y]
  return `translate(${SIZE / 2 - x * scale.value}px, ${SIZE / 2 - y * scale.value}px)`
})
const viewBox = computed(() => [props.view.x, props.view.y, props.view.width, props.view.height].join(' '))
const half = computed(() => (ACROSS * props.radius) / 2)
/** Above the finger; where there is no room, at the side that it is farther from. */
const place = computed(() => {
  const [x, y] = props.finger
  const [most, above] = [window.innerWidth - SIZE - EDGE, y - AWAY - SIZE]
  const beside = x > window.innerWidth / 2 ? x - AWAY - SIZE : x + AWAY
  const left = Math.min(most, Math.max(EDGE, above < EDGE ? beside : x - SIZE / 2))
  return {
    transform: `translate(${left}px, ${Math.max(EDGE, above)}px)`,
    width: `${SIZE}px`,
    height: `${SIZE}px`,
  }
})
</script>

<template>
  <div class="loupe" :style="place" aria-hidden="true">
    <svg :viewBox="viewBox" class="under" :style="{ ...whole, transform: shift }">
      <use v-for="part in parts" :key="part" :href="`#${part}`" />
    </svg>
    <svg :viewBox="`${-half} ${-half} ${2 * half} ${2 * half}`" class="held"><slot /></svg>
  </div>
</template>

<style scoped>
.loupe {
  position: fixed;
  z-index: 15;
  top: 0;
  left: 0;
  overflow: hidden;
  border: 3px solid var(--mark);
  border-radius: 50%;
  background: var(--rail);
  pointer-events: none;
  will-change: transform;
}
.under,
.held {
  position: absolute;
  top: 0;
  left: 0;
}
.under {
  will-change: transform;
}
.held {
  width: 100%;
  height: 100%;
}
</style>
