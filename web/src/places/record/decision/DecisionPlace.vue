<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Place } from '@/drawing/place'
import { useSharedBoard } from '@/board/useBoard'
import RestPicker from '@/drawing/RestPicker.vue'
import TableDrawing from '@/drawing/TableDrawing.vue'
import FrameActs from '@/frame/FrameActs.vue'
import { onDemand } from '@/parts/onDemand'
import ProblemList from '@/parts/ProblemList.vue'
import { percent } from '@/shots/words'
import { ENDINGS } from '@/shots/endings'
import { ONLY_TRIES } from '@/stores/layers'
import { useRecord } from '@/stores/record'
import { useStudy } from '@/stores/study'
import { dayWords } from '@/words/days'
import { isTold, points } from '../words'
import { endingWord } from '@/shots/endings'
import LineCard from './LineCard.vue'
import { useDecision } from './useDecision'
import { text as lessonText } from '@/words/text/addToLesson'
import { text as linkText } from '@/words/text/links'
import { text } from '@/words/text/record'
import { decimal } from '@/words/numbers'

/** One decision: as it lay, what was said, what was played, what came of it; and what would be said today. */
const GiveDialog = onDemand(() => import('@/frame/GiveDialog.vue'))
const AddToLesson = onDemand(() => import('@/frame/AddToLesson.vue'))
defineEmits<{ keys: [] }>()
const router = useRouter()
const board = useSharedBoard()
const study = useStudy()
const record = useRecord()
const {
  decision,
  drawing,
  best,
  resting,
  reckoning,
  weighing,
  document,
  geometry,
  balls,
  problems,
  change,
  anew,
} = useDecision()
/** The layout on the Table, to be weighed and questioned there. */
const isForALesson = ref(false)
const isGiven = ref(false)
async function toTable() {
  if (!document.value || !decision.value) return
  study.close()
  board.load(
    { ...document.value, balls: balls.value },
    text.asItLay(decision.value.shot_name).slice(0, 80),
    null,
  )
  await router.push({ name: 'table' })
}
async function remove() {
  if (!decision.value) return
  await record.remove('decision', decision.value.id, decision.value.shot_name)
  await router.push({ name: 'record' })
}
const unknown = computed(
  () =>
    ['foul', 'lost'].includes(decision.value?.ending ?? '') && decision.value?.said?.played.aim !== 'safe',
)
const judged = computed(() => {
  const one = decision.value
  if (!one) return []
  const did = isTold(one) ? text.gaveAway : text.trailsTheBestShotBy
  const cost =
    one.cost > 0
      ? text.choiceCost(did, decimal(100 * one.cost), one.choice_words)
      : text.theChoice(one.choice_words)
  const stroke = one.stroke === null ? '' : text.strokeBrought(endingWord(one.ending), points(one.stroke))
  const better =
    one.better === null || one.better === undefined ? '' : text.oneLevelKeeps(points(one.better - one.value))
  return [cost, stroke, better].filter(Boolean)
})
</script>

