<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { LessonRight } from '@/api/client'
import type { Place } from '@/drawing/place'
import { POCKETS } from '@/drawing/pockets'
import PracticeDrawing from '@/drawing/PracticeDrawing.vue'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import { decimal } from '@/words/numbers'
import { text } from '@/words/text/lessons'
import type { LessonInWork } from './useLesson'

/** What a position asks and what is right there: said by a ledger or a plan, or pressed on the cloth by the coach. */
const props = defineProps<{ work: LessonInWork }>()
const w = props.work
const ASKS = [
  { key: 'play', name: text.askPlay },
  { key: 'ball', name: text.askBall },
  { key: 'zone', name: text.askZone },
  { key: 'chance', name: text.askChance },
] as const
type Asks = (typeof ASKS)[number]['key']
/** As the server has them, where nothing else is said. */
const USUAL: Record<Asks, number> = { play: 0.02, ball: 0, zone: 0.5, chance: 0.1 }
const MOST: Record<Asks, number> = { play: 0.1, ball: 0, zone: 2, chance: 0.3 }
const position = computed(() => w.position.value)
const question = computed(() => position.value?.question)
const asks = computed<Asks>(() => question.value?.asks ?? 'play')
const judge = computed(() => question.value?.judged ?? 'coach')
const facts = computed(() => position.value?.facts ?? [])
const judges = computed(() => {
  const able = (by: string) =>
    facts.value.some(
      (one) =>
        one.by === by &&
        (asks.value !== 'zone' || one.rest) &&
        (asks.value !== 'chance' || one.make !== null),
    )
  return [
    ...(able('ledger') ? [{ key: 'ledger' as const, name: text.byLedger }] : []),
    ...(able('plan') ? [{ key: 'plan' as const, name: text.byPlan }] : []),
    { key: 'coach' as const, name: text.byCoach },
  ]
})
const tolerance = computed(() => question.value?.tolerance ?? USUAL[asks.value])
function ask(next: Asks) {
  w.setQuestion({ asks: next, tolerance: null })
  if (!judges.value.some(({ key }) => key === judge.value)) w.setQuestion({ judged: 'coach' })
}
const balls = computed(() => (position.value?.layout['balls'] ?? {}) as Record<string, Place>)
const coach = computed(() => judge.value === 'coach')
/** A ball that was pressed and waits for its pocket. */
const ball = ref<string | null>(null)
watch([() => w.at.value, asks, judge], () => (ball.value = null))
const rights = computed(() => question.value?.right ?? [])
const shots = computed(() => coach.value && (asks.value === 'ball' || asks.value === 'play'))
const waits = computed<'ball' | 'pocket' | 'place' | null>(() => {
  if (!coach.value) return null
  if (asks.value === 'zone') return 'place'
  return shots.value ? (ball.value ? 'pocket' : 'ball') : null
})
const HINTS = { ball: text.pressTheBall, pocket: text.pressThePocket, place: text.pressThePlace }
const hint = computed(() => (waits.value ? HINTS[waits.value] : text.theTable))
function right(one: LessonRight) {
  w.setQuestion({ right: [...rights.value, one] })
  ball.value = null
}
const pocketName = (key?: string | null) => POCKETS.find((one) => one.key === key)?.name ?? ''
const wordsOf = (one: LessonRight) =>
  one.meant === 'safe' ? text.safeOff(one.ball ?? '') : text.pot(one.ball ?? '', pocketName(one.pocket))
const zone = computed(() => question.value?.zone ?? null)
const zones = computed(() => {
  if (asks.value !== 'zone') return []
  if (coach.value) return zone.value ? [{ at: zone.value.at, within: zone.value.within, rail: null }] : []
  const rest = facts.value.find((one) => one.by === judge.value)?.rest
  return rest ? [{ at: rest, within: tolerance.value, rail: null }] : []
})
const setZone = (at: Place) => w.setQuestion({ zone: { at, within: zone.value?.within ?? 0.5 } })
const number = (event: Event) => Number((event.target as HTMLInputElement).value)
const near = computed(() => {
  const points = decimal(100 * tolerance.value, 0)
  if (asks.value === 'zone') return text.nearZone(decimal(tolerance.value, 2))
  return asks.value === 'play' ? text.nearPlay(points) : text.nearChance(points)
})
/** A zone that is drawn says itself how large it is; shots of the coach are right or not. */
const hasTolerance = computed(
  () =>
    asks.value === 'chance' ||
    (!coach.value && asks.value !== 'ball') ||
    (coach.value && asks.value === 'zone'),
)
</script>

