<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { GAMES, gameOf } from '@/board/document'
import KeyLabel from '@/parts/KeyLabel.vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { dayWords } from '@/words/days'
import { usePractice } from '@/stores/practice'
import { text } from '@/words/text/practice'
import { decimal } from '@/words/numbers'

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
    secondName: second.value === GUEST ? text.guest : '',
  })
  if (id !== null) await router.push({ name: 'quiz', params: { roundId: String(id) } })
}
const nameOfGame = (key: string) => (key === 'own' ? text.ownLayouts : gameOf(key).name)
defineExpose({ begin })
</script>

<template>
  <section class="sheet" :aria-label="text.decisionQuiz">
    <h2>{{ text.decisionQuiz }}</h2>
    <p class="muted">
      {{ text.quizMeans }}
    </p>
    <form class="choices" @submit.prevent="begin">
      <label
        >{{ text.from }}
        <select v-model="game">
          <option v-for="one in GAMES" :key="one.key" :value="one.key">{{ one.name }}</option>
          <option value="own">{{ text.myLayouts(practice.pools?.own ?? 0) }}</option>
        </select>
      </label>
      <label
        >{{ text.with }}
        <select v-model="second">
          <option value="">{{ text.nobodyAlone }}</option>
          <option v-for="one in others" :key="one.key" :value="String(practice.idOf(one.key))">
            {{ one.name }}
          </option>
          <option :value="GUEST">{{ text.aGuest }}</option>
        </select>
      </label>
      <label
        >{{ text.timeForEach }}
        <select v-model.number="limit">
          <option :value="0">{{ text.asYouLike }}</option>
          <option :value="20">{{ text.n20Seconds }}</option>
          <option :value="45">{{ text.n45Seconds }}</option>
          <option :value="90">{{ text.n90Seconds }}</option>
        </select>
      </label>
      <button type="submit" class="main"><KeyLabel :label="text.beginARound" letter="B" /></button>
    </form>
    <p v-if="own && practice.pools" class="small">
      {{ text.ofYourSavedLayoutsAre(practice.pools.own, practice.pools.layouts) }}
      <button v-if="!practice.filling" type="button" @click="practice.fillOwn">
        {{ text.weighMyLayouts }}
      </button>
      <button v-else type="button" @click="practice.stopFilling">{{ text.stop }}</button>
      <span v-if="practice.fill?.document" class="muted">
        {{ text.ofWeighed(practice.fill.document.done, practice.fill.document.of) }}
      </span>
      <ProgressLine
        v-if="practice.filling"
        :label="text.weighingLayouts"
        :share="practice.fill?.progress ?? 0"
      />
    </p>
    <template v-if="score && score.answers">
      <p v-for="words in score.words" :key="words">{{ words }}</p>
      <p v-if="score.estimates">{{ score.estimates.words }}</p>
      <details>
        <summary>{{ text.byKindOfPositionAnd }}</summary>
        <table>
          <thead>
            <tr>
              <th>{{ text.kind }}</th>
              <th>{{ text.asked }}</th>
              <th>{{ text.pointsGivenAwayInA }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="part in score.kinds" :key="part.kind">
              <td>{{ part.words }}</td>
              <td>{{ part.count }}</td>
              <td>{{ decimal(100 * part.racks, 0) }} ± {{ decimal(100 * part.half, 0) }}</td>
            </tr>
          </tbody>
        </table>
        <ul>
          <li v-for="one in rounds" :key="one.id">
            <RouterLink :to="{ name: 'quiz', params: { roundId: String(one.id) } }"
              >{{ dayWords(one.day) }}, {{ nameOfGame(one.game) }}</RouterLink
            >{{ text.of(one.answered, one.of)
            }}<template v-if="one.cost != null">{{ text.pointsADecision(decimal(one.cost)) }}</template>
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
