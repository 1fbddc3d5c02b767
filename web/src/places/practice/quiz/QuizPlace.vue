<script setup lang="ts">
import Button from 'primevue/button'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { gameOf } from '@/board/document'
import type { Place } from '@/drawing/place'
import PracticeDrawing from '@/drawing/PracticeDrawing.vue'
import FrameActs from '@/frame/FrameActs.vue'
import { letterOf, useKeys } from '@/frame/keys'
import ProblemList from '@/parts/ProblemList.vue'
import { useQuiz } from '@/stores/quiz'
import { useSession } from '@/session/session'
import ChoiceCard from '@/shots/ChoiceCard.vue'
import { useChoice } from '@/shots/useChoice'
import AnswerCard from './AnswerCard.vue'
import RoundScore from './RoundScore.vue'
import { useTimer } from './useTimer'
import { text } from '@/words/text/practice'

/** A round of the quiz: decide first, then compare. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const quiz = useQuiz()
const session = useSession()
const choice = useChoice()
const table = computed(() => quiz.document?.table ?? 'pool-9ft')
const geometry = computed(() => session.geometryOf(table.value))
watch(table, (now) => void session.learnGeometry(now), { immediate: true })
const balls = computed(() => (quiz.document?.balls ?? {}) as Record<string, Place>)
const open = () => {
  if (route.name === 'quiz') void quiz.open(Number(route.params['roundId']))
}
// Whenever one comes here, once.
watch(() => route.fullPath, open, { immediate: true })
watch([() => quiz.at, () => quiz.who, () => quiz.round?.id], () => choice.mean('pot'))

const limit = computed(() => quiz.round?.limit_s ?? null)
const asking = computed(() => !!quiz.position && !quiz.opened)
const left = useTimer(limit, asking, () => `${quiz.round?.id}-${quiz.at}-${quiz.who}`, () => void quiz.answer(null)) // prettier-ignore
async function say() {
  const said = choice.said()
  if (said) await quiz.answer(said)
}
const next = () => void quiz.goTo(quiz.at + 1)
const marks = computed(() => [
  ...(choice.cueTo.value ? [{ at: choice.cueTo.value, letter: 'C' }] : []),
  ...(choice.ballTo.value ? [{ at: choice.ballTo.value, letter: choice.ball.value || 'B' }] : []),
])
const lines = computed<[Place, Place][]>(() => {
  const cue = balls.value['cue']
  if (!cue || choice.meant.value !== 'stroke' || quiz.opened) return []
  const turn = (choice.stroke.value.aim_deg * Math.PI) / 180
  return [[cue, [cue[0] + 9 * Math.cos(turn), cue[1] + 9 * Math.sin(turn)]]]
})
const pressed = (at: Place) => choice.press(at, balls.value['cue'])
const where = computed(() => {
  const { round } = quiz
  if (!round) return ''
  const from = round.own ? text.ownLayouts : gameOf(round.game).name
  return `${from}, ${round.level}`
})
useKeys((event) => {
  if (event.ctrlKey || event.metaKey) return undefined
  const letter = letterOf(event)
  if (quiz.opened) return letter === 'n' ? next : undefined
  if (letter === 'Enter' && choice.ready.value) return say
  const meant = ({ p: 'pot', s: 'safe', o: 'stroke' } as const)[letter]
  return meant && (() => choice.mean(meant))
})
</script>

<template>
  <main class="quiz">
    <RouterLink :to="{ name: 'practice' }" class="back">{{ text.practice }}</RouterLink>
    <header>
      <h1 v-if="quiz.position">{{ text.positionOf(quiz.at + 1, quiz.positions.length) }}</h1>
      <h1 v-else>{{ quiz.over ? text.theRound : text.theQuiz }}</h1>
      <span class="muted">{{ where }}</span>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <ProblemList :problems="quiz.problems" />
    <RoundScore v-if="quiz.over" />
    <div v-else-if="quiz.position" class="work">
      <div class="picture">
        <PracticeDrawing
          v-if="geometry"
          :key="`${quiz.at}-${quiz.who}`"
          :table="geometry"
          :balls="balls"
          :selected="quiz.opened ? null : choice.ball.value || null"
          :pocket="quiz.opened ? null : choice.pocket.value || null"
          :marks="quiz.opened ? [] : marks"
          :lines="lines"
          :drawing="quiz.opened ? (quiz.trial?.drawing ?? null) : null"
          :asks="quiz.opened ? null : choice.asks.value"
          :words="quiz.opened ? text.theShotThatIsChosen : choice.hint.value"
          class="drawing"
          @ball="choice.takeBall"
          @pocket="choice.takePocket"
          @place="pressed"
        />
      </div>
      <div class="side">
        <p v-if="left !== null && asking" class="time" role="timer" :class="{ late: left <= 5 }">
          {{ left }} s
        </p>
        <ChoiceCard
          v-if="!quiz.opened"
          :choice="choice"
          :balls="Object.keys(balls)"
          :situation="quiz.document?.situation"
          :game="quiz.document?.game ?? 'nine-ball'"
          :whose="quiz.two ? quiz.whose : ''"
          :busy="quiz.comparing"
          @say="say"
        />
        <template v-else>
          <Button :label="quiz.last ? text.seeTheRound : text.nextPositionN" @click="next" />
          <AnswerCard />
        </template>
      </div>
    </div>
  </main>
</template>

<style scoped>
.quiz {
  padding: 18px 16px 40px;
  display: grid;
  gap: 10px;
}
.back {
  color: var(--brass);
  font-weight: 600;
  text-decoration: none;
}
.back::before {
  content: '‹ ';
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 12px;
}
h1 {
  font-size: var(--text-2xl);
}
header .muted {
  flex: 1;
}
.work {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 412px;
  gap: 16px;
  align-items: start;
}
.side {
  display: grid;
  gap: 10px;
}
.time {
  margin: 0;
  font: 600 var(--text-xl) var(--serif);
}
.late {
  color: var(--foul);
}
@media (max-width: 980px) {
  .work {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 760px) {
  .quiz {
    padding: 8px 12px 70px;
    gap: 6px;
  }
  header .muted {
    order: 1;
    flex-basis: 100%;
  }
  h1 {
    flex: 1;
    font-size: var(--text-lg);
  }
  .drawing {
    max-width: 244px;
    margin: 0 auto;
  }
}
</style>
