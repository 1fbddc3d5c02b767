<script setup lang="ts">
import { ref } from 'vue'
import type { Place } from '@/drawing/place'
import type { Frame, Point } from './frame'
import { pointOn } from './pointer'

/** Where the cue ball is wanted: a ring that follows the pointer, set by a press or at the end of a drag. */
const props = defineProps<{ frame: Frame; radius: number }>()
const emit = defineEmits<{ pick: [at: Place] }>()
const at = ref<Point | null>(null)
const surface = ref<SVGRectElement | null>(null)

const pointOf = (event: PointerEvent) => pointOn(surface.value, event)
const inside = (v: number, most: number) => Math.round(Math.min(most, Math.max(0, v)) * 1000) / 1000
function pick(event: PointerEvent) {
  // Let go where it was taken hold of, it has been wanted nowhere yet.
  if (!at.value) return
  const [x, y] = props.frame.toDiamonds(pointOf(event))
  emit('pick', [inside(x, 8), inside(y, 4)])
}
</script>

<template>
  <g class="picker">
    <rect
      ref="surface"
      v-bind="frame.box"
      fill="transparent"
      data-grip
      @pointermove="at = pointOf($event)"
      @pointerdown.stop="at = pointOf($event)"
      @pointerup.stop="pick"
    />
    <circle v-if="at" :cx="at[0]" :cy="at[1]" :r="radius" />
  </g>
</template>

<style scoped>
.picker {
  cursor: crosshair;
}
circle {
  fill: none;
  stroke: var(--mark);
  stroke-width: 6;
  stroke-dasharray: 10 6;
  pointer-events: none;
}
</style>
