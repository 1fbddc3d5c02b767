<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Table } from '@/api/client'
import { frameOf } from './frame'
import type { Place } from './place'
import { pointOn } from './pointer'

/** A drawn table on which somebody points: where bare cloth is pressed, and where the pointer goes from there. */
const props = defineProps<{ table: Table | undefined; upright: boolean }>()
const emit = defineEmits<{ point: [at: Place] }>()
const frame = computed(() => (props.table ? frameOf(props.table, props.upright) : null))
const points = ref(false)

function point(event: PointerEvent) {
  const svg = (event.currentTarget as Element).querySelector<SVGSVGElement>('svg.table')
  if (!svg || !frame.value || !points.value) return
  const [x, y] = frame.value.toDiamonds(pointOn(svg, event))
  if (x > -0.5 && x < 8.5 && y > -0.5 && y < 4.5) emit('point', [x, y])
}
function press(event: PointerEvent) {
  points.value = !(event.target as Element).closest('[data-ball], button')
  point(event)
}
</script>

<template>
  <div
    @pointerdown="press"
    @pointermove="point"
    @pointerup="points = false"
    @pointercancel="points = false"
    @pointerleave="points = false"
  >
    <slot />
  </div>
</template>
