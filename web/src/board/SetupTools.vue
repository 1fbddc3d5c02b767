<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import type { MenuEntry } from '@/parts/menu'
import MoreMenu from '@/parts/MoreMenu.vue'
import { useBoard } from './useBoard'

/** more : what this page's menu has besides. */
const props = defineProps<{ more?: MenuEntry[] }>()
defineEmits<{ rack: [] }>()
const board = useBoard()
const broken = computed(() => ['nine-ball', 'ten-ball', 'eight-ball'].includes(board.document.game))
const entries = computed<MenuEntry[]>(() => [
  { label: 'Mirror', key: 'M', act: () => board.run({ do: 'turn', kind: 'mirror' }) },
  { label: 'Half-turn', key: 'H', act: () => board.run({ do: 'turn', kind: 'half-turn' }) },
  { label: 'Clear', act: () => board.run({ do: 'clear' }) },
  ...(props.more ?? []),
])
</script>

<template>
  <div class="tools">
    <Button
      label="Undo"
      variant="text"
      size="small"
      title="Undo (Ctrl Z)"
      :disabled="!board.canUndo"
      @click="board.undo()"
    />
    <Button
      label="Redo"
      variant="text"
      size="small"
      title="Redo (Shift Ctrl Z)"
      :disabled="!board.canRedo"
      @click="board.redo()"
    />
    <Button
      variant="text"
      size="small"
      :title="`${broken ? 'Balls as a break may leave them' : 'Balls as they may lie in the middle of a game'} (N)`"
      @click="$emit('rack')"
      ><KeyLabel :label="broken ? 'New break' : 'New layout'" letter="N"
    /></Button>
    <slot />
    <MoreMenu label="More" :entries="entries" title="What else can be done with the layout" />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
}
.tools :deep(button) {
  padding-inline: 0.5rem;
}
</style>
