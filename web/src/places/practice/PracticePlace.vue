<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import FrameActs from '@/frame/FrameActs.vue'
import { letterOf, useKeys } from '@/frame/keys'
import KeyLabel from '@/parts/KeyLabel.vue'
import ProblemList from '@/parts/ProblemList.vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { usePlaceMemory } from '@/frame/usePlaceMemory'
import { dayWords } from '@/words/days'
import { usePractice } from '@/stores/practice'
import DrillForm from './DrillForm.vue'
import PracticeFiles from './PracticeFiles.vue'
import QuizCard from './QuizCard.vue'
import { VARIES } from './words'
import { text } from '@/words/text/practice'

/** Practice: what next and why, all drills with how they stand, the decision quiz, files. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const router = useRouter()
const practice = usePractice()
const making = ref(false)
const quiz = ref<InstanceType<typeof QuizCard> | null>(null)
const line = computed(() => new Map((practice.overview?.drills ?? []).map((one) => [one.drill, one])))
const nameOf = (key: string) => practice.drillOf(key)?.name ?? line.value.get(key)?.name ?? key
const load = () => {
  if (route.name === 'practice') void practice.load()
}
// Whenever one comes here, once.
watch(() => route.fullPath, load, { immediate: true })
function goOn() {
  const open = practice.overview?.open
  if (open) void router.push({ name: 'drill-sitting', params: { sittingId: String(open) } })
}
async function made(key: string | null) {
  if (!key) return
  making.value = false
  await router.push({ name: 'drill', params: { key } })
}
useKeys((event) => {
  if (event.ctrlKey || event.metaKey) return undefined
  return { g: practice.overview?.open ? goOn : undefined, b: () => quiz.value?.begin() }[letterOf(event)]
})
usePlaceMemory()
</script>

<template>
  <main class="practice">
    <header>
      <h1>{{ text.practice }}</h1>
      <label v-if="practice.players.length" class="who">
        <span class="muted">{{ text.whoPractises }}</span>
        <select
          :value="practice.player"
          :aria-label="text.whoPractises"
          @change="practice.choose(Number(($event.target as HTMLSelectElement).value))"
        >
          <option v-for="one in practice.players" :key="one.key" :value="practice.idOf(one.key)">
            {{ one.name }}
          </option>
        </select>
      </label>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <ProblemList :problems="practice.problems" />
    <p v-if="!practice.players.length" class="sheet empty">
      {{ text.drillsNeedAPlayer }}
      <RouterLink to="/players">{{ text.makeOne }}</RouterLink>
      {{ text.fromTheLevelThatFits }}
    </p>
    <template v-else>
      <div class="halves">
        <section class="sheet" :aria-label="text.whatNext">
          <h2>{{ text.whatNext }}</h2>
          <p v-if="!practice.overview" class="muted">{{ text.looking }}</p>
          <p v-if="practice.overview?.open">
            <button type="button" class="main" @click="goOn">
              <KeyLabel :label="text.goOnWithTheOpen" letter="G" />
            </button>
          </p>
          <ol v-if="practice.overview?.next.length" class="next">
            <li v-for="one in practice.overview.next" :key="one.drill">
              <RouterLink :to="{ name: 'drill', params: { key: one.drill } }">{{
                nameOf(one.drill)
              }}</RouterLink>
              <span>{{ one.words }}</span>
            </li>
          </ol>
          <p v-if="practice.overview && !practice.overview.priced" class="muted">
            {{ text.whichErrorCostsMostRacks(practice.playerName) }}
            <button v-if="!practice.pricing" type="button" @click="practice.price">
              {{ text.workItOut }}
            </button>
            <button v-else type="button" @click="practice.stopPricing">{{ text.stop }}</button>
            <ProgressLine
              v-if="practice.pricing"
              :label="text.workingOutWhatErrorsCost"
              :share="practice.costs?.progress ?? 0"
            />
          </p>
        </section>
        <QuizCard ref="quiz" />
      </div>
      <section class="sheet drills" :aria-label="text.drills">
        <div class="row">
          <h2>{{ text.drills }}</h2>
          <button type="button" @click="making = !making">
            {{ making ? text.close : text.makeOneOfYourOwn }}
          </button>
        </div>
        <DrillForm v-if="making" @made="made" />
        <ul>
          <li v-for="drill in practice.drills" :key="drill.key">
            <RouterLink :to="{ name: 'drill', params: { key: drill.key } }">
              <b>{{ drill.name }}</b>
              <span class="muted">{{ drill.about || drill.says }}</span>
              <span class="small muted"
                >{{ text.stepsCounted(drill.steps.length) }} · {{ VARIES[drill.varies ?? 'layout'] }}</span
              >
            </RouterLink>
            <span v-if="line.get(drill.key ?? '')" class="stands">
              <span>{{
                text.attemptsAndRun(
                  line.get(drill.key ?? '')?.attempts ?? 0,
                  line.get(drill.key ?? '')?.best_run ?? 0,
                )
              }}</span>
              <span class="muted">{{ text.lastOn(dayWords(line.get(drill.key ?? '')?.last ?? '')) }}</span>
              <span
                v-if="line.get(drill.key ?? '')?.held"
                :class="['held', line.get(drill.key ?? '')?.held?.stands.replace(' ', '-')]"
                >{{ line.get(drill.key ?? '')?.held?.stands }}</span
              >
            </span>
            <span v-else-if="practice.overview" class="stands muted">{{ text.notYet }}</span>
          </li>
        </ul>
      </section>
      <PracticeFiles @taken="load" />
    </template>
  </main>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.practice {
  padding: 18px 16px 40px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
}
h1 {
  flex: 1;
  font-size: var(--text-2xl);
}
.who {
  display: flex;
  align-items: center;
  gap: 8px;
}
.halves {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
  align-items: start;
}
.empty {
  padding: 16px;
}
.next {
  margin: 0;
  padding-left: 20px;
  display: grid;
  gap: 8px;
}
.next li::marker {
  font: 600 var(--text-base) var(--serif);
  color: var(--muted);
}
.next a {
  display: block;
}
a {
  color: var(--brass);
  font-weight: 600;
  text-decoration: none;
}
.row {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 12px;
}
.drills ul {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  column-gap: 28px;
}
.drills li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 14px;
  padding: 9px 0;
  border-top: 1px solid var(--hairline);
}
.drills a {
  display: grid;
  gap: 1px;
  color: var(--ink);
  font-weight: 400;
}
.drills a b {
  color: var(--brass);
}
.stands {
  display: grid;
  justify-items: end;
  align-content: start;
  font-size: var(--text-sm);
  text-align: right;
}
.held {
  font-weight: 700;
}
.held.below::before {
  content: '▼ ';
}
.held.above::before {
  content: '▲ ';
}
.held.below {
  color: var(--foul);
}
.held.above {
  color: var(--shape);
}
@media (max-width: 980px) {
  .halves,
  .drills ul {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 760px) {
  .practice {
    padding: 10px 12px 70px;
  }
  h1 {
    flex-basis: 100%;
  }
}
</style>
