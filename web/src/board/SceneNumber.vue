<script setup lang="ts">
import { text } from '@/words/text/board'

/** A count of the scene, typed or stepped: kept only when it can be. */
const props = defineProps<{ label: string; before: string; min: number; max: number }>()
const count = defineModel<number>({ required: true })
function take(event: Event) {
  const field = event.target as HTMLInputElement
  const next = Math.round(Number(field.value))
  if (field.value !== '' && next >= props.min && next <= props.max) count.value = next
  else field.value = String(count.value)
}
</script>

<template>
  <label class="number" :title="text.fromTo(label, min, max)">
    <span class="muted">{{ before }}</span>
    <input type="number" :aria-label="label" :min="min" :max="max" :value="count" @change="take" />
  </label>
</template>

<style scoped>
.number {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  padding: 0 0 0 2px;
  border-bottom: 1px solid var(--hairline);
  font-size: var(--text-md);
}
.number:hover {
  border-bottom-color: var(--brass);
}
input {
  width: 44px;
  border: 0;
  background: transparent;
  color: var(--ink);
  font: 600 var(--text-sm) var(--sans);
  padding: 4px 2px;
}
</style>
