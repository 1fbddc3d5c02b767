<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { DrillZone } from '@/api/client'
import type { Place } from '@/drawing/place'
import PracticeDrawing from '@/drawing/PracticeDrawing.vue'
import FrameActs from '@/frame/FrameActs.vue'
import { onDemand } from '@/parts/onDemand'
import ProblemList from '@/parts/ProblemList.vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { usePractice } from '@/stores/practice'
import { useSession } from '@/session/session'
import ProgressCard from './ProgressCard.vue'
import StepTable from './StepTable.vue'
import { tableNamed } from '@/words/tables'
import { text as lessonText } from '@/words/text/addToLesson'
import { text } from '@/words/text/practice'

/** One drill: its set-up drawn, each step with what is expected of the player, how he has done; begun from here. */
const AddToLesson = onDemand(() => import('@/frame/AddToLesson.vue'))
defineEmits<{ keys: [] }>()
const isForALesson = ref(false)
const route = useRoute()
const router = useRouter()
const practice = usePractice()
const session = useSession()
const key = computed(() => String(route.params['key'] ?? ''))
const drill = computed(() => practice.drillOf(key.value) ?? practice.progress?.drill ?? null)
const expected = computed(() => practice.expectation?.document ?? null)
const at = ref<number | null>(null)
const partner = ref('')
const shownStep = computed(() => at.value ?? expected.value?.begin ?? 0)
const step = computed(() => drill.value?.steps[shownStep.value] ?? null)
const zones = computed<DrillZone[]>(() =>
  [step.value?.rule.cue_in, step.value?.rule.ball_in].flatMap((zone) => (zone ? [zone] : [])),
)
const rests = computed(() =>
  (practice.progress?.rests ?? [])
    .filter((one) => one.step === shownStep.value)
    .map((one) => ({ at: [one.x, one.y] as Place, made: one.made })),
)
const geometry = computed(() => session.geometryOf(practice.table))
const others = computed(() => practice.players.filter((one) => practice.idOf(one.key) !== practice.player))
const tableKey = computed(() => session.choiceOf(practice.table)?.key ?? 'pool-9ft')
function chooseTable(chosen: string) {
  const found = session.tables.find((one) => one.key === chosen)
  if (found) practice.table = found.document as typeof practice.table
}
watch(() => practice.table, (table) => void session.learnGeometry(table), { immediate: true }) // prettier-ignore
async function open() {
  if (route.name !== 'drill') return
  at.value = null
  if (!practice.drills.length) await practice.load()
  if (!practice.player) return
  await Promise.all([
    practice.look(key.value),
    practice.drillOf(key.value) ? practice.expect(key.value) : null,
  ])
}
// Whenever one comes here, once; and for another player or table.
watch([() => route.fullPath, () => practice.player, () => practice.table], open, { immediate: true })
// What was made is held against what is expected: asked again once that is there.
watch(
  () => practice.expectation?.status,
  (now, before) => {
    if (now === 'done' && before && route.name === 'drill') void practice.look(key.value)
  },
)
async function begin() {
  const guest = partner.value === 'guest'
  const id = await practice.begin(key.value, {
    player: partner.value && !guest ? Number(partner.value) : null,
    name: guest ? text.guest : '',
  })
  if (id !== null) await router.push({ name: 'drill-sitting', params: { sittingId: String(id) } })
}
const isOwn = computed(() => key.value.startsWith('own:'))
async function remove() {
  await practice.removeDrill(key.value)
  await router.push({ name: 'practice' })
}
const sheet = computed(() => {
  const table = typeof practice.table === 'string' ? practice.table : JSON.stringify(practice.table)
  return `/api/practice/drills/${key.value}/sheet?units=${session.units}&table=${encodeURIComponent(table)}`
})
</script>

<template>
  <main class="card">
    <RouterLink :to="{ name: 'practice' }" class="back">{{ text.allDrills }}</RouterLink>
    <header>
      <h1>{{ drill?.name ?? text.drill }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <AddToLesson v-if="isForALesson" visible :source="{ drill: key }" @close="isForALesson = false" />
    <ProblemList :problems="practice.problems" />
    <template v-if="drill">
      <p>
        {{ drill.about }} <b>{{ drill.says }}</b>
      </p>
      <div class="halves">
        <div class="column">
          <PracticeDrawing
            v-if="geometry && step"
            :table="geometry"
            :balls="step.balls as Record<string, Place>"
            :zones="zones"
            :rests="rests"
            :pocket="step.rule.pocket ?? null"
            :words="text.stepDrawn(drill.name, step.name)"
            class="drawing"
          />
          <p class="muted">{{ step?.words }}</p>
          <section class="sheet" :aria-label="text.begin">
            <form class="choices" @submit.prevent="begin">
              <label
                >{{ text.on }}
                <select :value="tableKey" @change="chooseTable(($event.target as HTMLSelectElement).value)">
                  <option v-for="one in session.tables" :key="one.key" :value="one.key">
                    {{ tableNamed(one.name) }}
                  </option>
                </select>
              </label>
              <label
                >{{ text.takingTurnsWith }}
                <select v-model="partner">
                  <option value="">{{ text.nobody }}</option>
                  <option v-for="one in others" :key="one.key" :value="String(practice.idOf(one.key))">
                    {{ one.name }}
                  </option>
                  <option value="guest">{{ text.aGuest }}</option>
                </select>
              </label>
              <button type="submit" class="main">{{ text.begin }}</button>
            </form>
            <p class="links">
              <a class="link" :href="sheet" target="_blank">{{ text.setUpSheet }}</a>
              <a class="link" :href="`/api/practice/drills/${key}/file`" download>{{ text.shareAsAFile }}</a>
              <button type="button" @click="isForALesson = true">{{ lessonText.addToALesson }}</button>
              <button v-if="isOwn" type="button" @click="remove">{{ text.deleteThisDrill }}</button>
            </p>
          </section>
        </div>
        <div class="column">
          <section class="sheet" :aria-label="text.stepsOfDrill">
            <h2>{{ text.whatShouldMake(practice.playerName) }}</h2>
            <p v-if="expected?.words">{{ expected.words }}</p>
            <p v-if="practice.expecting" class="muted">
              {{ practice.expectation?.waits_for || text.eachStepIsSimulatedWith }}
              <button type="button" @click="practice.stopExpecting">{{ text.stop }}</button>
              <ProgressLine :label="text.workingOutTheSteps" :share="practice.expectation?.progress ?? 0" />
            </p>
            <p v-else-if="practice.expectation?.status === 'stopped'">
              {{ text.stopped }}
              <button type="button" @click="practice.expect(key)">{{ text.workItOut }}</button>
            </p>
            <p v-if="practice.expectation?.failure">{{ practice.expectation.failure }}</p>
            <StepTable
              :steps="drill.steps"
              :expected="expected?.steps ?? []"
              :at="shownStep"
              @choose="at = $event"
            />
            <p class="small muted">
              {{ text.betweenBracketsFourTimesIn }}
            </p>
          </section>
          <ProgressCard v-if="practice.progress" :progress="practice.progress" :name="practice.playerName" />
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped src="@/design/card-page.css"></style>
<style scoped src="@/design/card.css"></style>
<style scoped>
main {
  display: grid;
}
.links {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
}
.link {
  display: inline-flex;
  align-items: center;
}
@media (max-width: 760px) {
  .drawing {
    max-width: 250px;
    justify-self: center;
  }
}
</style>
