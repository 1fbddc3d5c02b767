<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import type { Place } from '@/drawing/place'
import { useSharedBoard } from '@/board/useBoard'
import RestPicker from '@/drawing/RestPicker.vue'
import TableDrawing from '@/drawing/TableDrawing.vue'
import FrameActs from '@/frame/FrameActs.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { percent } from '@/shots/words'
import { ENDINGS } from '@/shots/endings'
import { ONLY_TRIES } from '@/stores/layers'
import { useRecord } from '@/stores/record'
import { useStudy } from '@/stores/study'
import { dayWords } from '@/words/days'
import { endingWord, isTold, points } from '../words'
import LineCard from './LineCard.vue'
import { useDecision } from './useDecision'

/** One decision: as it lay, what was said, what was played, what came of it; and what would be said today. */
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
async function toTable() {
  if (!document.value || !decision.value) return
  study.close()
  board.load(
    { ...document.value, balls: balls.value },
    `As it lay: ${decision.value.shot_name}`.slice(0, 80),
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
  const did = isTold(one) ? 'gave away' : 'trails the best shot by'
  const cost =
    one.cost > 0
      ? `The choice ${did} ${(100 * one.cost).toFixed(1)} points: ${one.choice_words}.`
      : `The choice: ${one.choice_words}.`
  const stroke =
    one.stroke === null
      ? ''
      : `It ended “${endingWord(one.ending)}”: ${points(one.stroke)} points against the average of such strokes.`
  const better =
    one.better === null || one.better === undefined
      ? ''
      : `One level better the same stroke keeps ${points(one.better - one.value)} points.`
  return [cost, stroke, better].filter(Boolean)
})
</script>

<template>
  <main class="card">
    <header>
      <RouterLink :to="{ name: 'record' }" class="back">Record</RouterLink>
      <h1>{{ decision?.shot_name ?? 'Decision' }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <ProblemList :problems="[...problems, ...record.problems]" />
    <template v-if="decision">
      <p class="muted about">
        {{ dayWords(decision.played_on) }} · {{ decision.player_name
        }}<template v-if="decision.opponent_name"> against {{ decision.opponent_name }}</template> ·
        {{ decision.game }}
        <RouterLink
          v-if="decision.match_id"
          :to="{ name: 'match', params: { matchId: String(decision.match_id) } }"
          >rack {{ decision.rack_number }} of the match</RouterLink
        >
        <button type="button" @click="remove">Delete</button>
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
              label="The table as it lay."
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
            Only the figures of this decision are known, not how the balls lay.
          </p>
          <section class="sheet" aria-label="What came of it">
            <h2>What came of it</h2>
            <p v-for="words in judged" :key="words">{{ words }}</p>
            <p v-if="decision.guessed">
              Before the ledger opened: <b>{{ decision.guessed.words }}</b><template
                v-if="decision.guessed.make !== null"
                >, made {{ percent(decision.guessed.make) }}</template
              >{{ decision.guessed.same ? ', and that was played' : '; something else was played' }}.
            </p>
            <div v-if="decision.said" class="choices">
              <label
                >It ended
                <select
                  :value="decision.ending"
                  @change="change({ ending: ($event.target as HTMLSelectElement).value, made: null })"
                >
                  <option v-for="e in ENDINGS" :key="e.key" :value="e.key">{{ e.word }}</option>
                </select>
              </label>
              <label v-if="unknown"
                >The pot
                <select
                  :value="String(decision.made)"
                  @change="
                    change({
                      made: { true: true, false: false }[($event.target as HTMLSelectElement).value] ?? null,
                    })
                  "
                >
                  <option value="null">not known</option>
                  <option value="true">went in</option>
                  <option value="false">missed</option>
                </select>
              </label>
              <button v-if="document" type="button" :aria-pressed="resting" @click="resting = !resting">
                {{ resting ? 'Tap where the cue ball rests' : 'Where the cue ball rests' }}
              </button>
              <button v-if="decision.rest" type="button" @click="change({ rest: null })">
                Forget that place
              </button>
            </div>
          </section>
        </div>
        <div class="column">
          <template v-if="decision.said">
            <LineCard
              title="Played"
              :line="decision.said.played"
              :ending="decision.ending"
              :drawn="!best"
              @draw="best = false"
            />
            <LineCard
              v-if="decision.said.best.id !== decision.said.played.id"
              title="Best, as it was said"
              :line="decision.said.best"
              :drawn="best"
              @draw="best = true"
            />
          </template>
          <section v-if="decision.has_drawing" class="sheet" aria-label="Weighed anew">
            <h2>Weighed anew</h2>
            <template v-if="decision.anew">
              <p>
                {{ dayWords(decision.anew.on) }}, with today’s players: {{ decision.anew.played.name }}
                <b>{{ percent(decision.anew.played.value) }}</b>, best {{ decision.anew.best.name }}
                <b>{{ percent(decision.anew.best.value) }}</b>.
              </p>
              <p>
                {{
                  decision.anew.played.trails_low > 0
                    ? `It gives away ${(100 * decision.anew.played.trails).toFixed(1)} points.`
                    : 'No difference can be told.'
                }}
              </p>
            </template>
            <p class="choices">
              <button type="button" class="main" :disabled="weighing" @click="anew">
                {{
                  weighing
                    ? 'Weighing …'
                    : decision.anew
                      ? 'Weigh anew once more'
                      : 'Weigh anew with today’s players'
                }}
              </button>
              <button type="button" @click="toTable">Put it on the Table</button>
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
  font: 600 14px var(--sans);
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
