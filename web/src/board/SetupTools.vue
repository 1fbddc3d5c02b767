<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import type { MenuEntry } from '@/parts/menu'
import MoreMenu from '@/parts/MoreMenu.vue'
import { useBoard } from './useBoard'
import { text } from '@/words/text/board'

/** more : what this page's menu has besides. */
const props = defineProps<{ more?: MenuEntry[] }>()
defineEmits<{ rack: [] }>()
const board = useBoard()
const broken = computed(() => ['nine-ball', 'ten-ball', 'eight-ball'].includes(board.document.game))
const entries = computed<MenuEntry[]>(() => [
  { label: text.mirror, key: 'M', act: () => board.run({ do: 'turn', kind: 'mirror' }) },
  { label: text.halfTurn, key: 'H', act: () => board.run({ do: 'turn', kind: 'half-turn' }) },
  { label: text.clear, act: () => board.run({ do: 'clear' }) },
  ...(props.more ?? []),
])
</script>

<template>
  <div class="tools">
    <Button
      variant="text"
      size="small"
      :title="`${broken ? text.asABreakLeavesThem : text.asAGameLeavesThem} (N)`"
      @click="$emit('rack')"
      ><KeyLabel :label="broken ? text.newBreak : text.newLayout" letter="N"
    /></Button>
    <slot />
    <MoreMenu :label="text.more" :entries="entries" :title="text.moreMeans" />
    <!-- Last, so that nothing moves when there comes something to undo. -->
    <Button
      v-if="board.canUndo"
      :label="text.undo"
      variant="text"
      size="small"
      :title="text.undoCtrlZ"
      @click="board.undo()"
    />
    <Button
      v-if="board.canRedo"
      :label="text.redo"
      variant="text"
      size="small"
      :title="text.redoShiftCtrlZ"
      @click="board.redo()"
    />
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
