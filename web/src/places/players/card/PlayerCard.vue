<script setup lang="ts">
import { computed, onActivated, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Estimate } from '@/api/client'
import FrameActs from '@/frame/FrameActs.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { percent } from '@/shots/words'
import { useMeasure } from '@/stores/measure'
import { useSession } from '@/session/session'
import { playerIn, playerWords } from '../words'
import { useRoster } from '../useRoster'
import AttemptsCard from './AttemptsCard.vue'
import ErrorCosts from './ErrorCosts.vue'
import LevelTracks from './LevelTracks.vue'
import { text } from '@/words/text/players'

/** One player: how he is measured, what that says, what follows, what to practise. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const session = useSession()
const measure = useMeasure()
const roster = useRoster()
const id = computed(() => Number(route.params['playerId']))
const player = computed(() => session.players.find(({ key }) => key === `profile:${id.value}`) ?? null)
const says = computed(() => (measure.says?.attempts ? measure.says : null))
const show = () => {
  if (route.name === 'player') void measure.show(id.value)
}
onActivated(show)
watch(id, show, { immediate: true })
const between = ({ low, high }: Estimate) => `${percent(low)} to ${percent(high)}`
const use = (measured: boolean) =>
  player.value && roster.savePlayer(id.value, { ...playerIn(player.value), use_measured: measured })
</script>

<template>
  <main class="card">
    <header>
      <RouterLink :to="{ name: 'players' }" class="back">{{ text.players }}</RouterLink>
      <h1>{{ player?.name ?? text.thisPlayerIsGone }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <ProblemList :problems="[...measure.problems, ...roster.problems.value]" />
    <template v-if="player">
      <p class="muted">
        {{ playerWords(player) }}<template v-if="player.notes"> · {{ player.notes }}</template>
      </p>
      <div class="halves">
        <div class="column">
          <AttemptsCard />
          <section class="sheet" :aria-label="text.whatTheOddsUse">
            <h2>{{ text.theOddsUse }}</h2>
            <p class="use" role="radiogroup" :aria-label="text.whatTheOddsUse">
              <button type="button" role="radio" :aria-checked="!player.use_measured" @click="use(false)">
                {{ text.theLevelAsSaid(player.level) }}
              </button>
              <button type="button" role="radio" :aria-checked="player.use_measured" @click="use(true)">
                {{ text.whatIsMeasured(says ? `: ${says.level}` : text.asSoonAsItIs) }}
              </button>
            </p>
          </section>
        </div>
        <div class="column">
          <section v-if="says" class="sheet" :aria-label="text.theStroke">
            <h2>{{ text.strokeIs(says.level) }}</h2>
            <p>{{ says.words }}</p>
            <LevelTracks :says="says" />
            <div class="follows">
              <p>
                <b>{{ percent(says.follows.long_pot.value) }}</b> {{ text.longStraightPotFourDiamonds }}
                <span class="muted">({{ between(says.follows.long_pot) }})</span>
              </p>
              <p>
                <b>{{ percent(says.follows.runout.value) }}</b> {{ text.nineScatteredBallsRunOut }}
                <span class="muted">({{ between(says.follows.runout) }})</span>
              </p>
            </div>
          </section>
          <section v-if="says?.disagrees.length" class="sheet warns" :aria-label="text.whatDoesNotFit">
            <h2>{{ text.whatDoesNotFit }}</h2>
            <p v-for="one in says.disagrees" :key="one.words">
              <b>{{ one.words }}</b> {{ one.advice }}
            </p>
          </section>
          <section v-if="!says" class="sheet" :aria-label="text.theStroke">
            <h2>{{ text.notMeasuredYet }}</h2>
            <p>
              {{ text.untilThenTheOddsTake(player.name, player.level) }}
            </p>
          </section>
          <ErrorCosts :key="`${id}-${measure.costs ? 'known' : 'none'}`" />
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="@/design/card-page.css"></style>
<style scoped>
.follows b {
  font: 600 var(--text-2xl) var(--serif);
  margin-right: 6px;
}
.use {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.use button {
  padding: 4px 14px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-xl);
  color: var(--ink);
}
.use button[aria-checked='true'] {
  background: var(--ink);
  color: var(--sheet);
}
.warns {
  border-left: 4px solid var(--shot);
}
</style>
