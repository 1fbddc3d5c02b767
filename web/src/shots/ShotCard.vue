<script setup lang="ts">
import { computed } from 'vue'
import type { Option } from '@/api/client'
import { ENDINGS } from './endings'
import HitDiscs from './HitDiscs.vue'
import TipClock from './TipClock.vue'
import { capital, chanceWords, percent, spread, unbroken } from './words'
import { text } from '@/words/text/shots'
import { decimal } from '@/words/numbers'

/** One shot as a player sets up for it: aim, tip, speed, what to watch, why, and how it ends. */
const props = defineProps<{ option: Option; game: string; isBest: boolean; why: string }>()
const turning = computed(() => props.option.turning_point)
const heading = computed(() =>
  props.isBest ? text.whyThisOne : props.option.behind_best ? text.whyNotThisOne : text.howItEnds,
)
const cautions = computed(() =>
  (props.option.cautions ?? []).map(({ words, share }) =>
    unbroken(share ? `${words} (${percent(share)})` : words),
  ),
)
const butt = computed(() => {
  const raised = props.option.stroke.elevation_deg ?? 0
  const cue = props.option.stroke.cue === 'jump' ? `, ${text.jumpCue}` : ''
  return raised ? text.buttRaised(Math.round(raised)) + cue : text.cueLevel
})
const endings = computed(() =>
  ENDINGS.filter((e) => (props.option.shares[e.key] ?? 0) >= 0.005).map((e) => ({
    ...e,
    share: props.option.shares[e.key] ?? 0,
    value: props.option.value_by_ending[e.key] ?? 0,
  })),
)
</script>

<template>
  <section class="card sheet" :aria-label="text.shotCard">
    <div>
      <h3>{{ text.aim }}</h3>
      <HitDiscs :option="option" />
    </div>
    <div>
      <h3>{{ text.tip }}</h3>
      <TipClock :side="option.stroke.side ?? 0" :height="option.stroke.height ?? 0" :words="option.tip" />
      <b>{{ option.tip }}</b>
      <template v-if="option.arrival">
        <h3 class="next">{{ text.cueBall }}</h3>
        <span>{{ option.arrival }}</span>
      </template>
    </div>
    <div>
      <h3>{{ text.speed }}</h3>
      <span class="speed">{{ capital(option.speed.pace) }}</span>
      <b :title="text.lengthsMean">{{ option.speed.words }}</b>
      <span class="muted">{{ decimal(option.stroke.speed_mps) }} m/s, {{ butt }}</span>
      <template v-if="cautions.length">
        <h3 class="next">{{ text.watch }}</h3>
        <ul>
          <li v-for="words in cautions.slice(0, 4)" :key="words">{{ words }}</li>
        </ul>
      </template>
    </div>
    <div class="why">
      <h3>{{ heading }} <slot name="acts" /></h3>
      <p>{{ isBest ? why : option.behind_best }}</p>
      <p v-if="turning && turning.make !== null">
        {{ text.youMakeIt(percent(turning.mine)) }}
        <b>{{ text.bestFrom(isBest ? text.itStaysBest : text.itBecomesBest, percent(turning.make)) }}</b>
      </p>
      <table>
        <thead>
          <tr>
            <td />
            <th scope="col">{{ text.howOften }}</th>
            <th scope="col">{{ text.chanceThen(chanceWords(game)) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="e in endings" :key="e.key">
            <th scope="row">{{ e.word }}</th>
            <td>{{ percent(e.share) }}</td>
            <td>{{ percent(e.value) }}</td>
          </tr>
        </tbody>
      </table>
      <details v-if="option.doubt_words">
        <summary>{{ text.howSureIsThat(spread(option.rack_chance)) }}</summary>
        <p>{{ option.doubt_words }}</p>
      </details>
    </div>
    <slot />
  </section>
</template>

<style scoped>
.card {
  display: grid;
  grid-template-columns: auto auto minmax(130px, 176px) 1fr;
  gap: 8px 22px;
  padding: 10px 16px 12px;
}
.card > div {
  display: grid;
  gap: 2px;
  align-content: start;
}
h3 {
  font: 600 var(--text-sm) var(--sans);
  color: var(--muted);
}
.next {
  margin-top: 6px;
}
ul {
  margin: 0;
  padding-left: 14px;
  font-size: var(--text-sm);
  line-height: 1.3;
}
.speed {
  font: 600 var(--text-xl)/1.15 var(--serif);
}
.why p {
  margin: 0 0 4px;
}
summary {
  margin-top: 4px;
  color: var(--brass);
  font-size: var(--text-sm);
  cursor: pointer;
}
table {
  border-collapse: collapse;
  font-size: var(--text-sm);
}
th {
  text-align: left;
  font-weight: 600;
  padding: 0 12px 0 0;
}
thead th {
  color: var(--muted);
  font-weight: 500;
  text-align: right;
}
td {
  padding: 0 12px 0 0;
  text-align: right;
}
@media (max-width: 760px) {
  .card {
    grid-template-columns: auto 1fr;
  }
  .why {
    grid-column: 1 / -1;
  }
}
</style>
