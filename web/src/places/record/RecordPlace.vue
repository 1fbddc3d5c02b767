<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { MatchIn } from '@/api/client'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import FrameActs from '@/frame/FrameActs.vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import { letterOf, useKeys } from '@/frame/keys'
import ProblemList from '@/parts/ProblemList.vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { usePlaceMemory } from '@/frame/usePlaceMemory'
import { useMatch } from '@/stores/match'
import { useRecord } from '@/stores/record'
import { useSession } from '@/session/session'
import DecisionList from './DecisionList.vue'
import FilesCard from './FilesCard.vue'
import FilterBar from './FilterBar.vue'
import { asked, filtersOf, type Filters } from '@/stores/filters'
import MatchForm from './MatchForm.vue'
import MatchList from './MatchList.vue'
import PageTurner from './PageTurner.vue'
import PartsCard from './PartsCard.vue'
import ReliabilityCard from './ReliabilityCard.vue'
import SeasonHead from './SeasonHead.vue'
import { dayWords } from '@/words/days'
import { text } from '@/words/text/record'

/** The record: a season at the top, where its racks go, whether the odds were right; its matches and its decisions. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const router = useRouter()
const record = useRecord()
const match = useMatch()
const session = useSession()
const making = ref(false)
const bar = ref<InstanceType<typeof FilterBar> | null>(null)
const list = ref<InstanceType<typeof DecisionList> | null>(null)
const says = computed(() => record.season?.document ?? null)
/** The profile whose makes are shown, when it is one player's. */
const player = computed(() => {
  const name = record.filters.player || (record.known?.players.length === 1 ? record.known.players[0] : '')
  const found = session.players.find((one) => one.own && one.name === name)
  return found ? Number(found.key.split(':')[1]) : null
})
/** Strokes by what practice would win, or as they came, luck and all. */
const STROKES = [
  { key: 'expected', name: text.whatPracticeWins },
  { key: 'came', name: text.asTheyCame },
] as const
const view = ref<'expected' | 'came'>('expected')
const strokes = computed(() => {
  const season = says.value
  const needed = season?.luck.needed ?? 0
  return view.value === 'expected'
    ? {
        about: text.oneLevelMeans,
        says: season?.shots_words ?? '',
        parts: season?.shots ?? [],
      }
    : {
        about: text.strokesMean,
        says: needed > (season?.luck.count ?? 0) ? text.mostlyLuck(needed) : '',
        parts: season?.came ?? [],
      }
})
const choose = (filters: Filters) => router.replace({ name: 'record', query: { ...asked(filters) } })
function chooseKind(part: Partial<Filters>) {
  void choose({ ...record.filters, ...part })
  ;(list.value?.$el as HTMLElement | undefined)?.scrollIntoView({ block: 'start' })
}
const show = () => {
  if (route.name === 'record') void record.choose(filtersOf(route.query))
}
// Whenever one comes here, once.
watch(() => route.fullPath, show, { immediate: true })
async function begin(body: MatchIn) {
  const id = await match.save(body, null)
  if (id === null) return
  making.value = false
  await router.push({ name: 'match', params: { matchId: String(id) } })
}
const reckoned = computed(() => {
  const { reckoning } = record
  if (!reckoning?.document) return ''
  const { done, of, left_out } = reckoning.document
  return text.ofWeighedAnew(done, of, left_out ? text.couldNotBe(left_out) : '')
})
useKeys((event) => {
  const letter = letterOf(event)
  if (event.ctrlKey || event.metaKey) return letter === 'z' && record.undo ? record.bringBack : undefined
  return { n: () => (making.value = true), f: () => bar.value?.focus() }[letter]
})
usePlaceMemory()
</script>

