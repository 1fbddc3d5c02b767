<script setup lang="ts">
import { computed } from 'vue'
import type { Option } from '@/api/client'
import { BALL_COLOURS } from '@/drawing/balls'

/** How much of the object ball the cue ball covers at the hit, as the shooter sees it, in a picture and in words. */
const props = defineProps<{ option: Option }>()
const thickness = computed(() => {
  const f = props.option.fullness
  const word =
    f >= 0.875 ? 'Full' : f >= 0.625 ? 'Three-quarter' : f >= 0.375 ? 'Half' : f >= 0.18 ? 'Quarter' : 'Thin'
  return f >= 0.875 ? word : `${word}, its ${props.option.hit_side}`
})
const offset = computed(() => (1 - props.option.fullness) * 44 * (props.option.hit_side === 'right' ? -1 : 1))
const target = computed(() => BALL_COLOURS[props.option.target ?? '1'])
</script>

<template>
  <svg viewBox="-60 -26 120 52" width="118" role="img" :aria-label="thickness">
    <circle r="22" :cx="0" :fill="target" stroke="#0006" />
    <circle r="22" :cx="-offset" fill="#fbf8ee" fill-opacity="0.86" stroke="var(--ink)" />
  </svg>
  <b>{{ thickness }}</b>
  <span class="muted">cut {{ Math.abs(option.cut_deg).toFixed(0) }}°</span>
</template>
