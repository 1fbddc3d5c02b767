<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { saveFile } from '@/frame/saveFile'
import { useTries } from '@/stores/tries'
import { numberWords } from '@/drawing/rails'
import { text } from '@/words/text/kicks'
import { decimal } from '@/words/numbers'

/** The tries on this table: what they say of its sums and cushions; struck out, taken in and out, printed as a card. */
defineProps<{ canLog: boolean; logging: boolean }>()
defineEmits<{ log: [] }>()
const tries = useTries()
const file = ref<HTMLInputElement | null>(null)
onMounted(() => void tries.load())
const kept = computed(() => tries.kept?.tries ?? [])
const says = computed(() => tries.kept?.says ?? null)
const cushions = computed(() =>
  Object.entries(says.value?.cushions ?? {}).map(([name, one]) => ({
    name: name === 'e_c' ? text.speedKeptAtACushion : text.gripOfTheCushions,
    ...one,
  })),
)
async function takeIn() {
  const given = file.value?.files?.[0]
  if (given) await tries.takeIn(await given.text())
  if (file.value) file.value.value = ''
}
async function cardOut() {
  const card = await tries.card()
  if (card) saveFile(card, 'kick-card.pdf')
}
async function csvOut() {
  saveFile(new Blob([await tries.asCsv()], { type: 'text/csv' }), 'tries.csv')
}
</script>

<template>
  <article class="tries sheet" :aria-label="text.triesOnThisTable">
    <h3>{{ text.whatThisTableDoes }}</h3>
    <p>{{ says?.words }}</p>
    <p v-for="one in says?.corrections ?? []" :key="one.kind">
      <b>{{ one.kind.replace('-', ' ') }}</b>: {{ one.words }}
    </p>
    <p v-if="cushions.length" class="muted">
      <span v-for="one in cushions" :key="one.name"
        >{{ text.learned(one.name, decimal(one.value, 2), decimal(one.half, 2), decimal(one.set_to, 2)) }}
      </span>
    </p>
    <div class="acts">
      <button type="button" class="main" :disabled="!canLog" :aria-pressed="logging" @click="$emit('log')">
        <KeyLabel :label="text.logATry" letter="g" />
      </button>
      <button type="button" @click="cardOut">{{ text.kickCardPdf }}</button>
      <button type="button" @click="file?.click()">{{ text.takeInCsv }}</button>
      <button v-if="kept.length" type="button" @click="csvOut">{{ text.saveAsCsv }}</button>
      <input
        ref="file"
        type="file"
        accept=".csv,text/csv"
        class="visually-hidden"
        tabindex="-1"
        :aria-label="text.triesAsCsv"
        @change="takeIn"
      />
    </div>
    <ProblemList :problems="tries.problems" />
    <table v-if="kept.length">
      <thead>
        <tr>
          <th scope="col">{{ text.aimed }}</th>
          <th scope="col">{{ text.arrived }}</th>
          <th scope="col">{{ text.sum }}</th>
          <td />
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in kept" :key="one.id" :class="{ struck: one.struck }">
          <td>{{ numberWords(one.aim) }}</td>
          <td>{{ numberWords(one.arrival) }}</td>
          <td>{{ one.kind.replace('-', ' ') }}</td>
          <td class="acts">
            <button type="button" @click="tries.strike(one)">
              {{ one.struck ? text.countIt : text.strikeOut }}
            </button>
            <button type="button" @click="tries.remove(one)">{{ text.delete }}</button>
          </td>
        </tr>
      </tbody>
    </table>
  </article>
</template>

<style scoped>
.tries {
  padding: 11px 16px 13px;
}
h3 {
  font: 600 var(--text-sm) var(--sans);
  color: var(--muted);
}
p {
  margin: 0 0 4px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
button {
  min-height: 30px;
  padding: 2px 0;
  border: 0;
  background: none;
  color: var(--brass);
  font: 600 var(--text-sm) var(--sans);
  cursor: pointer;
}
.main {
  padding: 2px 13px;
  border: 1px solid var(--brass);
  border-radius: var(--radius-lg);
}
.main[aria-pressed='true'] {
  background: var(--brass);
  color: var(--sheet);
}
button:disabled {
  opacity: 0.5;
}
table {
  border-collapse: collapse;
  font-size: var(--text-sm);
}
th,
td {
  padding: 0 16px 0 0;
  text-align: left;
  font-weight: 500;
}
th {
  color: var(--muted);
}
.struck td:not(.acts) {
  text-decoration: line-through;
  color: var(--muted);
}
</style>
