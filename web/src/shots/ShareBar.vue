<script setup lang="ts">
import { computed } from 'vue'
import { ENDINGS } from './endings'

const props = defineProps<{ shares: Record<string, number>; values?: Record<string, number> }>()
const parts = computed(() =>
  ENDINGS.map((e) => ({ ...e, share: props.shares[e.key] ?? 0 })).filter((e) => e.share > 0.004),
)
const words = computed(() => parts.value.map((p) => `${p.word} ${Math.round(100 * p.share)} %`).join(', '))
</script>

<template>
  <span class="bar" role="img" :aria-label="words" :title="words">
    <span v-for="p in parts" :key="p.key" :class="['part', p.key]" :style="{ flexGrow: p.share }" />
  </span>
</template>

<style src="./endings.css"></style>
<style scoped>
.bar {
  display: flex;
  height: 11px;
  border-radius: var(--radius-sm);
  overflow: hidden;
}
.part {
  flex: 1 1 0;
  border-right: 1px solid var(--sheet);
}
</style>
