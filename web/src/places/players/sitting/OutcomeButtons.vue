<script setup lang="ts">
import { computed } from 'vue'
import type { Station } from '@/api/client'

/** What became of an attempt, in one tap: the buttons of a pot lie as its misses do beside the pocket. */
const props = defineProps<{ outcomes: Station['outcomes'] }>()
defineEmits<{ tap: [outcome: string] }>()
/** In the row beside the pocket, and what lies apart from it. */
const ROW = ['far thick', 'thick', 'made', 'thin', 'far thin']
const row = computed(() => props.outcomes.filter(({ name }) => ROW.includes(name)))
const rest = computed(() => props.outcomes.filter(({ name }) => !ROW.includes(name)))
</script>

<template>
  <div class="outcomes">
    <div v-if="row.length" class="row">
      <button
        v-for="{ name, words } in row"
        :key="name"
        type="button"
        :class="{ made: name === 'made' }"
        @click="$emit('tap', name)"
      >
        {{ words }}
      </button>
    </div>
    <button
      v-for="{ name, words } in rest"
      :key="name"
      type="button"
      class="apart"
      @click="$emit('tap', name)"
    >
      {{ words }}
    </button>
  </div>
</template>

<style scoped>
.outcomes {
  display: grid;
  gap: 8px;
}
.row {
  display: grid;
  grid-template-columns: 1fr 1fr 1.5fr 1fr 1fr;
  gap: 6px;
}
button {
  min-height: 68px;
  padding: 4px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-lg);
  background: var(--sheet);
  color: var(--ink);
  font: 600 var(--text-base)/1.15 var(--sans);
  cursor: pointer;
}
.made {
  border-color: var(--shape);
  background: color-mix(in srgb, var(--shape) 16%, var(--sheet));
  font-size: var(--text-lg);
}
.apart {
  min-height: 40px;
  justify-self: start;
  padding: 4px 14px;
  font-size: var(--text-md);
  color: var(--muted);
}
</style>
