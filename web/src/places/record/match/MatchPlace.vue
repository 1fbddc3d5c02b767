<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { MatchIn } from '@/api/client'
import FrameActs from '@/frame/FrameActs.vue'
import { letterOf, useKeys } from '@/frame/keys'
import ProblemList from '@/parts/ProblemList.vue'
import { tableNamed } from '@/words/tables'
import { sameThing } from '@/api/same'
import { useSharedBoard } from '@/board/useBoard'
import { useMatch } from '@/stores/match'
import { useSession } from '@/session/session'
import MatchForm from '../MatchForm.vue'
import { dayWords } from '@/words/days'
import ChanceLine from './ChanceLine.vue'
import RackLines from './RackLines.vue'
import ScoreCard from './ScoreCard.vue'
import { text } from '@/words/text/record'

/** One match: scored as it is played, and told as it went. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const store = useMatch()
const id = computed(() => Number(route.params['matchId']))
const match = computed(() => (store.match?.id === id.value ? store.match : null))
const changing = ref(false)
const card = ref<InstanceType<typeof ScoreCard> | null>(null)
const show = () => {
  if (route.name === 'match') void store.open(id.value)
}
// Whenever one comes here, once.
watch(() => route.fullPath, show, { immediate: true })
/** What is played on the Table is played by these two, at this score: the board's seats and race follow the match. */
const board = useSharedBoard()
const session = useSession()
function follow() {
  const { playing } = store
  if (!playing) return
  for (const [who, name] of [
    ['me', playing.player_name],
    ['them', playing.opponent_name],
  ] as const) {
    const key = session.players.find((player) => player.name === name)?.key
    if (key && board.scene[who] !== key) board.run({ do: 'seat', who, player: key })
  }
  const now = playing.running.at(-1)
  const race = {
    race_to: playing.race_to,
    my_racks: now?.my_racks ?? 0,
    their_racks: now?.their_racks ?? 0,
    i_break: store.breaks,
  }
  if (!sameThing(board.scene.race, race)) board.run({ do: 'race', race })
}
watch(() => store.playing, follow, { immediate: true })
async function save(body: MatchIn) {
  if ((await store.save(body, id.value)) !== null) changing.value = false
}
useKeys((event) => {
  if (event.ctrlKey || event.metaKey || !match.value) return undefined
  const open = !match.value.over
  return {
    i: () => open && card.value?.won(true),
    l: () => open && card.value?.won(false),
    u: () => store.takeBack(),
  }[letterOf(event)]
})
</script>

<template>
  <main class="card">
    <header>
      <RouterLink :to="{ name: 'record' }" class="back">{{ text.record }}</RouterLink>
      <h1>{{ match ? `${match.player_name} – ${match.opponent_name}` : text.matchHeading }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <ProblemList :problems="store.problems" />
    <template v-if="match">
      <p class="muted about">
        {{
          text.matchLine(
            dayWords(match.played_on),
            match.game,
            match.race_to,
            match.breaks === 'winner' ? text.theWinnerBreaks : text.breaksInTurn,
            tableNamed(match.table_name),
          )
        }}<template v-if="match.notes"> · {{ match.notes }}</template>
        <button type="button" @click="changing = true">{{ text.change }}</button>
        <a :href="`/api/matches/${match.id}/sheet`" target="_blank" rel="noopener">{{
          text.matchSheetForPrint
        }}</a>
      </p>
      <MatchForm v-if="changing" :key="match.id" :from="match" @save="save" @close="changing = false" />
      <div class="halves">
        <div class="column">
          <ScoreCard ref="card" />
          <section class="sheet line" :aria-label="text.theChanceOfTheMatch">
            <h2>{{ text.theChanceOfTheMatch }}</h2>
            <ChanceLine :running="match.running" :race-to="match.race_to" />
            <p class="muted">
              {{
                text.chancesOfBreaks(
                  Math.round(100 * match.if_i_break),
                  match.player_name,
                  Math.round(100 * match.if_they_break),
                  match.opponent_name,
                )
              }}
            </p>
          </section>
        </div>
        <RackLines :match="match" @change="store.changeRack" />
      </div>
    </template>
  </main>
</template>

<style scoped src="@/design/card-page.css"></style>
<style scoped>
.about {
  margin: 0;
}
.about button,
.about a {
  min-height: 32px;
  padding: 0 8px;
  border: 0;
  background: none;
  color: var(--brass);
  font: 600 var(--text-md) var(--sans);
  text-decoration: none;
  cursor: pointer;
}
.line {
  padding: 14px 16px;
}
.line h2 {
  font-size: var(--text-lg);
}
.line p {
  margin: 0;
}
</style>
