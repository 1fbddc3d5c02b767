<script setup lang="ts">
import { ref } from 'vue'
import { arrowOf } from '@/drawing/arrows'
import { useDrag } from '@/drawing/pointer'
import { text } from '@/words/text/shots'

/** The cue ball from behind as a clock face, with the tip's place on it; moved by drag or arrow keys when it can be set. */
const props = defineProps<{ side: number; height: number; words: string; settable?: boolean }>()
const emit = defineEmits<{ set: [side: number, height: number] }>()
const STEP = 0.05
const FACE = 28
const face = ref<SVGSVGElement | null>(null)
const dragging = useDrag(
  face,
  ([x, y]) => emit('set', x / FACE, -y / FACE),
  () => props.settable,
)
function step(event: KeyboardEvent) {
  const way = arrowOf(event.key)
  if (!way || !props.settable) return
  event.preventDefault()
  event.stopPropagation()
  emit('set', props.side + STEP * way[0], props.height + STEP * way[1])
}
</script>

<template>
  <svg
    ref="face"
    viewBox="-30 -30 60 60"
    class="clock"
    :class="{ settable }"
    :role="settable ? 'slider' : 'img'"
    :tabindex="settable ? 0 : undefined"
    :aria-label="settable ? text.tipOnTheCueBall : words"
    :aria-valuenow="settable ? Math.round(100 * height) : undefined"
    :aria-valuetext="settable ? words : undefined"
    v-on="dragging"
    @keydown="step"
  >
    <circle r="28" fill="var(--ivory)" stroke="var(--ink)" />
    <circle r="14" fill="none" stroke="var(--face-ring)" stroke-dasharray="3 3" />
    <path d="M-28 0H28M0-28V28" stroke="var(--face-line)" />
    <circle r="5" :cx="FACE * side" :cy="-FACE * height" fill="var(--brass-ink)" />
  </svg>
</template>

<style scoped>
.clock {
  width: 62px;
  touch-action: none;
}
.settable {
  width: 104px;
  cursor: crosshair;
  border-radius: 50%;
}
</style>