<template>
  <main class="record">
    <header>
      <h1>{{ text.record }}</h1>
      <button type="button" class="main" @click="making = true">
        <KeyLabel :label="text.newMatch" letter="N" />
      </button>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <FilterBar ref="bar" :filters="record.filters" :known="record.known" @choose="choose" />
    <ProblemList :problems="[...record.problems, ...match.problems]" />
    <p v-if="record.undo" class="undo" role="status">
      {{ text.deleted(record.undo.words) }}
      <button type="button" @click="record.bringBack">{{ text.bringItBack }}</button>
      <button type="button" class="muted" @click="record.undo = null">{{ text.letItGo }}</button>
    </p>
    <MatchForm v-if="making" :from="null" @save="begin" @close="making = false" />
    <template v-if="record.season && says">
      <SeasonHead :season="record.season" />
      <div class="halves">
        <div class="column">
          <PartsCard
            :title="text.whereTheRacksGoChoices"
            about="What choices gave away, by what was wrong with them."
            :says="says.choices_words"
            :parts="says.choices"
            none="No choice gave anything away that could be told."
            @choose="chooseKind({ choice: $event, kind: '' })"
          />
          <PartsCard
            :title="text.whereTheRacksGoStrokes"
            :about="strokes.about"
            :says="strokes.says"
            :parts="strokes.parts"
            none="Worked out behind each decision that is kept."
            @choose="chooseKind({ kind: $event, choice: '' })"
          >
            <ChoiceChips :label="text.strokes" :options="STROKES" :value="view" @choose="view = $event" />
          </PartsCard>
        </div>
        <div class="column">
          <ReliabilityCard :season="says" :player="player" />
          <MatchList
            :matches="record.matches.rows"
            :total="record.matches.total"
            @remove="record.remove('match', $event.id, text.theMatchAgainst($event.opponent_name))"
          >
            <PageTurner
              :page="record.matchPage"
              :total="record.matches.total"
              :size="10"
              :what="text.matchesCounted"
              @turn="record.turnMatches"
            />
          </MatchList>
        </div>
      </div>
      <DecisionList
        ref="list"
        :decisions="record.decisions.rows"
        :total="record.decisions.total"
        @remove="record.remove('decision', $event.id, $event.shot_name)"
      >
        <PageTurner
          :page="record.page"
          :total="record.decisions.total"
          :size="25"
          :what="text.decisionsCounted"
          @turn="record.turn"
        />
        <p v-if="record.decisions.total" class="anew">
          <button v-if="!record.weighing" type="button" @click="record.weighAnew">
            {{ text.weighAnew(record.decisions.total) }}
          </button>
          <button v-else type="button" @click="record.stopWeighing">{{ text.stopWeighing }}</button>
          <span class="muted">
            {{ text.anewMeans((record.weighing && record.reckoning?.waits_for) || '', reckoned) }}</span
          >
          <ProgressLine
            v-if="record.weighing"
            :label="text.weighingAnew"
            :share="record.reckoning?.progress ?? 0"
          />
        </p>
      </DecisionList>
      <details v-if="record.deleted.length" class="sheet gone">
        <summary>{{ text.deletedInTheLastThirty(record.deleted.length) }}</summary>
        <ul>
          <li v-for="one in record.deleted" :key="`${one.kind}-${one.id}`">
            {{ dayWords(one.played_on) }}: {{ one.words }}
            <button type="button" @click="record.restore(one.kind, one.id)">{{ text.bringItBack }}</button>
          </li>
        </ul>
      </details>
      <FilesCard :filters="record.filters" @taken="record.load" />
    </template>
    <p v-else-if="!record.problems.length" class="muted">{{ text.openingTheRecord }}</p>
  </main>
</template>

<style scoped>
.record {
  padding: 18px 16px 40px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
}
h1 {
  flex: 1;
  font-size: var(--text-2xl);
}
.halves {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
  align-items: start;
}
.column {
  display: grid;
  gap: 14px;
}
button {
  min-height: 36px;
  padding: 2px 6px;
  border: 0;
  background: none;
  color: var(--brass);
  font: 600 var(--text-md) var(--sans);
  cursor: pointer;
}
button.main {
  padding: 4px 16px;
  border: 1px solid var(--brass);
  border-radius: var(--radius-xl);
}
.gone {
  padding: 12px 16px;
}
.gone summary {
  font-weight: 600;
  cursor: pointer;
}
.gone ul {
  margin: 6px 0 0;
  padding-left: 18px;
}
.undo,
.anew {
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
}
.undo {
  padding: 4px 14px;
  border-left: 3px solid var(--brass);
  background: var(--tint);
}
@media (max-width: 980px) {
  .halves {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 760px) {
  .record {
    padding: 10px 12px 70px;
  }
  h1 {
    flex-basis: 100%;
  }
  button {
    min-height: 44px;
  }
}
</style>
