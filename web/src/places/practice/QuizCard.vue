<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { GAMES, gameOf } from '@/board/document'
import ProgressLine from '@/parts/ProgressLine.vue'
import { dayWords } from '@/words/days'
import { usePractice } from '@/stores/practice'

/** The decision quiz: a round begun, alone or two on the same one; what all rounds come to. */
const router = useRouter()
const practice = usePractice()
const game = ref('nine-ball')
const second = ref('')
const limit = ref(0)
const own = computed(() => game.value === 'own')
const others = computed(() => practice.players.filter((one) => practice.idOf(one.key) !== practice.player))
const score = computed(() => practice.standing?.score ?? null)
const rounds = computed(() => practice.standing?.rounds ?? [])
const GUEST = 'guest'
async function begin() {
  const profile = second.value && second.value !== GUEST ? Number(second.value) : null
  const id = await practice.beginRound({
    game: own.value ? 'nine-ball' : game.value,
    own: own.value,
    limit: limit.value || null,
    second: profile,
    secondName: second.value === GUEST ? 'Guest' : '',
  })
  if (id !== null) await router.push({ name: 'quiz', params: { roundId: String(id) } })
}
const nameOfGame = (key: string) => (key === 'own' ? 'own layouts' : gameOf(key).name)
defineExpose({ begin })
</script>

<template>
  <section class="sheet" aria-label="Decision quiz">
    <h2>Decision quiz</h2>
    <p class="muted">
      Ten positions of real racks at your level: decide first, then the ledger opens and says what that cost.
    </p>
    <form class="choices" @submit.prevent="begin">
      <label
        >From
        <select v-model="game">
          <option v-for="one in GAMES" :key="one.key" :value="one.key">{{ one.name }}</option>
          <option value="own">my layouts ({{ practice.pools?.own ?? 0 }})</option>
        </select>
      </label>
      <label
        >With
        <select v-model="second">
          <option value="">nobody, alone</option>
          <option v-for="one in others" :key="one.key" :value="String(practice.idOf(one.key))">
            {{ one.name }}
          </option>
          <option :value="GUEST">a guest</option>
        </select>
      </label>
      <label
        >Time for each
        <select v-model.number="limit">
          <option :value="0">as you like</option>
          <option :value="20">20 seconds</option>
          <option :value="45">45 seconds</option>
          <option :value="90">90 seconds</option>
        </select>
      </label>
      <button type="submit" class="main"><u>B</u>egin a round</button>
    </form>
    <p v-if="own && practice.pools" class="small">
      {{ practice.pools.own }} of your {{ practice.pools.layouts }} saved layouts are weighed and ask
      something.
      <button v-if="!practice.filling" type="button" @click="practice.fillOwn">Weigh my layouts</button>
      <button v-else type="button" @click="practice.stopFilling">Stop</button>
      <span v-if="practice.fill?.document" class="muted">
        {{ practice.fill.document.done }} of {{ practice.fill.document.of }} weighed.
      </span>
      <ProgressLine v-if="practice.filling" label="Weighing layouts" :share="practice.fill?.progress ?? 0" />
    </p>
    <template v-if="score && score.answers">
      <p v-for="words in score.words" :key="words">{{ words }}</p>
      <p v-if="score.estimates">{{ score.estimates.words }}</p>
      <details>
        <summary>By kind of position, and round by round</summary>
        <table>
          <thead>
            <tr>
              <th>Kind</th>
              <th>Asked</th>
              <th>Points given away in a hundred decisions</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="part in score.kinds" :key="part.kind">
              <td>{{ part.words }}</td>
              <td>{{ part.count }}</td>
              <td>{{ (100 * part.racks).toFixed(0) }} ± {{ (100 * part.half).toFixed(0) }}</td>
            </tr>
          </tbody>
        </table>
        <ul>
          <li v-for="one in rounds" :key="one.id">
            <RouterLink :to="{ name: 'quiz', params: { roundId: String(one.id) } }"
              >{{ dayWords(one.day) }}, {{ nameOfGame(one.game) }}</RouterLink
            >: {{ one.answered }} of {{ one.of
            }}<template v-if="one.cost != null">, {{ one.cost.toFixed(1) }} points a decision</template>
          </li>
        </ul>
      </details>
    </template>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
summary {
  cursor: pointer;
  font-weight: 600;
}
ul {
  margin: 8px 0 0;
  padding-left: 18px;
}
a {
  color: var(--brass);
  font-weight: 600;
}
</style>
