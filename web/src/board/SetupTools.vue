<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import { useBoard } from './useBoard'

defineEmits<{ rack: [] }>()
const board = useBoard()
const broken = computed(() => ['nine-ball', 'ten-ball', 'eight-ball'].includes(board.document.game))
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
      title="Left and right of the long axis change places (M)"
      @click="board.run({ do: 'turn', kind: 'mirror' })"
      ><KeyLabel label="Mirror" letter="M"
    /></Button>
    <Button
      variant="text"
      size="small"
      title="The table half round: head and foot change places (H)"
      @click="board.run({ do: 'turn', kind: 'half-turn' })"
      ><KeyLabel label="Half-turn" letter="H"
    /></Button>
    <Button
      variant="text"
      size="small"
      :title="`${broken ? 'Balls as a break may leave them' : 'Balls as they may lie in the middle of a game'} (N)`"
      @click="$emit('rack')"
      ><KeyLabel :label="broken ? 'New break' : 'New layout'" letter="N"
    /></Button>
    <Button label="Clear" variant="text" size="small" @click="board.run({ do: 'clear' })" />
    <slot />
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
