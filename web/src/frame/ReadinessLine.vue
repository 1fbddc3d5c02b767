<script setup lang="ts">
import { useReadiness } from '@/session/readiness'
import { text } from '@/words/text/frame'

/** What of the physics is still being made ready on this machine, and how far that is. */
const readiness = useReadiness()
</script>

<template>
  <div v-if="readiness.state && !readiness.state.ready" class="ready" role="status">
    <span>{{ text.physicsIsBeingMade }}</span>
    <span v-for="stage in readiness.state.stages" :key="stage.name" :class="['stage', { done: stage.done }]"
      >{{ stage.done ? '✓' : '…' }} {{ stage.words }}</span
    >
    <progress :value="readiness.state.share" max="1" :aria-label="text.physicsProgress">
      {{ Math.round(100 * readiness.state.share) }} %
    </progress>
  </div>
</template>

<style scoped>
.ready {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 12px;
  padding: 5px 16px;
  background: var(--tint);
  border-bottom: 1px solid var(--hairline);
  font-size: var(--text-sm);
}
.stage {
  color: var(--muted);
}
.done {
  color: var(--ink);
}
progress {
  flex: 1 1 120px;
  max-width: 240px;
  height: 6px;
  accent-color: var(--brass);
}
@media print {
  .ready {
    display: none;
  }
}
</style>
