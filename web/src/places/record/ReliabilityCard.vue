<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Season } from '@/api/client'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import { percent } from '@/shots/words'
import ReliabilityChart from './ReliabilityChart.vue'

/** Were the odds right: what was said against what came, for the tool and for the player himself. */
const props = defineProps<{ season: Season; player: number | null }>()
const KINDS = [
  { key: 'makes' as const, name: 'Pots made' },
  { key: 'fouls' as const, name: 'Fouls' },
  { key: 'open_shots' as const, name: 'Open shots left' },
  { key: 'guesses' as const, name: 'My own guesses' },
]
const there = computed(() => KINDS.filter(({ key }) => props.season[key]))
const chosen = ref<(typeof KINDS)[number]['key']>('makes')
const kind = computed(() => there.value.find(({ key }) => key === chosen.value) ?? there.value[0])
const found = computed(() => (kind.value ? props.season[kind.value.key] : null))
const figures = ref(false)
const score = (value: number) => value.toFixed(3)
const better = computed(() => {
  if (!found.value) return ''
  const { brier, always, by_chance } = found.value
  const helps = brier < always ? 'less than' : 'no less than'
  return `Brier score ${score(brier)}: ${helps} the ${score(always)} of always saying the average. Were every chance right, it would be about ${score(by_chance)}.`
})
</script>

<template>
  <section class="sheet" aria-label="Were the odds right?">
    <h2>Were the odds right?</h2>
    <p v-if="!found" class="muted">Nothing to hold against what came yet.</p>
    <template v-else>
      <ChoiceChips
        label="Chances of what"
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
          <p class="muted small">{{ better }}</p>
          <p class="muted small">
            Each dot is a tenth of what was said, larger where more was; bars are its 95 % interval. On the
            broken line it came true.
          </p>
          <p v-if="found.drift !== null && kind?.key === 'makes' && player">
            <RouterLink class="link" :to="{ name: 'player', params: { playerId: String(player) } }"
              >Measure the stroke anew</RouterLink
            >
          </p>
          <p>
            <button type="button" :aria-expanded="figures" @click="figures = !figures">
              {{ figures ? 'Hide the figures' : 'Show the figures' }}
            </button>
          </p>
        </div>
      </div>
      <table v-if="figures">
        <thead>
          <tr>
            <th scope="col">Said</th>
            <th scope="col">On average</th>
            <th scope="col">Came</th>
            <th scope="col">95 % interval</th>
            <th scope="col">Cases</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in found.tenths" :key="one.low">
            <th scope="row">{{ Math.round(100 * one.low) }} to {{ Math.round(100 * one.low) + 10 }} %</th>
            <td>{{ percent(one.said) }}</td>
            <td>{{ percent(one.came.value) }}</td>
            <td>{{ percent(one.came.low) }} to {{ percent(one.came.high) }}</td>
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
