<script setup lang="ts">
import { computed } from 'vue'
import { spread, standingOf, standingWords } from '@/shots/words'
import { useStudy } from '@/stores/study'
import { AIM_MARKS } from '@/shots/endings'
import { text } from '@/words/text/table'

/** On a phone the answer stays in sight below the table; a tap leads to the whole ledger. */
const study = useStudy()
const standing = computed(() => {
  const told = standingOf(study.result?.verdict, study.place + 1)
  return study.place === 0 || told === 'alike' ? ` · ${standingWords(told, study.place + 1, 0, 0)}` : ''
})
defineEmits<{ open: [] }>()
</script>

<template>
  <button v-if="study.option" type="button" class="answer" @click="$emit('open')">
    <span class="what">
      <b>{{ study.option.name }}</b>
      <span class="muted">
        {{ AIM_MARKS[study.option.aim]?.mark }} {{ study.option.detail
        }}{{ study.stale ? text.changedSinceMark : standing }}
      </span>
    </span>
    <span class="big" :class="{ stale: study.stale }"
      >{{ Math.round(100 * study.option.rack_chance.value) }}<small>%</small>
      <span class="sure">{{ spread(study.option.rack_chance) }}</span></span
    >
  </button>
</template>

<style scoped>
.answer {
  display: none;
}
@media (max-width: 760px) {
  .answer {
    position: fixed;
    z-index: 4;
    inset: auto 0 calc(48px + env(safe-area-inset-bottom));
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 12px;
    align-items: center;
    padding: 8px 16px 9px;
    border: 0;
    border-top: 2px solid var(--brass);
    background: var(--sheet);
    color: var(--ink);
    font: inherit;
    text-align: left;
    cursor: pointer;
  }
}
.what {
  display: grid;
  font-size: var(--text-sm);
}
.what b {
  font-size: var(--text-base);
  line-height: 1.2;
}
.big {
  font: 600 var(--text-3xl)/1 var(--serif);
}
/* How sure that is. */
.sure {
  display: block;
  color: var(--muted);
  font: 500 var(--text-xs)/1.2 var(--sans);
  text-align: right;
}
.stale {
  opacity: 0.5;
}
small {
  font-size: var(--text-base);
}
</style>
