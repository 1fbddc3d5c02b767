<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { percent } from '@/shots/words'
import { useQuiz } from '@/stores/quiz'
import { costWords } from '../words'
import { text } from '@/words/text/practice'
import { decimal } from '@/words/numbers'

/** A round in figures, for each who answered, and every position to be opened again. */
const quiz = useQuiz()
const router = useRouter()
const names = computed(() => [quiz.round?.player_name ?? '', quiz.round?.second_name ?? ''])
const back = () => void router.push({ name: 'practice' })
</script>

<template>
  <section class="sheet" :aria-label="text.theRound">
    <div v-for="(score, k) in quiz.scores" :key="k" class="score">
      <h2>{{ names[k] }}</h2>
      <p class="figures">
        <span
          ><b>{{ decimal(score.cost.value) }}</b> {{ text.pointsOfRackChanceA }}</span
        >
        <span
          ><b>{{ percent(score.as_good) }}</b> {{ text.withinTwoPointsOfThe }}</span
        >
        <span v-if="score.estimates"
          ><b>{{ decimal(score.estimates.off, 0) }}</b> {{ text.pointsOffInMakeChances }}</span
        >
      </p>
      <p v-for="words in score.words.slice(1)" :key="words">{{ words }}</p>
      <p v-if="score.estimates">{{ score.estimates.words }}</p>
    </div>
    <ol>
      <li v-for="(one, k) in quiz.positions" :key="one.key">
        <button type="button" @click="quiz.goTo(k)">
          <span>{{ k + 1 }}. {{ one.kind ?? text.notAnsweredYet }}</span>
          <span v-for="answer in one.answers" :key="answer.who" class="muted">{{
            costWords(answer.cost)
          }}</span>
        </button>
      </li>
    </ol>
    <p class="muted">
      {{ text.whatWasGivenAwayComes }}
    </p>
    <button type="button" class="main" @click="back">{{ text.backToPractice }}</button>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.score {
  display: grid;
  gap: 6px;
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 26px;
}
.figures b {
  font: 600 var(--text-2xl) var(--serif);
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
li button {
  width: 100%;
  padding: 4px 2px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 16px;
  justify-content: space-between;
  border-top: 1px solid var(--hairline);
  color: var(--ink);
  font-weight: 400;
  text-align: left;
}
.main {
  justify-self: start;
}
</style>
