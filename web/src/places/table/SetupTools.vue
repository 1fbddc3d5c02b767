<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { useLayout } from '@/stores/layout'
import { useOwnShot } from '@/stores/ownshot'

defineEmits<{ rack: [] }>()
const layout = useLayout()
const own = useOwnShot()
const broken = computed(() => ['nine-ball', 'ten-ball', 'eight-ball'].includes(layout.document.game))
const canAim = computed(() => Object.keys(layout.document.balls).length > 1)
</script>

<template>
  <div class="tools">
    <Button label="Undo" variant="text" size="small" :disabled="!layout.past.length" @click="layout.undo()" />
    <Button
      label="Redo"
      variant="text"
      size="small"
      :disabled="!layout.future.length"
      @click="layout.redo()"
    />
    <Button
      label="Mirror"
      variant="text"
      size="small"
      title="Left and right of the long axis change places (M)"
      @click="layout.turn('mirror')"
    />
    <Button
      label="Turn"
      variant="text"
      size="small"
      title="The table half round: head and foot change places (H)"
      @click="layout.turn('half-turn')"
    />
    <Button
      label="Rack"
      variant="text"
      size="small"
      :title="`${broken ? 'A new rack after the break' : 'Balls as they may lie in the middle of a game'} (B)`"
      @click="$emit('rack')"
    />
    <Button label="Clear" variant="text" size="small" @click="layout.clear()" />
    <Button
      label="My shot"
      variant="text"
      size="small"
      class="own"
      :disabled="!canAim"
      :aria-pressed="!!own.stroke"
      title="Aim a shot of your own and weigh it beside the others (C)"
      @click="own.stroke ? own.leave() : own.begin()"
    />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
}
.tools :deep(button) {
  padding-inline: 0.6rem;
}
.tools :deep(.own),
.tools :deep(.own:hover) {
  color: var(--brass);
  font-weight: 700;
}
</style>
