<script setup lang="ts">
import { ref } from 'vue'
import type { Place } from '@/drawing/place'
import type { Frame } from './frame'
import { pointOn } from './pointer'

/** A place that is pointed at, anywhere on the table and its rails; where it may be is for the page to say. */
const props = defineProps<{ frame: Frame }>()
const emit = defineEmits<{ pick: [at: Place] }>()
const surface = ref<SVGRectElement | null>(null)
const pick = (event: PointerEvent) => emit('pick', props.frame.toDiamonds(pointOn(surface.value, event)))
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
