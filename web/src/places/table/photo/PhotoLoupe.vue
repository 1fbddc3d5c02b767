<script setup lang="ts">
import { computed } from 'vue'
import type { Spot } from './mended'

/** What is under a finger in a picture, larger and above it, with a cross in the middle. */
const props = defineProps<{ url: string; at: Spot; finger: Spot; width: number; height: number }>()
const [SIZE, AWAY, EDGE] = [132, 46, 6]
/** So many pixels of the picture are seen across. */
const ACROSS = 150
const scale = SIZE / ACROSS
const shown = computed(() => ({
  width: `${props.width * scale}px`,
  height: `${props.height * scale}px`,
  transform: `translate(${SIZE / 2 - props.at[0] * scale}px, ${SIZE / 2 - props.at[1] * scale}px)`,
}))
/** Above the finger; where there is no room, at the side that it is farther from. */
const place = computed(() => {
  const [x, y] = props.finger
  const above = y - AWAY - SIZE
  const beside = x > window.innerWidth / 2 ? x - AWAY - SIZE : x + AWAY
  const left = Math.min(window.innerWidth - SIZE - EDGE, Math.max(EDGE, above < EDGE ? beside : x - SIZE / 2))
  return { transform: `translate(${left}px, ${Math.max(EDGE, above)}px)` }
})
</script>

<template>
  <Teleport to="body">
    <div class="loupe" :style="place" aria-hidden="true">
      <img :src="url" :style="shown" alt="" />
      <svg viewBox="-66 -66 132 132"><path d="M-14 0H-4M4 0H14M0 -14V-4M0 4V14" /></svg>
    </div>
  </Teleport>
</template>

<style scoped>
.loupe {
  position: fixed;
  z-index: 4000;
  top: 0;
  left: 0;
  width: 132px;
  height: 132px;
  overflow: hidden;
  border: 3px solid var(--mark);
  border-radius: 50%;
  background: var(--rail);
  pointer-events: none;
}
img {
  position: absolute;
  top: 0;
  left: 0;
  max-width: none;
}
svg {
  position: absolute;
  inset: 0;
}
path {
  stroke: var(--mark);
  stroke-width: 2.5;
  paint-order: stroke;
}
</style>
