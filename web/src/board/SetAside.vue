<script setup lang="ts">
import Button from 'primevue/button'
import type { Scene } from './document'
import { text } from '@/words/text/together'

/** What lay here when somebody else's move came first: put back, or let go. */
defineProps<{ aside: Scene | null }>()
defineEmits<{ back: []; go: [] }>()
</script>

<template>
  <div v-if="aside" class="aside" role="alert">
    <span>{{ text.setAside }}</span>
    <Button size="small" :label="text.putMineBack" @click="$emit('back')" />
    <Button size="small" variant="text" :label="text.letItGo" @click="$emit('go')" />
  </div>
</template>

<style scoped>
.aside {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
  padding: 6px 12px;
  border: 1px solid var(--brass);
  border-radius: var(--radius-md);
  background: var(--tint);
}
</style>
