<script setup lang="ts">
import { useRunOut } from '@/stores/runout'
import { text } from '@/words/text/runout'

/** Ball by ball through the plan, forwards and back. */
const runOut = useRunOut()
</script>

<template>
  <nav class="steps" :aria-label="text.throughThePlan">
    <button
      type="button"
      :disabled="!runOut.step"
      :aria-label="text.oneBallBack"
      @click="runOut.look((runOut.step ?? 0) - 1)"
    >
      ◂
    </button>
    <button type="button" :aria-pressed="runOut.step === null" @click="runOut.look(null)">
      {{ text.all }}
    </button>
    <button
      v-for="planned in runOut.plan?.plan ?? []"
      :key="planned.step"
      type="button"
      :aria-pressed="runOut.step === planned.step"
      :aria-label="text.shotWords(planned.step + 1, planned.words)"
      @click="runOut.look(planned.step)"
    >
      {{ planned.step + 1 }}
    </button>
    <button
      type="button"
      :disabled="runOut.step === (runOut.plan?.plan.length ?? 0) - 1"
      :aria-label="text.oneBallOn"
      @click="runOut.look((runOut.step ?? -1) + 1)"
    >
      ▸
    </button>
  </nav>
</template>

<style scoped>
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  justify-content: center;
}
button {
  min-width: 34px;
  min-height: 34px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
  font: 600 var(--text-md) var(--sans);
  cursor: pointer;
}
button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
button:disabled {
  opacity: 0.4;
  cursor: default;
}
</style>
