<script setup lang="ts">
import { ref } from 'vue'
import type { Place } from '@/drawing/place'
import type { Frame, Point } from './frame'

/** A place that is pointed at, anywhere on the table and its rails; where it may be is for the page to say. */
const props = defineProps<{ frame: Frame }>()
const emit = defineEmits<{ pick: [at: Place] }>()
const surface = ref<SVGRectElement | null>(null)
function pick(event: PointerEvent) {
  const matrix = surface.value?.getScreenCTM()
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix?.inverse())
  emit('pick', props.frame.toDiamonds([x, y] as Point))
}
</script>

<template>
  <rect
    ref="surface"
    v-bind="frame.box"
    fill="transparent"
    class="picker"
    @pointerdown.stop
    @pointerup.stop="pick"
  />
</template>

<style scoped>
.picker {
  cursor: crosshair;
}
</style>
