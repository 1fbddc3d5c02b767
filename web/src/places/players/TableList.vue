<script setup lang="ts">
import { computed } from 'vue'
import type { TableChoice } from '@/api/client'
import ListLine from './ListLine.vue'
import { tableTitle, tableWords } from './words'

const props = defineProps<{ tables: TableChoice[]; chosen: number | null }>()
defineEmits<{ change: [table: TableChoice]; copy: [table: TableChoice]; remove: [table: TableChoice] }>()
const parts = computed(() => [
  { title: 'My tables', tables: props.tables.filter((table) => table.own) },
  { title: 'Standard tables', tables: props.tables.filter((table) => !table.own) },
])
</script>

<template>
  <template v-for="part in parts" :key="part.title">
    <h2>{{ part.title }}</h2>
    <p v-if="!part.tables.length" class="muted">None yet: make one from a standard table below.</p>
    <ul>
      <ListLine
        v-for="table in part.tables"
        :key="table.key"
        :name="tableTitle(table)"
        :own="table.own"
        :to="
          table.own ? { name: 'table-card', params: { tableId: table.key.split(':')[1] ?? '' } } : undefined
        "
        :chosen="table.own && Number(table.key.split(':')[1]) === chosen"
        @change="$emit('change', table)"
        @copy="$emit('copy', table)"
        @remove="$emit('remove', table)"
        >{{ tableWords(table) }}</ListLine
      >
    </ul>
  </template>
</template>

<style scoped src="./lists.css"></style>
