<script setup lang="ts">
import { computed } from 'vue'
import { pages } from './words'

/** Pages of a long list. */
const props = defineProps<{ page: number; total: number; size: number; what: string }>()
defineEmits<{ turn: [page: number] }>()
const all = computed(() => pages(props.total, props.size))
</script>

<template>
  <p v-if="all > 1" class="turner">
    <button type="button" :disabled="page === 0" @click="$emit('turn', page - 1)">Newer</button>
    <span>page {{ page + 1 }} of {{ all }}, {{ total }} {{ what }}</span>
    <button type="button" :disabled="page >= all - 1" @click="$emit('turn', page + 1)">Older</button>
  </p>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.turner {
  display: flex;
  align-items: center;
  gap: 14px;
}
</style>
