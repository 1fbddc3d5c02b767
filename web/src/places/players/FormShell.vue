<script setup lang="ts">
import Button from 'primevue/button'
import { text } from '@/words/text/players'

/** A form on the page: its title, its fields, save and close. */
defineProps<{ title: string; canSave: boolean }>()
defineEmits<{ save: []; close: [] }>()
</script>

<template>
  <form
    class="form"
    :aria-label="title"
    novalidate
    @submit.prevent="$emit('save')"
    @keydown.esc="$emit('close')"
  >
    <h2>{{ title }}</h2>
    <div class="fields"><slot /></div>
    <div class="acts">
      <Button type="submit" :label="text.save" :disabled="!canSave" />
      <Button type="button" :label="text.close" variant="text" @click="$emit('close')" />
    </div>
  </form>
</template>

<style scoped>
.form {
  border: 1px solid var(--brass);
  border-radius: var(--radius-lg);
  padding: 12px 14px;
}
h2 {
  font-size: var(--text-lg);
}
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 10px 16px;
  margin: 8px 0 12px;
}
.fields :deep(label) {
  display: grid;
  align-content: start;
  gap: 3px;
  font-weight: 600;
}
.fields :deep(:is(input, select)) {
  min-height: 36px;
  padding: 4px 9px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
  font: 400 var(--text-base) var(--sans);
}
.fields :deep(.muted) {
  font-weight: 400;
  font-size: var(--text-sm);
}
.acts {
  display: flex;
  gap: 8px;
}
</style>
