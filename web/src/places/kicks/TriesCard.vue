<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import ProblemList from '@/parts/ProblemList.vue'
import { saveFile } from '@/frame/saveFile'
import { useTries } from '@/stores/tries'
import { numberWords } from '@/drawing/rails'

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
    name: name === 'e_c' ? 'Speed kept at a cushion' : 'Grip of the cushions',
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
  <article class="tries sheet" aria-label="Tries on this table">
    <h3>What this table does</h3>
    <p>{{ says?.words }}</p>
    <p v-for="one in says?.corrections ?? []" :key="one.kind">
      <b>{{ one.kind.replace('-', ' ') }}</b>: {{ one.words }}
    </p>
    <p v-if="cushions.length" class="muted">
      <span v-for="one in cushions" :key="one.name"
        >{{ one.name }} {{ one.value.toFixed(2) }} ± {{ one.half.toFixed(2) }} (set
        {{ one.set_to.toFixed(2) }}).
      </span>
    </p>
    <div class="acts">
      <button type="button" class="main" :disabled="!canLog" :aria-pressed="logging" @click="$emit('log')">
        Log a try
      </button>
      <button type="button" @click="cardOut">Kick card (PDF)</button>
      <button type="button" @click="file?.click()">Take in CSV</button>
      <button v-if="kept.length" type="button" @click="csvOut">Save as CSV</button>
      <input
        ref="file"
        type="file"
        accept=".csv,text/csv"
        class="visually-hidden"
        tabindex="-1"
        aria-label="Tries as CSV"
        @change="takeIn"
      />
    </div>
    <ProblemList :problems="tries.problems" />
    <table v-if="kept.length">
      <thead>
        <tr>
          <th scope="col">aimed</th>
          <th scope="col">arrived</th>
          <th scope="col">sum</th>
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
              {{ one.struck ? 'Count it' : 'Strike out' }}
            </button>
            <button type="button" @click="tries.remove(one)">Delete</button>
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
  font: 600 13px var(--sans);
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
  font: 600 13px var(--sans);
  cursor: pointer;
}
.main {
  padding: 2px 13px;
  border: 1px solid var(--brass);
  border-radius: 15px;
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
  font-size: 13px;
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
