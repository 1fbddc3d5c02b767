<script setup lang="ts">
import ProgressLine from './ProgressLine.vue'

/** How far a file that is taken in is, with the way to stop it. */
defineProps<{ share: number; waits: string }>()
defineEmits<{ stop: [] }>()
</script>

<template>
  <div class="importing">
    <ProgressLine label="The file is read" :share="share" />
    <span class="muted">{{ waits || `Reading the file: ${Math.round(100 * share)} %` }}</span>
    <button type="button" @click="$emit('stop')">Stop</button>
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
