<script setup lang="ts">
import { computed } from 'vue'
import type { Option } from '@/api/client'
import { ENDINGS } from './endings'
import { percent } from './words'
import { text } from '@/words/text/shots'

/** Two lines of the ledger side by side: the pinned one and the one that is chosen. */
const props = defineProps<{ pinned: Option; chosen: Option }>()
defineEmits<{ unpin: [] }>()

const range = (c: Option['rack_chance']) => `${percent(c.low)} to ${percent(c.high)}`
const rows = computed(() => {
  const both = <T,>(read: (option: Option) => T) => [read(props.pinned), read(props.chosen)] as const
  const facts = [
    {
      words: text.rackChance,
      values: both((o) => o.rack_chance.value),
      more: both((o) => range(o.rack_chance)),
    },
    { words: text.made, values: both((o) => o.make.value) },
    ...ENDINGS.slice(1).map((e) => ({ words: e.word, values: both((o) => o.shares[e.key] ?? 0) })),
    { words: text.opponentsBestShot, values: both((o) => o.leave.opponent_best_make ?? null) },
    { words: text.opponentHooked, values: both((o) => o.leave.hooked ?? null) },
  ]
  return facts.filter(({ values }) => values.some((v) => v !== null && v >= 0.005))
})
</script>

<template>
  <section class="compare sheet" :aria-label="text.twoShotsCompared">
    <table>
      <caption>
        {{
          text.sideBySide
        }}
        <button type="button" @click="$emit('unpin')">{{ text.close }}</button>
      </caption>
      <thead>
        <tr>
          <td />
          <th scope="col">
            {{ pinned.name }}<span class="muted">{{ text.compared(pinned.detail) }}</span>
          </th>
          <th scope="col">
            {{ chosen.name }}<span class="muted">{{ text.chosen(chosen.detail) }}</span>
          </th>
          <th scope="col" class="gap">{{ text.difference }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.words">
          <th scope="row">{{ row.words }}</th>
          <td v-for="(value, i) in row.values" :key="i">
            <b v-if="value !== null">{{ percent(value) }}</b><span v-else class="muted">{{ text.none }}</span>
            <span v-if="'more' in row && row.more" class="muted range">{{ row.more[i] }}</span>
          </td>
          <td class="gap">
            <template v-if="row.values[0] !== null && row.values[1] !== null">{{
              `${row.values[1] >= row.values[0] ? '+' : '−'}${percent(Math.abs(row.values[1] - row.values[0]))}`
            }}</template>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.compare {
  padding: 10px 16px 12px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: var(--text-sm);
}
caption {
  text-align: left;
  font: 600 var(--text-sm) var(--sans);
  color: var(--muted);
}
button {
  font: 600 var(--text-sm) var(--sans);
  color: var(--brass);
  background: none;
  border: 0;
  padding: 6px 8px;
  cursor: pointer;
}
th,
td {
  text-align: left;
  padding: 2px 12px 2px 0;
  vertical-align: top;
}
thead th span {
  display: block;
  font-weight: 400;
}
tbody tr {
  border-top: 1px solid var(--hairline);
}
tbody th {
  font-weight: 500;
}
.range {
  margin-left: 7px;
}
.gap {
  text-align: right;
  padding-right: 0;
}
</style>
