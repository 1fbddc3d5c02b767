<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Season } from '@/api/client'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import { percent } from '@/shots/words'
import ReliabilityChart from './ReliabilityChart.vue'
import { text } from '@/words/text/record'
import { decimal } from '@/words/numbers'

/** Were the odds right: what was said against what came, for the tool and for the player himself. */
const props = defineProps<{ season: Season; player: number | null }>()
const KINDS = [
  { key: 'makes' as const, name: text.potsMade },
  { key: 'fouls' as const, name: text.fouls },
  { key: 'open_shots' as const, name: text.openShotsLeft },
  { key: 'guesses' as const, name: text.myOwnGuesses },
]
const there = computed(() => KINDS.filter(({ key }) => props.season[key]))
const chosen = ref<(typeof KINDS)[number]['key']>('makes')
const kind = computed(() => there.value.find(({ key }) => key === chosen.value) ?? there.value[0])
const found = computed(() => (kind.value ? props.season[kind.value.key] : null))
const figures = ref(false)
const score = (value: number) => decimal(value, 3)
const better = computed(() => {
  if (!found.value) return ''
  const { brier, always, by_chance } = found.value
  const helps = brier < always ? text.lessThan : text.noLessThan
  return text.brierSays(score(brier), helps, score(always), score(by_chance))
})
</script>

<template>
  <section class="sheet" :aria-label="text.wereTheOddsRight">
    <h2>{{ text.wereTheOddsRight }}</h2>
    <p v-if="!found" class="muted">{{ text.nothingToHoldAgainstWhat }}</p>
    <template v-else>
      <ChoiceChips
        :label="text.chancesOfWhat"
        :options="there"
        :value="kind?.key ?? ''"
        @choose="chosen = $event"
      />
      <div class="pair">
        <ReliabilityChart :found="found" :what="kind?.name ?? ''" />
        <div class="words">
          <p>
            <b>{{ found.words }}</b>
          </p>
          <p class="muted small">
            {{ text.chartMeans }}
          </p>
          <p v-if="found.drift !== null && kind?.key === 'makes' && player">
            <RouterLink class="link" :to="{ name: 'player', params: { playerId: String(player) } }">{{
              text.measureTheStrokeAnew
            }}</RouterLink>
          </p>
          <p>
            <button type="button" :aria-expanded="figures" @click="figures = !figures">
              {{ figures ? text.hideTheFigures : text.showTheFigures }}
            </button>
          </p>
        </div>
      </div>
      <p v-if="figures" class="muted small">{{ better }}</p>
      <table v-if="figures">
        <thead>
          <tr>
            <th scope="col">{{ text.saidHeading }}</th>
            <th scope="col">{{ text.onAverage }}</th>
            <th scope="col">{{ text.cameHeading }}</th>
            <th scope="col">{{ text.intervalHeading }}</th>
            <th scope="col">{{ text.cases }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in found.tenths" :key="one.low">
            <th scope="row">
              {{ text.saidBetween(Math.round(100 * one.low), Math.round(100 * one.low) + 10) }}
            </th>
            <td>{{ percent(one.said) }}</td>
            <td>{{ percent(one.came.value) }}</td>
            <td>{{ text.cameBetween(percent(one.came.low), percent(one.came.high)) }}</td>
            <td>{{ one.count }}</td>
          </tr>
        </tbody>
      </table>
    </template>
    <p v-if="season.turning">{{ season.turning.words }}</p>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.pair {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 8px 18px;
}
.words {
  display: grid;
  gap: 6px;
  align-content: start;
}
@media (max-width: 760px) {
  .pair {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
