<script setup lang="ts">
import { computed, ref } from 'vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { useMeasure } from '@/stores/measure'
import { capital } from '@/shots/words'
import { text } from '@/words/text/players'
import { decimal } from '@/words/numbers'

/** What each error costs in racks, and so what to practise: worked out on request, on positions of real racks. */
const measure = useMeasure()
const costs = computed(() => measure.costs?.document ?? null)
const game = ref(measure.costs?.question.game ?? 'nine-ball')
const share = ref(measure.costs?.question.share ?? 0.8)
const most = computed(() => Math.max(1, ...(costs.value?.costs ?? []).map((one) => one.racks + one.half)))
/** Below nothing there is a little room, for intervals that reach across. */
const at = (racks: number) => `${(100 * (Math.max(-0.15, racks / most.value) + 0.15)) / 1.15}%`
const signed = (value: number) => `${value < 0 ? '−' : '+'}${decimal(Math.abs(value))}`
const GAMES = [
  { key: 'nine-ball', name: 'nine-ball' },
  { key: 'eight-ball', name: 'eight-ball' },
]
</script>

<template>
  <section class="sheet costs" :aria-label="text.whatEachErrorCosts">
    <h2>{{ text.whatToPractise }}</h2>
    <p v-if="costs" class="words">{{ costs.words }}</p>
    <p v-else class="muted">
      {{ text.racksAreLostByAim }}
    </p>
    <p class="choices">
      <label
        >{{ text.game }}
        <select v-model="game">
          <option v-for="one in GAMES" :key="one.key" :value="one.key">{{ one.name }}</option>
        </select>
      </label>
      <label
        >{{ text.eachError }}
        <select v-model.number="share">
          <option :value="0.8">{{ text.aFifthSmaller }}</option>
          <option :value="0.5">{{ text.halfAsLarge }}</option>
        </select>
      </label>
      <button v-if="!measure.pricing" type="button" class="main" @click="measure.price(game, share)">
        {{ costs ? text.workItOutAgain : text.workItOut }}
      </button>
      <button v-else type="button" @click="measure.stopPricing">{{ text.stop }}</button>
    </p>
    <p v-if="measure.pricing" class="muted">{{ measure.costs?.waits_for }}</p>
    <ProgressLine
      v-if="measure.pricing"
      :label="text.pricingTheErrors"
      :share="measure.costs?.progress ?? 0"
    />
    <p v-if="measure.costs?.failure" role="alert">{{ measure.costs.failure }}</p>
    <table v-if="costs">
      <thead>
        <tr>
          <th scope="col">{{ text.error }}</th>
          <th scope="col" class="wide">{{ text.racksWonInAHundred }}</th>
          <th scope="col">{{ text.runOuts }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in costs.costs" :key="one.error">
          <th scope="row">{{ capital(one.words) }}</th>
          <td>
            <div class="track" aria-hidden="true">
              <i class="zero" :style="{ left: at(0) }" />
              <i
                class="value"
                :style="{ left: at(0), width: `calc(${at(Math.max(0, one.racks))} - ${at(0)})` }"
              />
              <i
                class="half"
                :style="{
                  left: at(one.racks - one.half),
                  width: `calc(${at(one.racks + one.half)} - ${at(one.racks - one.half)})`,
                }"
              />
            </div>
            {{ signed(one.racks) }} ± {{ decimal(one.half) }}
          </td>
          <td>{{ signed(one.run_outs) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="costs" class="muted small">
      {{ text.onPositionsHoldsThemNineteen(costs.made_on) }}
    </p>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="@/design/track.css"></style>
<style scoped>
.words {
  font-weight: 600;
}
.wide {
  width: 55%;
}
</style>
