<script setup lang="ts">
import { computed } from 'vue'
import type { Option } from '@/api/client'
import { isSameStroke, useLayout } from '@/stores/layout'
import { useStudy } from '@/stores/study'
import { ENDINGS, percent, pocketWords } from './endings'
import HitDiscs from './HitDiscs.vue'
import PlayedLine from './PlayedLine.vue'
import TipClock from './TipClock.vue'

const props = defineProps<{ option: Option }>()
const study = useStudy()
const layout = useLayout()
const own = computed(() =>
  layout.document.strokes?.find((stroke) => isSameStroke(stroke, props.option.stroke)),
)

/** Scratches with their share as sampled; then what a stroke that goes a little wrong may do. */
const watch = computed(() => [
  ...Object.entries((props.option.leave.scratch ?? {}) as Record<string, number>)
    .filter(([, share]) => share >= 0.01)
    .map(([pocket, share]) => `scratch in the ${pocketWords(pocket)} (${percent(share)})`),
  ...(props.option.watch ?? []).filter((words) => !words.startsWith('scratch')),
])
const isBest = computed(() => study.place === 0)
const turning = computed(() => props.option.turning_point)
const endings = computed(() =>
  ENDINGS.filter((e) => (props.option.shares[e.key] ?? 0) >= 0.005).map((e) => ({
    ...e,
    share: props.option.shares[e.key] ?? 0,
    value: props.option.value_by_ending[e.key] ?? 0,
  })),
)
</script>

<template>
  <section class="card sheet" aria-label="Shot card">
    <div>
      <h3>Aim</h3>
      <HitDiscs :option="option" />
    </div>
    <div>
      <h3>Tip</h3>
      <TipClock :side="option.stroke.side" :height="option.stroke.height" :words="option.tip" />
      <b>{{ option.tip }}</b>
      <span class="muted">{{ option.detail.split(',')[0] }}</span>
    </div>
    <div>
      <h3>Speed</h3>
      <span class="speed">{{ option.detail.split(', ').at(-1) }}</span>
      <span class="muted"
        >{{ option.stroke.speed_mps.toFixed(1) }} m/s,
        {{
          option.stroke.elevation_deg
            ? `butt raised ${Math.round(option.stroke.elevation_deg)}°`
            : 'cue level'
        }}</span
      >
      <template v-if="watch.length">
        <h3 class="watch">Watch</h3>
        <ul>
          <li v-for="words in watch.slice(0, 4)" :key="words">{{ words }}</li>
        </ul>
      </template>
    </div>
    <div class="why">
      <h3>
        {{ isBest ? 'Why this one' : option.behind_best ? 'Why not this one' : 'How it ends' }}
        <button v-if="own" type="button" class="pin" @click="layout.removeStroke(own)">
          Take my shot out
        </button>
        <button
          type="button"
          class="pin"
          :aria-pressed="study.pinned === option"
          title="Pin it, then choose another line to see both side by side"
          @click="study.pin()"
        >
          {{ study.pinned === option ? 'Pinned' : 'Pin to compare' }}
        </button>
      </h3>
      <p>{{ isBest ? study.result?.why : option.behind_best }}</p>
      <p v-if="turning && turning.make !== null">
        You make it {{ percent(turning.mine) }} of the time;
        <b>{{ isBest ? 'it stays best' : 'it becomes best' }} from {{ percent(turning.make) }}.</b>
      </p>
      <table>
        <caption class="visually-hidden">
          How executions end, and the rack chance from there
        </caption>
        <tbody>
          <tr v-for="e in endings" :key="e.key">
            <th scope="row">{{ e.word }}</th>
            <td>{{ percent(e.share) }}</td>
            <td class="muted">wins {{ percent(e.value) }} from there</td>
          </tr>
        </tbody>
      </table>
    </div>
    <PlayedLine v-if="study.isFinal" />
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
  font: 600 13px var(--sans);
  color: var(--muted);
}
.pin {
  float: right;
  margin-left: 14px;
  font: 600 12.5px var(--sans);
  color: var(--brass);
  background: none;
  border: 0;
  padding: 0 2px 4px;
  cursor: pointer;
}
.watch {
  margin-top: 6px;
}
ul {
  margin: 0;
  padding-left: 14px;
  font-size: 12.5px;
  line-height: 1.3;
}
.speed {
  font: 600 22px/1.15 var(--serif);
}
.why p {
  margin: 0 0 4px;
}
table {
  border-collapse: collapse;
  font-size: 13px;
}
th {
  text-align: left;
  font-weight: 600;
  padding: 0 12px 0 0;
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
