<script setup lang="ts" generic="Key extends string">
/** One of a few, chosen by a press; a press on the chosen one lets it go where that is allowed. */
defineProps<{
  label: string
  options: readonly { key: Key; name: string }[]
  value: Key | ''
  even?: boolean
}>()
defineEmits<{ choose: [key: Key] }>()
</script>

<template>
  <div class="chips" :class="{ even }" role="group" :aria-label="label">
    <slot />
    <button
      v-for="one in options"
      :key="one.key"
      type="button"
      :aria-pressed="value === one.key"
      @click="$emit('choose', one.key)"
    >
      {{ one.name }}
    </button>
  </div>
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}
/* In columns of one width. */
.even {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
}
button {
  min-height: 36px;
  padding: 3px 13px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-xl);
  background: none;
  color: var(--ink);
  font: 600 var(--text-sm) var(--sans);
  cursor: pointer;
}
button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
@media (max-width: 760px) {
  button {
    min-height: 44px;
  }
}
</style>
