<script setup lang="ts">
import { text } from '@/words/text/table'

/** What is to be saved was saved by another window since it was opened here: nothing is overwritten in silence. */
defineEmits<{ beside: []; other: [] }>()
</script>

<template>
  <div class="elsewhere" role="alert">
    <p>
      <b>{{ text.anotherWindowHasSavedThis }}</b> {{ text.nothingWasOverwritten }}
    </p>
    <button type="button" class="main" @click="$emit('beside')">{{ text.keepBoth }}</button>
    <button type="button" @click="$emit('other')">{{ text.openTheOtherOne }}</button>
  </div>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.elsewhere {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  padding: 8px 14px;
  border: 1px solid var(--brass);
  border-radius: var(--radius-md);
  background: var(--sheet);
}
p {
  margin: 0;
  flex: 1 1 260px;
}
</style>
