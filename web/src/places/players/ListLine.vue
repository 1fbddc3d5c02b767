<script setup lang="ts">
import type { RouteLocationRaw } from 'vue-router'
import { text } from '@/words/text/players'

/** One player or table: what it is, and what can be done with it. */
defineProps<{ name: string; own: boolean; chosen: boolean; to?: RouteLocationRaw | undefined }>()
defineEmits<{ change: []; copy: []; remove: [] }>()
</script>

<template>
  <li :class="{ chosen }">
    <span class="what">
      <RouterLink v-if="to" :to="to" class="name">{{ name }}</RouterLink>
      <b v-else>{{ name }}</b>
      <span class="muted"><slot /></span>
    </span>
    <span class="acts">
      <RouterLink v-if="to" :to="to" class="act" :aria-label="text.measureNamed(name)">{{
        text.measure
      }}</RouterLink>
      <button v-if="own" type="button" :aria-label="text.changeNamed(name)" @click="$emit('change')">
        {{ text.change }}
      </button>
      <button
        type="button"
        :aria-label="`${own ? text.copy : text.newFromThis}: ${name}`"
        @click="$emit('copy')"
      >
        {{ own ? text.copy : text.newFromThis }}
      </button>
      <button v-if="own" type="button" :aria-label="text.deleteNamed(name)" @click="$emit('remove')">
        {{ text.delete }}
      </button>
    </span>
  </li>
</template>

<style scoped>
li {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 7px 0 7px 8px;
  border-bottom: 1px solid var(--hairline);
  border-left: 3px solid transparent;
}
.chosen {
  border-left-color: var(--brass);
  background: var(--tint);
}
.what {
  flex: 1;
  display: grid;
}
b,
.name {
  font: 600 var(--text-base) var(--serif);
  color: inherit;
  text-decoration: none;
}
.name:hover {
  text-decoration: underline;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
}
button,
.act {
  font: 600 var(--text-sm) var(--sans);
  min-height: 34px;
  padding: 2px 8px;
  border: 0;
  background: none;
  color: var(--brass);
  text-decoration: none;
  display: inline-flex;
  align-items: center;
  cursor: pointer;
}
@media (max-width: 760px) {
  li {
    display: block;
  }
  .acts {
    justify-content: flex-start;
    margin-left: -8px;
  }
  button,
  .act {
    min-height: 44px;
  }
}
</style>
