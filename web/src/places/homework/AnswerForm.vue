<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { HomeworkPosition, LessonAnswer } from '@/api/client'
import { wholeDocument } from '@/board/document'
import type { Place } from '@/drawing/place'
import { POCKETS } from '@/drawing/pockets'
import PracticeDrawing from '@/drawing/PracticeDrawing.vue'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import ChoiceCard from '@/shots/ChoiceCard.vue'
import { useChoice } from '@/shots/useChoice'
import { text } from '@/words/text/lessons'

/** A position's question, answered by pressing the cloth or the chips beside it. */
const props = defineProps<{ position: HomeworkPosition; busy: boolean }>()
const emit = defineEmits<{ answer: [told: LessonAnswer] }>()
const choice = useChoice()
const ball = ref('')
const pocket = ref('')
const at = ref<Place | null>(null)
const chance = ref(50)
const document = computed(() => wholeDocument(props.position.layout))
const balls = computed(() => document.value.balls)
const others = computed(() =>
  Object.keys(balls.value)
    .filter((name) => name !== 'cue')
    .map((key) => ({ key, name: key })),
)
const plays = computed(() => props.position.asks === 'play')
const asks = computed<'ball' | 'pocket' | 'place' | null>(() => {
  if (plays.value) return choice.asks.value
  if (props.position.asks === 'zone') return 'place'
  if (props.position.asks === 'chance') return null
  return ball.value ? 'pocket' : 'ball'
})
const hint = computed(() => {
  if (plays.value) return choice.hint.value
  if (props.position.asks === 'zone') return at.value ? text.anotherStill : text.pressPlace
  if (props.position.asks === 'chance') return ''
  return ball.value ? (pocket.value ? text.anotherStill : text.pressPocket) : text.pressBall
})
const told = computed<LessonAnswer | null>(() => {
  if (props.position.asks === 'zone') return at.value ? { at: at.value } : null
  if (props.position.asks === 'chance') return { chance: chance.value / 100 }
  return ball.value && pocket.value ? { ball: ball.value, pocket: pocket.value } : null
})
function takeBall(next: string) {
  if (plays.value) choice.takeBall(next)
  else [ball.value, pocket.value] = [next, '']
}
const takePocket = (next: string) => (plays.value ? choice.takePocket(next) : (pocket.value = next))
function press(place: Place) {
  if (plays.value) choice.press(place, balls.value['cue'])
  else at.value = place
}
function say() {
  const chosen = choice.said()
  if (chosen) emit('answer', { choice: chosen as LessonAnswer['choice'] })
}
const marks = computed(() => [
  ...(at.value ? [{ at: at.value, letter: 'C' }] : []),
  ...(choice.cueTo.value ? [{ at: choice.cueTo.value, letter: 'C' }] : []),
  ...(choice.ballTo.value ? [{ at: choice.ballTo.value, letter: choice.ball.value || 'B' }] : []),
])
const lines = computed<[Place, Place][]>(() => {
  const cue = balls.value['cue']
  if (!cue || !plays.value || choice.meant.value !== 'stroke') return []
  const turn = (choice.stroke.value.aim_deg * Math.PI) / 180
  return [[cue, [cue[0] + 9 * Math.cos(turn), cue[1] + 9 * Math.sin(turn)]]]
})
</script>

<template>
  <div class="work">
    <PracticeDrawing
      :table="position.geometry"
      :balls="balls"
      :selected="(plays ? choice.ball.value : ball) || null"
      :pocket="(plays ? choice.pocket.value : pocket) || null"
      :marks="marks"
      :lines="lines"
      :asks="asks"
      :words="hint || position.question"
      class="drawing"
      @ball="takeBall"
      @pocket="takePocket"
      @place="press"
    />
    <div class="side">
      <p v-if="position.before" class="before">{{ position.before }}</p>
      <ChoiceCard
        v-if="plays"
        :choice="choice"
        :balls="Object.keys(balls)"
        :situation="document.situation"
        :game="document.game"
        whose=""
        :busy="busy"
        :label="text.answer"
        @say="say"
      />
      <form v-else class="sheet" @submit.prevent="told && emit('answer', told)">
        <p>
          <b>{{ position.question }}</b>
        </p>
        <p v-if="hint" class="hint" aria-live="polite">{{ hint }}</p>
        <template v-if="position.asks === 'ball'">
          <ChoiceChips
            :label="text.whichBall"
            :options="others"
            :value="ball"
            @choose="takeBall(String($event))"
          />
          <ChoiceChips
            v-if="ball"
            even
            :label="text.whichPocket"
            :options="POCKETS"
            :value="pocket"
            @choose="takePocket(String($event))"
          />
        </template>
        <label v-if="position.asks === 'chance'"
          >{{ text.howOften }}: <b>{{ chance }} %</b>
          <input v-model.number="chance" type="range" min="0" max="100" step="5" />
        </label>
        <Button type="submit" :label="text.answer" :disabled="!told || busy" :loading="busy" />
      </form>
    </div>
  </div>
</template>

<style scoped src="./work.css"></style>
<style scoped>
form {
  padding: 13px 16px 15px;
  display: grid;
  gap: 10px;
}
.hint {
  font-weight: 600;
  color: var(--brass);
}
input[type='range'] {
  accent-color: var(--brass);
  width: 100%;
  min-height: 44px;
}
</style>
