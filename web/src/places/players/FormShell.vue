<script setup lang="ts">
import Button from 'primevue/button'

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
      <Button type="submit" label="Save" :disabled="!canSave" />
      <Button type="button" label="Close" variant="text" @click="$emit('close')" />
    </div>
  </form>
</template>

<style scoped>
.form {
  border: 1px solid var(--brass);
  border-radius: 12px;
  padding: 12px 14px;
}
h2 {
  font-size: 18px;
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
  border-radius: 9px;
  background: var(--sheet);
  color: var(--ink);
  font: 400 15px var(--sans);
}
.fields :deep(.muted) {
  font-weight: 400;
  font-size: 12.5px;
}
.acts {
  display: flex;
  gap: 8px;
}
</style>
