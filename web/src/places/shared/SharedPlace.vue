<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { answered, api, problemsOf, type Problem, type Shared } from '@/api/client'
import { wholeDocument } from '@/board/document'
import { ONLY_TRIES } from '@/stores/layers'
import type { Place } from '@/drawing/place'
import PlanLayer from '@/drawing/PlanLayer.vue'
import TableDrawing from '@/drawing/TableDrawing.vue'
import { useUpright } from '@/drawing/useUpright'
import { usePutOnBoard } from '@/frame/usePutOnBoard'
import ProblemList from '@/parts/ProblemList.vue'
import { useSession } from '@/session/session'
import { endingWord } from '@/shots/endings'
import LedgerLine from '@/shots/LedgerLine.vue'
import PlanLine from '@/shots/PlanLine.vue'
import ShotCard from '@/shots/ShotCard.vue'
import SideView from '@/shots/SideView.vue'
import { percent } from '@/shots/words'
import { dayWords } from '@/words/days'
import { decimal } from '@/words/numbers'
import { text } from '@/words/text/links'

/** What somebody gave away by a link, read only: for who has the link, signed in or not. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const session = useSession()
const upright = useUpright()
const shared = shallowRef<Shared | null>(null)
const problems = ref<Problem[]>([])
const place = ref(0)

async function open() {
  const token = route.params.token
  if (typeof token !== 'string') return
  problems.value = []
  try {
    shared.value = await answered(api.GET('/api/shared/{token}', { params: { path: { token } } }))
    place.value = 0
    step.value = null
    document.title = shared.value.title
  } catch (error) {
    shared.value = null
    const found = problemsOf(error)
    const isNone = found.length === 1 && !found[0]?.where
    problems.value = isNone
      ? [{ where: '', what: text.thisLinkLeadsNowhere, accepted: text.mistypedOrEnded }]
      : found
  }
}
watch(() => route.params.token, open, { immediate: true })

const answer = computed(() => shared.value?.shown.study ?? null)
/** A study's lines, or ways to a hidden ball: both are shots of a list. */
const lines = computed(() => answer.value?.options ?? shared.value?.shown.ways ?? [])
const option = computed(() => lines.value[place.value] ?? null)
const drawing = computed(() => shared.value?.shown.drawings?.[place.value] ?? null)
const plan = computed(() => shared.value?.shown.plan ?? null)
/** Of a plan one ball is looked at, or all of it. */
const step = ref<number | null>(null)
const planned = computed(() => (step.value === null ? null : (plan.value?.plan[step.value] ?? null)))
const decided = computed(() => shared.value?.shown.decided ?? null)
const choices = computed(() =>
  decided.value
    ? [
        { what: text.played, name: decided.value.played, value: decided.value.played_value },
        { what: text.best, name: decided.value.best, value: decided.value.best_value },
      ]
    : [],
)
const listed = computed(() => (answer.value ? text.whatWasWeighed : text.waysFound))
const whole = computed(() => (shared.value ? wholeDocument(shared.value.shown.document) : null))
const balls = computed(() => (whole.value?.balls ?? {}) as Record<string, Place>)
const about = computed(() =>
  shared.value
    ? [shared.value.by && text.by(shared.value.by), text.asItWas(dayWords(shared.value.created))]
        .filter(Boolean)
        .join(' · ')
    : '',
)
const takeOver = usePutOnBoard()
const put = () => shared.value && whole.value && takeOver(whole.value, shared.value.title)
</script>

