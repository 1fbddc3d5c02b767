<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { BoardTable, DrillZone } from '@/api/client'
import type { Place } from '@/drawing/place'
import PracticeDrawing from '@/drawing/PracticeDrawing.vue'
import SittingPage from '@/frame/SittingPage.vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import { letterOf, useKeys } from '@/frame/keys'
import { useDrillSitting } from '@/stores/drillsitting'
import { useOutbox } from '@/stores/outbox'
import { useSession } from '@/session/session'
import { outcomeOfKey } from '../practiceKeys'
import { expectedWords, OUTCOME_KEYS, OUTCOME_WORDS, strokeWords } from '../words'
import { text } from '@/words/text/practice'

/** A sitting at a drill, at the table: one shot, one tap; the ladder moves by itself. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const router = useRouter()
const session = useSession()
const outbox = useOutbox()
const drills = useDrillSitting()
const step = computed(() => drills.step)
const table = computed(() => (drills.sitting?.table ?? 'pool-9ft') as BoardTable)
const geometry = computed(() => session.geometryOf(table.value))
const zones = computed<DrillZone[]>(() =>
  [step.value?.rule.cue_in, step.value?.rule.ball_in].flatMap((zone) => (zone ? [zone] : [])),
)
const rests = computed(() =>
  drills.attempts
    .filter((one) => one.step === drills.at && one.x != null && one.y != null)
    .map((one) => ({ at: [one.x, one.y] as Place, made: one.made })),
)
const outcomes = computed(() => {
  const known = step.value?.outcomes ?? ['made', 'missed']
  return known.map((key) => ({ key, words: OUTCOME_WORDS[key] ?? key, letter: OUTCOME_KEYS[key] ?? '' }))
})
const taps = computed(() => step.value?.taps ?? null)
const tapWords = computed(() => (taps.value === 'ball' ? `the ${step.value?.rule.ball}` : text.theCueBall))
const here = computed(() => drills.here)
const made = computed(() => here.value.filter((one) => one.made).length)
const share = computed(() => (here.value.length ? Math.round((100 * made.value) / here.value.length) : null))
const told = computed(() => drills.steps[drills.at])
const last = computed(() => drills.attempts.at(-1))
/** Said when the ladder has just moved. */
const movedWords = computed(() => {
  const one = last.value
  if (!one || drills.picked !== null || one.by !== 'player' || one.step === drills.at) return ''
  return one.step < drills.at ? text.upAStepSetIt : text.downAStepSetIt
})
const coming = computed(() => (drills.sitting ? outbox.ofDrill(drills.sitting.id).length : 0))
const ending = ref(false)

const open = () => {
  if (route.name === 'drill-sitting') void drills.open(Number(route.params['sittingId']))
}
// Whenever one comes here, once.
watch(() => route.fullPath, open, { immediate: true })
watch(table, (now) => void session.learnGeometry(now), { immediate: true })
async function finish() {
  const key = drills.sitting?.drill_key ?? ''
  ending.value = true
  const over = await drills.end()
  ending.value = false
  if (over) await router.push({ name: 'drill', params: { key } })
}
useKeys((event) => {
  if (event.ctrlKey || event.metaKey || !step.value) return undefined
  const letter = letterOf(event)
  if (letter === 'u') return drills.undo
  const outcome = outcomeOfKey(letter)
  return outcome && step.value.outcomes?.includes(outcome) ? () => drills.tap(outcome) : undefined
})
</script>

