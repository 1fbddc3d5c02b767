<script setup lang="ts">
import { computed } from 'vue'
import type { Option } from '@/api/client'
import { capital } from './words'
import { BALL_COLOURS } from '@/design/colours'
import { text } from '@/words/text/shots'

/** How much of the object ball the cue ball covers at the hit, as the shooter sees it, in a picture and in words. */
const props = defineProps<{ option: Option }>()
const offset = computed(() => (1 - props.option.fullness) * 44 * (props.option.hit_side === 'right' ? -1 : 1))
const target = computed(() => BALL_COLOURS[props.option.target ?? '1'])
</script>

<template>
  <svg viewBox="-60 -26 120 52" width="118" role="img" :aria-label="option.hit">
    <circle r="22" :cx="0" :fill="target" stroke="var(--edge)" />
    <circle r="22" :cx="-offset" fill="var(--ivory)" fill-opacity="0.86" stroke="var(--ink)" />
  </svg>
  <b>{{ capital(option.hit) }}</b>
  <span class="muted">{{ text.cut(Math.abs(option.cut_deg).toFixed(0)) }}</span>
</template>
