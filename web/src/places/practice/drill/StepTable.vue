<script setup lang="ts">
import type { DrillStep, ExpectedStep } from '@/api/client'
import { expectedWords, strokeWords } from '../words'
import { text } from '@/words/text/practice'

/** The steps of a drill with what is expected at each; a press shows one. */
defineProps<{ steps: DrillStep[]; expected: ExpectedStep[]; at: number }>()
defineEmits<{ choose: [step: number] }>()
</script>

<template>
  <ol>
    <li v-for="(step, k) in steps" :key="k">
      <button type="button" :aria-pressed="k === at" @click="$emit('choose', k)">
        <b>{{ k + 1 }}. {{ step.name }}</b>
        <span class="expected">{{ expectedWords(expected[k]) }}</span>
        <span class="track" aria-hidden="true">
          <i
            v-if="expected[k]?.chance"
            class="span"
            :style="{
              left: `${100 * (expected[k]?.chance?.low ?? 0)}%`,
              width: `${100 * ((expected[k]?.chance?.high ?? 0) - (expected[k]?.chance?.low ?? 0))}%`,
            }"
          />
          <i
            v-if="expected[k]?.chance"
            class="value"
            :style="{ left: `${100 * (expected[k]?.chance?.value ?? 0)}%` }"
          />
        </span>
        <span v-if="k === at && strokeWords(expected[k])" class="muted small">
          {{ text.bestStruck(strokeWords(expected[k])) }}
        </span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
button {
  width: 100%;
  min-height: 44px;
  padding: 7px 8px;
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 3px 12px;
  border: 0;
  border-top: 1px solid var(--hairline);
  border-left: 3px solid transparent;
  background: none;
  color: var(--ink);
  font: 400 var(--text-md) var(--sans);
  text-align: left;
  cursor: pointer;
}
button[aria-pressed='true'] {
  border-left-color: var(--brass);
  background: var(--tint);
}
.expected {
  font-weight: 600;
}
.track {
  grid-column: 1 / 3;
  position: relative;
  height: 8px;
  border-radius: var(--radius-sm);
  background: var(--hairline);
}
.span {
  position: absolute;
  inset: 1px auto;
  height: 6px;
  border-radius: var(--radius-sm);
  background: var(--brass);
  opacity: 0.45;
}
.value {
  position: absolute;
  top: -2px;
  width: 4px;
  height: 12px;
  margin-left: -2px;
  border-radius: var(--radius-sm);
  background: var(--brass);
}
.small {
  grid-column: 1 / 3;
  font-size: var(--text-sm);
}
</style>
