<script setup lang="ts">
import { computed } from 'vue'
import { pages } from './words'
import { text } from '@/words/text/record'

/** Pages of a long list. */
const props = defineProps<{ page: number; total: number; size: number; what: string }>()
defineEmits<{ turn: [page: number] }>()
const all = computed(() => pages(props.total, props.size))
</script>

<template>
  <p v-if="all > 1" class="turner">
    <button type="button" :disabled="page === 0" @click="$emit('turn', page - 1)">{{ text.newer }}</button>
    <span>{{ text.pageOf(page + 1, all, total, what) }}</span>
    <button type="button" :disabled="page >= all - 1" @click="$emit('turn', page + 1)">
      {{ text.older }}
    </button>
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