<template>
  <main>
    <p v-if="!shared && !problems.length" class="muted" role="status">{{ text.looking }}</p>
    <template v-if="problems.length">
      <h1>{{ text.shared }}</h1>
      <ProblemList :problems="problems" />
      <Button :label="text.tryAgain" variant="outlined" class="own" @click="open" />
    </template>
    <template v-if="shared && whole">
      <header>
        <h1>{{ shared.title }}</h1>
        <Button :label="text.putItOnMyBoard" @click="put" />
      </header>
      <p class="muted">
        {{ about }}<template v-if="!session.username">. {{ text.signInFirst }}</template>
      </p>
      <div class="seen">
        <div class="still" :class="{ upright }">
          <TableDrawing
            :table="shared.geometry"
            :balls="(planned?.balls as Record<string, Place> | undefined) ?? balls"
            :selected="null"
            :drawing="drawing"
            :in-hand="null"
            :worth="[]"
            :upright="upright"
            :shown="ONLY_TRIES"
            :time="null"
            :aim-deg="null"
            :label="text.theTableShown"
          >
            <template #over="{ frame, radius }"
              ><PlanLayer
                v-if="plan"
                :plan="plan"
                :step="step"
                :frame="frame"
                :radius="radius"
                @look="step = $event"
            /></template>
          </TableDrawing>
        </div>
        <section v-if="plan" class="sheet lines" :aria-label="text.thePlan">
          <h2>{{ text.thePlan }}</h2>
          <p>{{ plan.summary }}</p>
          <button v-if="step !== null" type="button" class="whole" @click="step = null">
            {{ text.wholePlan }}
          </button>
          <ol>
            <PlanLine
              v-for="one in plan.plan"
              :key="one.step"
              :planned="one"
              :goal="plan.goal"
              :chosen="one.step === step"
              @choose="step = one.step"
            />
          </ol>
        </section>
        <section v-if="decided" class="sheet lines" :aria-label="text.theDecision">
          <h2>{{ text.theDecision }}</h2>
          <button
            v-for="(one, k) in choices"
            :key="one.what"
            type="button"
            class="choice"
            :aria-pressed="k === place"
            @click="place = k"
          >
            <span class="muted">{{ one.what }}</span> <b>{{ one.name }}</b>
            <span>{{ text.winsOf(percent(one.value)) }}</span>
          </button>
          <p>{{ text.cameOf(endingWord(decided.ending)) }}</p>
          <p v-if="decided.cost > 0">{{ text.itCost(decimal(100 * decided.cost)) }}</p>
        </section>
        <template v-if="option">
          <section class="sheet lines" :aria-label="listed">
            <h2>{{ listed }}</h2>
            <p v-if="answer?.choice">{{ answer.choice }}</p>
            <p v-if="answer" class="muted">{{ answer.reliable }}</p>
            <ol>
              <LedgerLine
                v-for="(line, k) in lines"
                :key="line.id"
                :option="line"
                :rank="k + 1"
                :best="lines[0]?.rack_chance.value ?? 0"
                :chosen="k === place"
                @choose="place = k"
              />
            </ol>
          </section>
          <div class="chosen">
            <h2 class="visually-hidden">{{ option.name }}</h2>
            <ShotCard
              :option="option"
              :game="whole.game ?? 'nine-ball'"
              :is-best="place === 0"
              :why="answer?.why ?? ''"
            />
            <SideView v-if="drawing?.jump" :jump="drawing.jump" />
          </div>
        </template>
      </div>
    </template>
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: 10px;
  padding: 18px 16px 40px;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 16px;
}
h1 {
  flex: 1;
  font-size: var(--text-2xl);
}
h2 {
  font-size: var(--text-lg);
}
p {
  margin: 0;
}
/* The table and what is told of the chosen shot, beside the list; on a phone the list stands between them. */
.seen {
  display: grid;
  grid-template: 'table lines' auto 'chosen lines' 1fr / minmax(0, 1.7fr) minmax(320px, 1fr);
  gap: 16px;
  align-items: start;
}
.still {
  grid-area: table;
  aspect-ratio: 2.84 / 1.57;
}
.still.upright {
  aspect-ratio: 1.57 / 2.84;
}
.lines {
  grid-area: lines;
  display: grid;
  gap: 8px;
  padding: 14px 12px;
}
.chosen {
  grid-area: chosen;
  display: grid;
  gap: 12px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.choice,
.whole {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  min-height: 44px;
  align-items: center;
  padding: 4px 10px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
  background: none;
  color: var(--ink);
  font: 500 var(--text-md) var(--sans);
  text-align: left;
  cursor: pointer;
}
.choice[aria-pressed='true'] {
  border-color: var(--brass);
  background: var(--tint);
}
.own {
  justify-self: start;
}
@media (max-width: 980px) {
  .seen {
    grid-template: 'table' 'lines' 'chosen' / minmax(0, 1fr);
  }
}
</style>
