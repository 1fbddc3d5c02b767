<script setup lang="ts" generic="Entry extends { key: string; own: boolean }">
import { computed } from 'vue'
import type { RouteLocationRaw } from 'vue-router'
import ListLine from './ListLine.vue'
import { idOf } from './words'

/** One's own entries, then the standard ones: each opened, changed, copied, deleted. */
const props = defineProps<{
  entries: Entry[]
  chosen: number | null
  titles: { own: string; standard: string; none: string }
  titleOf: (entry: Entry) => string
  wordsOf: (entry: Entry) => string
  cardOf: (id: number) => RouteLocationRaw
}>()
defineEmits<{ change: [entry: Entry]; copy: [entry: Entry]; remove: [entry: Entry] }>()
const parts = computed(() => [
  { title: props.titles.own, entries: props.entries.filter(({ own }) => own) },
  { title: props.titles.standard, entries: props.entries.filter(({ own }) => !own) },
])
</script>

<template>
  <template v-for="part in parts" :key="part.title">
    <h2>{{ part.title }}</h2>
    <p v-if="!part.entries.length" class="muted">{{ titles.none }}</p>
    <ul>
      <ListLine
        v-for="entry in part.entries"
        :key="entry.key"
        :name="titleOf(entry)"
        :own="entry.own"
        :to="entry.own ? cardOf(idOf(entry)) : undefined"
        :chosen="entry.own && idOf(entry) === chosen"
        @change="$emit('change', entry)"
        @copy="$emit('copy', entry)"
        @remove="$emit('remove', entry)"
        >{{ wordsOf(entry) }}</ListLine
      >
    </ul>
  </template>
</template>

<style scoped>
h2 {
  font-size: var(--text-lg);
  margin: 8px 0 2px;
}
ul {
  list-style: none;
  margin: 0 0 10px;
  padding: 0;
}
</style>
