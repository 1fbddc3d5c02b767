<script setup lang="ts">
import ProgressLine from './ProgressLine.vue'
import { text } from '@/words/text/parts'

/** How far a file that is taken in is, with the way to stop it. */
defineProps<{ share: number; waits: string }>()
defineEmits<{ stop: [] }>()
</script>

<template>
  <div class="importing">
    <ProgressLine :label="text.theFileIsRead" :share="share" />
    <span class="muted">{{ waits || text.readingTheFile(Math.round(100 * share)) }}</span>
    <button type="button" @click="$emit('stop')">{{ text.stop }}</button>
  </div>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.importing {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
}
</style>
