<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { gameOf } from '@/board/document'
import LayoutThumb from '@/board/LayoutThumb.vue'
import type { Entry } from './library'
import { text } from '@/words/text/library'
import { locale } from '@/words/days'

const props = defineProps<{ entry: Entry }>()
defineEmits<{ open: []; remove: [] }>()
const when = computed(
  () =>
    props.entry.when &&
    new Date(props.entry.when).toLocaleString(
      locale,
      props.entry.kind === 'recent'
        ? { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }
        : { day: 'numeric', month: 'short' },
    ),
)
</script>

<template>
  <li>
    <button type="button" class="open" @click="$emit('open')">
      <LayoutThumb :document="entry.document" />
      <span class="words">
        <b>{{ entry.name }}</b>
        <span>{{ entry.more }}</span>
        <span class="muted">{{ [gameOf(entry.game).name, when].filter(Boolean).join(' · ') }}</span>
      </span>
    </button>
    <Button
      v-if="entry.kind !== 'to-try'"
      :label="text.delete"
      variant="text"
      size="small"
      :aria-label="text.deleteNamed(entry.name)"
      @click="$emit('remove')"
    />
  </li>
</template>

<style scoped>
li {
  display: flex;
  align-items: center;
  border-bottom: 1px solid var(--hairline);
}
.open {
  flex: 1;
  display: flex;
  align-items: center;
  gap: 14px;
  text-align: left;
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 8px 4px;
  cursor: pointer;
}
.words {
  display: grid;
  gap: 1px;
}
b {
  font: 600 var(--text-base) var(--serif);
}
</style>
