<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import FrameActs from '@/frame/FrameActs.vue'
import { letterOf, useKeys } from '@/frame/keys'
import ProblemList from '@/parts/ProblemList.vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { usePlaceMemory } from '@/frame/usePlaceMemory'
import { dayWords } from '@/words/days'
import { usePractice } from '@/stores/practice'
import DrillForm from './DrillForm.vue'
import PracticeFiles from './PracticeFiles.vue'
import QuizCard from './QuizCard.vue'
import { VARIES } from './words'

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
      <h1>Practice</h1>
      <label v-if="practice.players.length" class="who">
        <span class="muted">Who practises</span>
        <select
          :value="practice.player"
          aria-label="Who practises"
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
      Drills say what your own stroke should make, so they need a player:
      <RouterLink to="/players">make one</RouterLink>
      from the level that fits best.
    </p>
    <template v-else>
      <div class="halves">
        <section class="sheet" aria-label="What next">
          <h2>What next</h2>
          <p v-if="!practice.overview" class="muted">Looking …</p>
          <p v-if="practice.overview?.open">
            <button type="button" class="main" @click="goOn"><u>G</u>o on with the open sitting</button>
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
            Which error costs {{ practice.playerName }} most racks is not worked out yet.
            <button v-if="!practice.pricing" type="button" @click="practice.price">Work it out</button>
            <button v-else type="button" @click="practice.stopPricing">Stop</button>
            <ProgressLine
              v-if="practice.pricing"
              label="Working out what errors cost"
              :share="practice.costs?.progress ?? 0"
            />
          </p>
        </section>
        <QuizCard ref="quiz" />
      </div>
      <section class="sheet drills" aria-label="Drills">
        <div class="row">
          <h2>Drills</h2>
          <button type="button" @click="making = !making">
            {{ making ? 'Close' : 'Make one of your own' }}
          </button>
        </div>
        <DrillForm v-if="making" @made="made" />
        <ul>
          <li v-for="drill in practice.drills" :key="drill.key">
            <RouterLink :to="{ name: 'drill', params: { key: drill.key } }">
              <b>{{ drill.name }}</b>
              <span class="muted">{{ drill.about || drill.says }}</span>
              <span class="small muted"
                >{{ drill.steps.length }} {{ drill.steps.length === 1 ? 'step' : 'steps' }} ·
                {{ VARIES[drill.varies ?? 'layout'] }}</span
              >
            </RouterLink>
            <span v-if="line.get(drill.key ?? '')" class="stands">
              <span
                >{{ line.get(drill.key ?? '')?.attempts }} attempts, best run
                {{ line.get(drill.key ?? '')?.best_run }}</span
              >
              <span class="muted">last on {{ dayWords(line.get(drill.key ?? '')?.last ?? '') }}</span>
              <span
                v-if="line.get(drill.key ?? '')?.held"
                :class="['held', line.get(drill.key ?? '')?.held?.stands.replace(' ', '-')]"
                >{{ line.get(drill.key ?? '')?.held?.stands }}</span
              >
            </span>
            <span v-else-if="practice.overview" class="stands muted">not yet</span>
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
  font-size: 26px;
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
  font: 600 15px var(--serif);
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
  font-size: 12.5px;
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
