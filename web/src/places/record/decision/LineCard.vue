<script setup lang="ts">
import { computed } from 'vue'
import type { WholeDecision } from '@/api/client'
import { ENDINGS } from '@/shots/endings'
import { capital, percent } from '@/shots/words'
import ShareBar from '@/shots/ShareBar.vue'
import { text } from '@/words/text/record'

/** A line of the ledger as the decision keeps it. */
const props = defineProps<{
  title: string
  line: NonNullable<WholeDecision['said']>['played']
  ending?: string
  drawn: boolean
}>()
defineEmits<{ draw: [] }>()
const endings = computed(() =>
  ENDINGS.map((one) => ({
    ...one,
    share: props.line.shares[one.key] ?? 0,
    then: props.line.value_by_ending[one.key],
  })).filter((one) => one.share > 0.004),
)
</script>

<template>
  <section class="sheet" :aria-label="title">
    <h2>
      {{ title }}
      <button type="button" :aria-pressed="drawn" @click="$emit('draw')">
        {{ drawn ? text.drawn : text.drawIt }}
      </button>
    </h2>
    <p>
      <b>{{ line.name }}</b> <span class="muted">{{ line.aim }}</span>
    </p>
    <p class="figures">
      <span
        ><b>{{ Math.round(100 * line.value) }} %</b>
        {{ text.rackChanceTo(percent(line.low), percent(line.high)) }}</span
      >
      <span v-if="line.make > 0"
        ><b>{{ percent(line.make) }}</b> {{ text.madeHeading }}</span
      >
      <span
        ><b>{{ percent(line.foul) }}</b> {{ text.foul }}</span
      >
    </p>
    <ShareBar :shares="line.shares" />
    <ul>
      <li v-for="one in endings" :key="one.key" :class="{ came: one.key === ending }">
        {{ capital(one.word) }} {{ percent(one.share)
        }}<template v-if="one.then !== undefined">{{ text.then(percent(one.then)) }}</template>
      </li>
    </ul>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
h2 button {
  min-height: 28px;
  padding: 0 10px;
  font-size: var(--text-sm);
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
}
.figures b {
  font: 600 var(--text-xl) var(--serif);
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  font-size: var(--text-sm);
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