<template>
  <SittingPage
    :title="drills.sitting?.drill.name ?? text.drill"
    :problems="drills.problems"
    :coming="coming"
    @keys="$emit('keys')"
  >
    <template v-if="drills.sitting && step" #steps>
      <nav class="steps" :aria-label="text.stepsOfDrill">
        <button
          v-for="(one, k) in drills.sitting.drill.steps"
          :key="k"
          type="button"
          :aria-pressed="k === drills.at"
          :title="text.expectedTitle(one.name, expectedWords(drills.steps[k]))"
          @click="drills.picked = k"
        >
          {{ k + 1 }}
        </button>
        <b>{{ step.name }}</b>
      </nav>
    </template>
    <template v-if="step && geometry" #drawing>
      <PracticeDrawing
        :table="geometry"
        :balls="step.balls as Record<string, Place>"
        :zones="zones"
        :rests="rests"
        :pocket="step.rule.pocket ?? null"
        :asks="taps ? 'place' : null"
        :words="
          taps
            ? `${step.name}. Tap where ${tapWords} came to rest, or move there with the arrow keys and press Enter.`
            : text.shotDrawn(step.name)
        "
        class="drawing"
        @place="drills.tap('', $event)"
      />
    </template>
    <template v-if="drills.sitting && step" #how>
      <section class="how" :aria-label="step.name">
        <p v-if="drills.sitting.partner_name" class="turn">
          {{
            text.shootsRunTogetherBest(
              drills.by === 'player' ? drills.sitting.player_name : drills.sitting.partner_name,
              drills.together.now,
              drills.together.best,
            )
          }}
        </p>
        <p>{{ drills.sitting.drill.says }}</p>
        <p v-if="strokeWords(told)" class="muted">{{ text.bestStruckNow(strokeWords(told)) }}</p>
      </section>
    </template>
    <template v-if="step" #taps>
      <p v-if="taps" class="tap-here">
        {{ text.tapTheTableWhereCame(tapWords)
        }}<template v-if="step.rule.pocket">{{ text.ifItWasPotted }}</template
        >{{ text.or }}
      </p>
      <div class="buttons">
        <button
          v-for="one in outcomes"
          :key="one.key"
          type="button"
          :class="['outcome', one.key]"
          @click="drills.tap(one.key)"
        >
          {{ one.words }} <kbd>{{ one.letter }}</kbd>
        </button>
      </div>
      <p class="count" aria-live="polite">
        <span class="big"
          >{{ made }}<small> {{ text.ofHere(here.length) }}</small></span
        >
        <span>
          <template v-if="share !== null">{{ text.atThisStep(share) }} </template>{{
            text.expectedTold(expectedWords(told))
          }}
        </span>
        <span>{{ text.runBest(drills.run.now, drills.run.best) }}</span>
      </p>
      <p v-if="movedWords" class="moved" role="status">{{ movedWords }}</p>
      <p v-else-if="drills.more !== null && drills.picked === null" class="muted">
        {{ text.moreInARow(drills.more) }}
      </p>
    </template>
    <template v-if="step" #acts>
      <button type="button" class="undo" :disabled="!last" @click="drills.undo">
        <KeyLabel :label="text.undo" letter="U" />
      </button>
      <Button :label="text.doneForToday" variant="outlined" :disabled="ending" @click="finish" />
    </template>
  </SittingPage>
</template>

<style scoped>
.steps {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}
.steps button {
  width: 40px;
  min-height: 36px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
  background: none;
  color: var(--ink);
  font: 600 var(--text-base) var(--serif);
  cursor: pointer;
}
.steps button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
.steps b {
  margin-left: 6px;
}
.buttons {
  display: flex;
  gap: 8px;
}
.outcome {
  flex: 1;
  min-height: 58px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-lg);
  background: none;
  color: var(--ink);
  font: 600 var(--text-base) var(--sans);
  cursor: pointer;
}
.outcome.made {
  border: 2px solid var(--shape);
}
.count {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 0 14px;
  align-items: center;
}
.big {
  grid-row: 1 / 3;
  font: 600 var(--text-3xl)/1 var(--serif);
}
small {
  font-size: var(--text-lg);
}
.moved {
  padding: 6px 12px;
  border-left: 3px solid var(--brass);
  background: var(--tint);
  font-weight: 600;
}
@media (max-width: 760px) {
  .steps button {
    min-height: 44px;
  }
}
</style>
