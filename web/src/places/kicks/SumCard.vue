<script setup lang="ts">
import { computed } from 'vue'
import type { KickLook, Stroke } from '@/api/client'
import { numberWords } from '@/drawing/rails'
import { text } from '@/words/text/kicks'

/** The sum as one says it, how one comes to it, what this table asks, and what other strokes need. */
const props = defineProps<{ look: KickLook }>()
defineEmits<{ take: [stroke: Stroke] }>()
const sum = computed(() => props.look.sum)
const played = computed(() => sum.value.played ?? [])
const answer = computed(() => {
  const { correction, sum: found } = props.look
  if (correction?.enough) return numberWords(correction.first_rail)
  const number = found.played?.[0]?.number
  return number == null ? null : numberWords(number)
})
</script>

<template>
  <article class="sums sheet" :aria-label="text.theSum">
    <div>
      <h3>{{ text.theSum }}</h3>
      <p class="aloud">{{ sum.words }}</p>
      <ol v-if="sum.steps?.length" class="steps">
        <li v-for="step in sum.steps" :key="step">{{ step }}</li>
      </ol>
    </div>
    <div v-if="sum.kind !== 'none'">
      <h3>{{ text.thisTable }}</h3>
      <p v-if="answer" class="aloud">{{ text.aimAt(answer) }}</p>
      <p v-if="!look.correction?.enough">{{ sum.ask }}</p>
      <p v-if="look.correction">{{ look.correction.words }}</p>
      <table>
        <thead>
          <tr>
            <th scope="col">{{ text.struck }}</th>
            <th scope="col">{{ text.number }}</th>
            <th scope="col">{{ text.againstTheSum }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in played" :key="one.how">
            <th scope="row">
              <button
                v-if="one.number !== null"
                type="button"
                :title="text.aimItByHand(one.how)"
                @click="$emit('take', one.stroke as Stroke)"
              >
                {{ one.how }}
              </button>
              <template v-else>{{ one.how }}</template>
            </th>
            <td>{{ one.number === null ? text.doesNotGetThere : numberWords(one.number) }}</td>
            <td>{{ one.words }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </article>
</template>

<style scoped>
.sums {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.15fr);
  gap: 6px 26px;
  padding: 11px 16px 13px;
}
h3 {
  font: 600 var(--text-sm) var(--sans);
  color: var(--muted);
}
.aloud {
  margin: 0 0 3px;
  font: 600 var(--text-xl)/1.2 var(--serif);
}
p {
  margin: 0 0 5px;
}
.steps {
  margin: 0;
  padding-left: 18px;
}
.steps li {
  margin-bottom: 3px;
}
table {
  border-collapse: collapse;
  font-size: var(--text-sm);
}
th {
  padding: 0 12px 1px 0;
  font-weight: 500;
  text-align: left;
}
thead th {
  color: var(--muted);
}
td {
  padding: 0 12px 1px 0;
}
button {
  padding: 1px 0;
  border: 0;
  background: none;
  color: var(--brass);
  font: 600 var(--text-sm) var(--sans);
  text-align: left;
  cursor: pointer;
}
@media (max-width: 760px) {
  .sums {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
