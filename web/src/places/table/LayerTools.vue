<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { useLayout } from '@/stores/layout'

const fan = defineModel<boolean>('fan', { required: true })
const rests = defineModel<boolean>('rests', { required: true })
defineEmits<{ rack: [] }>()
const layout = useLayout()
const broken = computed(() => ['nine-ball', 'ten-ball', 'eight-ball'].includes(layout.document.game))
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
      label="Rack"
      variant="text"
      size="small"
      :title="broken ? 'A new rack after the break' : 'Balls as they may lie in the middle of a game'"
      @click="$emit('rack')"
    />
    <Button label="Clear" variant="text" size="small" @click="layout.clear()" />
    <Button
      label="Fan"
      variant="text"
      size="small"
      :class="{ on: fan }"
      :aria-pressed="fan"
      title="Executions"
      @click="fan = !fan"
    />
    <Button
      label="Rests"
      variant="text"
      size="small"
      :class="{ on: rests }"
      :aria-pressed="rests"
      title="Where the balls come to rest"
      @click="rests = !rests"
    />
  </div>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
}
.on {
  text-decoration: underline;
  text-underline-offset: 4px;
  text-decoration-color: var(--brass);
  text-decoration-thickness: 2px;
}
</style>