<template>
  <section v-if="position" class="sheet" aria-labelledby="the-question">
    <h2 id="the-question">{{ text.theQuestion }}</h2>
    <ChoiceChips :label="text.asks" :options="ASKS" :value="asks" @choose="ask($event)" />
    <PracticeDrawing
      v-if="w.geometry.value"
      :table="w.geometry.value"
      :balls="balls"
      :zones="zones"
      :drawing="coach ? null : (position.drawing ?? null)"
      :selected="ball"
      :asks="waits"
      :words="hint"
      class="drawing"
      @ball="ball = $event"
      @pocket="right({ meant: 'pot', ball, pocket: $event })"
      @place="setZone"
    />
    <ChoiceChips
      :label="text.judgedBy"
      :options="judges"
      :value="judge"
      @choose="w.setQuestion({ judged: $event })"
      ><span class="muted">{{ text.judgedBy }}</span></ChoiceChips
    >
    <p v-if="!coach" role="status">{{ w.wordsOf(position.key) || text.nothingRight }}</p>
    <template v-if="shots">
      <p class="hint" aria-live="polite">{{ hint }}</p>
      <div class="choices">
        <button v-if="ball" type="button" class="main" @click="right({ meant: 'pot', ball, pocket: null })">
          {{ text.anyPocket }}
        </button>
        <button
          v-if="asks === 'play'"
          type="button"
          class="main"
          @click="right({ meant: 'safe', ball, pocket: null })"
        >
          {{ ball ? text.safeOff(ball) : text.orSafe }}
        </button>
      </div>
      <p class="muted">{{ rights.length ? text.rightShots : text.nothingRight }}</p>
      <ul>
        <li v-for="(one, k) in rights" :key="k">
          <span>{{ wordsOf(one) }}</span>
          <button
            type="button"
            :aria-label="text.takeOut(wordsOf(one))"
            @click="w.setQuestion({ right: rights.filter((_, other) => other !== k) })"
          >
            {{ text.remove }}
          </button>
        </li>
      </ul>
    </template>
    <template v-else-if="coach && asks === 'zone'">
      <p class="hint" aria-live="polite">{{ zone ? w.wordsOf(position.key) : hint }}</p>
      <label v-if="zone"
        >{{ text.within(decimal(zone.within, 2)) }}
        <input
          type="range"
          min="0.1"
          max="2"
          step="0.05"
          :value="zone.within"
          @input="w.setQuestion({ zone: { at: zone.at, within: number($event) } })"
      /></label>
    </template>
    <label v-else-if="coach && asks === 'chance'"
      >{{ text.rightChance }}: {{ text.rightIs(Math.round(100 * (question?.chance ?? 0.5))) }}
      <input
        type="range"
        min="0"
        max="1"
        step="0.05"
        :value="question?.chance ?? 0.5"
        @input="w.setQuestion({ chance: number($event) })"
    /></label>
    <label v-if="hasTolerance"
      >{{ text.nearEnough }} {{ near }}
      <input
        type="range"
        :min="!coach && asks === 'zone' ? 0.1 : 0"
        :max="MOST[asks]"
        :step="asks === 'zone' ? 0.05 : 0.01"
        :value="tolerance"
        @input="w.setQuestion({ tolerance: number($event) })"
    /></label>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="../lists.css"></style>
<style scoped>
.hint {
  color: var(--brass);
  font-weight: 600;
}
.drawing {
  max-width: 560px;
}
input[type='range'] {
  padding: 0;
  border: 0;
  accent-color: var(--brass);
}
@media (max-width: 760px) {
  .drawing {
    max-width: 240px;
    margin: 0 auto;
  }
}
</style>
