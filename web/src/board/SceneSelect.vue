<script setup lang="ts" generic="Key extends string | number">
import Select from 'primevue/select'
import { computed } from 'vue'

/** One choice of the scene: a short word before it where the choice alone would not say what it is. */
const props = defineProps<{ label: string; before?: string; options: { key: Key; name: string }[] }>()
const chosen = defineModel<Key>({ required: true })
/** Chosen with the mouse, the control lets the keyboard go: the next letter is meant for the table. */
let byMouse = false
const noteHow = (event: { originalEvent: Event }) => (byMouse = event.originalEvent instanceof MouseEvent)
function letGo() {
  if (byMouse) window.setTimeout(() => (document.activeElement as HTMLElement | null)?.blur())
  byMouse = false
}
const name = computed(() => props.options.find((o) => o.key === chosen.value)?.name ?? String(chosen.value))
</script>

<template>
  <Select
    v-model="chosen"
    :options="options"
    option-label="name"
    option-value="key"
    :aria-label="label"
    size="small"
    @change="noteHow"
    @hide="letGo"
  >
    <template #value
      ><span v-if="before" class="muted before">{{ before }}</span
      >{{ name }}</template
    >
  </Select>
</template>

<style scoped>
.before {
  margin-right: 0.35em;
}
/* The scene reads as one line of a scorebook: words with a rule under them, not a row of boxes. */
.p-select {
  border: 0;
  border-bottom: 1px solid var(--hairline);
  border-radius: 0;
  background: transparent;
}
.p-select:hover {
  border-bottom-color: var(--brass);
}
.p-select :deep(.p-select-label) {
  padding: 4px 0 4px 2px;
  font-size: var(--text-md);
}
.p-select :deep(.p-select-dropdown) {
  width: 17px;
}
.p-select :deep(.p-select-dropdown-icon) {
  width: 9px;
  height: 9px;
}
</style>
