<script setup lang="ts">
import type { Station } from '@/api/client'
import { text } from '@/words/text/players'

/** The stations of a set in their order, with how many attempts each has had. */
defineProps<{ stations: Station[]; at: number; countOf: (key: string) => number }>()
defineEmits<{ choose: [at: number] }>()
</script>

<template>
  <ol class="stations">
    <li v-for="(station, i) in stations" :key="station.key">
      <button
        type="button"
        :aria-current="i === at ? 'step' : undefined"
        :class="{ done: countOf(station.key) >= (station.count ?? 0) }"
        @click="$emit('choose', i)"
      >
        <b>{{ station.name }}</b>
        <span>{{ text.of(countOf(station.key), station.count) }}</span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
.stations {
  list-style: none;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
li {
  flex: 1 1 108px;
}
button {
  display: grid;
  width: 100%;
  min-height: 46px;
  padding: 4px 10px;
  border: 1px solid var(--hairline);
  border-bottom-width: 3px;
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
  font: 500 var(--text-sm) var(--sans);
  text-align: left;
  cursor: pointer;
}
button[aria-current] {
  border-color: var(--brass);
}
.done span::after {
  content: ' ✓';
  color: var(--shape);
  font-weight: 700;
}
span {
  color: var(--muted);
}
</style>