<template>
  <main class="card">
    <header>
      <RouterLink :to="{ name: 'record' }" class="back">{{ text.record }}</RouterLink>
      <h1>{{ decision?.shot_name ?? text.decision }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <ProblemList :problems="[...problems, ...record.problems]" />
    <GiveDialog
      v-if="isGiven && decision"
      :whole="{ decision: decision.id }"
      :title="decision.shot_name"
      @close="isGiven = false"
    />
    <AddToLesson
      v-if="isForALesson && decision"
      visible
      :source="{ decision: decision.id }"
      @close="isForALesson = false"
    />
    <template v-if="decision">
      <p class="muted about">
        {{ dayWords(decision.played_on) }} · {{ decision.player_name
        }}<template v-if="decision.opponent_name"> {{ text.against(decision.opponent_name) }}</template> ·
        {{ decision.game }}
        <RouterLink
          v-if="decision.match_id"
          :to="{ name: 'match', params: { matchId: String(decision.match_id) } }"
          >{{ text.rackOfTheMatch(decision.rack_number ?? '') }}</RouterLink
        >
        <button type="button" @click="remove">{{ text.delete }}</button>
      </p>
      <div class="halves wide">
        <div class="column">
          <div v-if="geometry && document" class="still">
            <TableDrawing
              :table="geometry"
              :balls="balls"
              :selected="null"
              :drawing="drawing"
              :in-hand="null"
              :worth="[]"
              :upright="false"
              :shown="ONLY_TRIES"
              :time="null"
              :aim-deg="null"
              :label="text.theTableAsItLay"
            >
              <template #over="{ frame, radius }">
                <circle
                  v-if="decision.rest"
                  class="rest"
                  :cx="frame.fromDiamonds(decision.rest as Place)[0]"
                  :cy="frame.fromDiamonds(decision.rest as Place)[1]"
                  :r="1.25 * radius"
                />
                <RestPicker v-if="resting" :frame="frame" :radius="radius" @pick="change({ rest: $event })" />
              </template>
            </TableDrawing>
          </div>
          <p v-else class="sheet plain">
            {{ text.layoutNotKnown }}
          </p>
          <section class="sheet" :aria-label="text.whatCameOfIt">
            <h2>{{ text.whatCameOfIt }}</h2>
            <p v-for="words in judged" :key="words">{{ words }}</p>
            <p v-if="decision.guessed">
              {{ text.beforeTheLedgerOpened }} <b>{{ decision.guessed.words }}</b><template
                v-if="decision.guessed.make !== null"
                >{{ text.madeOften(percent(decision.guessed.make)) }}</template
              >{{ decision.guessed.same ? text.andThatWasPlayed : text.somethingElseWasPlayed }}.
            </p>
            <div v-if="decision.said" class="choices">
              <label
                >{{ text.itEnded }}
                <select
                  :value="decision.ending"
                  @change="change({ ending: ($event.target as HTMLSelectElement).value, made: null })"
                >
                  <option v-for="e in ENDINGS" :key="e.key" :value="e.key">{{ e.word }}</option>
                </select>
              </label>
              <label v-if="unknown"
                >{{ text.thePot }}
                <select
                  :value="String(decision.made)"
                  @change="
                    change({
                      made: { true: true, false: false }[($event.target as HTMLSelectElement).value] ?? null,
                    })
                  "
                >
                  <option value="null">{{ text.notKnown }}</option>
                  <option value="true">{{ text.wentIn }}</option>
                  <option value="false">{{ text.missed }}</option>
                </select>
              </label>
              <button v-if="document" type="button" :aria-pressed="resting" @click="resting = !resting">
                {{ resting ? text.tapWhereTheCueBall : text.whereTheCueBallRests }}
              </button>
              <button v-if="decision.rest" type="button" @click="change({ rest: null })">
                {{ text.forgetThatPlace }}
              </button>
            </div>
          </section>
        </div>
        <div class="column">
          <template v-if="decision.said">
            <LineCard
              :title="text.played"
              :line="decision.said.played"
              :ending="decision.ending"
              :drawn="!best"
              @draw="best = false"
            />
            <LineCard
              v-if="decision.said.best.id !== decision.said.played.id"
              :title="text.bestAsItWasSaid"
              :line="decision.said.best"
              :drawn="best"
              @draw="best = true"
            />
          </template>
          <section v-if="decision.has_drawing" class="sheet" :aria-label="text.weighedAnew">
            <h2>{{ text.weighedAnew }}</h2>
            <template v-if="decision.anew">
              <p>
                {{ text.withTodaysPlayers(dayWords(decision.anew.on), decision.anew.played.name) }}
                <b>{{ percent(decision.anew.played.value) }}</b>{{ text.best(decision.anew.best.name) }}
                <b>{{ percent(decision.anew.best.value) }}</b>.
              </p>
              <p>
                {{
                  decision.anew.played.trails_low > 0
                    ? text.itGivesAwayPoints(decimal(100 * decision.anew.played.trails))
                    : text.noDifferenceCanBeTold
                }}
              </p>
            </template>
            <p class="choices">
              <button type="button" class="main" :disabled="weighing" @click="anew">
                {{
                  weighing
                    ? text.weighing
                    : decision.anew
                      ? text.weighAnewOnceMore
                      : text.weighAnewWithTodaysPlayers
                }}
              </button>
              <button type="button" @click="toTable">{{ text.putItOnTheTable }}</button>
              <button type="button" @click="isForALesson = true">{{ lessonText.addToALesson }}</button>
              <button type="button" @click="isGiven = true">{{ linkText.giveByALink }}</button>
            </p>
            <p v-if="weighing" class="muted">{{ reckoning?.waits_for }}</p>
          </section>
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="@/design/card-page.css"></style>
<style scoped>
.halves.wide {
  grid-template-columns: minmax(0, 1.55fr) minmax(0, 1fr);
}
.about button,
.about a {
  min-height: 32px;
  padding: 0 8px;
  color: var(--brass);
  font: 600 var(--text-md) var(--sans);
}
.plain {
  padding: 14px 16px;
}
/* A decision lies as it lay: nothing is dragged here. */
.still {
  aspect-ratio: 2.84 / 1.57;
  pointer-events: none;
}
.still :deep(.picker) {
  pointer-events: auto;
}
.rest {
  fill: none;
  stroke: var(--mark);
  stroke-width: 7;
  pointer-events: none;
}
@media (max-width: 980px) {
  .halves.wide {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
