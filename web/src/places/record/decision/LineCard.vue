<script setup lang="ts">
import type { WholeDecision } from '@/api/client'
import { capital, percent } from '@/shots/words'
import ShareBar from '@/shots/ShareBar.vue'
import { endingWord } from '../words'

/** A line of the ledger as the decision keeps it. */
defineProps<{
  title: string
  line: NonNullable<WholeDecision['said']>['played']
  ending?: string
  drawn: boolean
}>()
defineEmits<{ draw: [] }>()
</script>

<template>
  <section class="sheet" :aria-label="title">
    <h2>
      {{ title }}
      <button type="button" :aria-pressed="drawn" @click="$emit('draw')">
        {{ drawn ? 'drawn' : 'Draw it' }}
      </button>
    </h2>
    <p>
      <b>{{ line.name }}</b> <span class="muted">{{ line.aim }}</span>
    </p>
    <p class="figures">
      <span
        ><b>{{ Math.round(100 * line.value) }} %</b> rack chance ({{ percent(line.low) }} to
        {{ percent(line.high) }})</span
      >
      <span v-if="line.make > 0"
        ><b>{{ percent(line.make) }}</b> made</span
      >
      <span
        ><b>{{ percent(line.foul) }}</b> foul</span
      >
    </p>
    <ShareBar :shares="line.shares" />
    <ul>
      <template v-for="(share, key) in line.shares" :key="key">
        <li v-if="share > 0.004" :class="{ came: key === ending }">
          {{ capital(endingWord(String(key))) }} {{ percent(share)
          }}<template v-if="line.value_by_ending[key] !== undefined"
            >, then {{ percent(line.value_by_ending[key] ?? 0) }}</template
          >
        </li>
      </template>
    </ul>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
h2 button {
  min-height: 28px;
  padding: 0 10px;
  font-size: 13px;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
.figures b {
  font: 600 20px var(--serif);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  font-size: 13px;
  color: var(--muted);
}
.came {
  color: var(--ink);
  font-weight: 700;
}
.came::before {
  content: '▸ ';
}
</style>
