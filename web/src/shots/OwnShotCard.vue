<script setup lang="ts">
import { computed } from 'vue'
import { LIMITS, useOwnShot } from '@/stores/ownshot'
import ProblemList from '@/parts/ProblemList.vue'
import HitDiscs from './HitDiscs.vue'
import TipClock from './TipClock.vue'
import TriedAnswer from './TriedAnswer.vue'
import { speedWords } from './words'

/** One's own shot: aimed on the drawing, its tip and speed set here, answered at every change. */
defineProps<{ use: string; refusal?: string }>()
defineEmits<{ use: [] }>()
const own = useOwnShot()
const option = computed(() => own.trial?.option ?? null)
const number = (event: Event) => Number((event.target as HTMLInputElement).value)
</script>

<template>
  <section v-if="own.stroke" class="own sheet" aria-label="My own shot">
    <div>
      <h3>Aim</h3>
      <HitDiscs v-if="option?.target" :option="option" />
      <p v-else class="muted none">hits nothing</p>
      <!-- An answer that arrives while a number is being typed must not put the old one back. -->
      <label v-memo="[own.stroke.aim_deg]">
        <input
          type="number"
          step="0.1"
          title="Degrees: 0 toward the foot rail along the table, 90 toward the far long rail"
          :value="own.stroke.aim_deg.toFixed(2)"
          @change="own.set({ aim_deg: number($event) })"
        />
        ° aim
      </label>
    </div>
    <div class="tip">
      <h3>Tip</h3>
      <TipClock
        :side="own.stroke.side"
        :height="own.stroke.height"
        :words="option?.tip ?? 'centre'"
        settable
        @set="own.setTip"
      />
      <b>{{ option?.tip }}</b>
      <span v-if="option?.arrival" class="muted">{{ option.arrival }}</span>
    </div>
    <div class="set">
      <h3>Speed and butt</h3>
      <label>
        <span>{{ option ? speedWords(option) : '' }}</span>
        <span class="muted">{{ own.stroke.speed_mps.toFixed(2) }} m/s</span>
        <input
          type="range"
          aria-label="Speed"
          :min="LIMITS.slowest"
          :max="LIMITS.fastest"
          step="0.05"
          :value="own.stroke.speed_mps"
          :aria-valuetext="`${own.stroke.speed_mps.toFixed(2)} m/s`"
          @input="own.set({ speed_mps: number($event) })"
        />
      </label>
      <label>
        <span>{{ own.stroke.elevation_deg ? 'butt raised' : 'cue level' }}</span>
        <span class="muted">{{ own.stroke.elevation_deg }}°</span>
        <input
          type="range"
          aria-label="Raised butt"
          min="0"
          :max="LIMITS.steepest"
          step="1"
          :value="own.stroke.elevation_deg"
          :aria-valuetext="`${own.stroke.elevation_deg}°`"
          @input="own.set({ elevation_deg: number($event) })"
        />
      </label>
      <p class="muted hint">Drag on the cloth to aim; ← → turn it, finer with Shift; ↑ ↓ change the speed.</p>
    </div>
    <div class="answer" aria-live="polite">
      <h3>What it does</h3>
      <TriedAnswer v-if="option" :option="option" />
      <ProblemList :problems="own.problems" />
      <p v-if="option && refusal" class="muted">{{ refusal }}</p>
      <div class="acts">
        <button type="button" class="main" :disabled="!option || !!refusal" @click="$emit('use')">
          {{ use }}
        </button>
        <button type="button" @click="own.leave()">Close</button>
      </div>
    </div>
  </section>
</template>

<style scoped>
.own {
  display: grid;
  grid-template-columns: auto auto minmax(180px, 1fr) minmax(240px, 1.3fr);
  gap: 8px 22px;
  padding: 10px 16px 12px;
  border-color: var(--brass);
}
.own > div {
  display: grid;
  gap: 4px;
  align-content: start;
}
h3 {
  font: 600 13px var(--sans);
  color: var(--muted);
}
.tip {
  justify-items: center;
}
.tip h3 {
  justify-self: start;
}
.none {
  width: 118px;
  margin: 18px 0;
}
label {
  font-size: 13px;
}
input[type='number'] {
  width: 74px;
  font: 600 14px var(--sans);
  padding: 3px 5px;
  border: 1px solid var(--hairline);
  border-radius: 7px;
  background: var(--sheet);
  color: var(--ink);
}
.set label {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 0 8px;
  font-weight: 600;
}
.set .muted {
  font-weight: 400;
}
input[type='range'] {
  accent-color: var(--brass);
  width: 100%;
}
.set .hint {
  margin: 2px 0 0;
  font-size: 12.5px;
  text-align: left;
}
p {
  margin: 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 6px;
}
button {
  font: 600 13px var(--sans);
  min-height: 34px;
  padding: 4px 14px;
  border: 1px solid var(--hairline);
  border-radius: 17px;
  background: transparent;
  color: var(--ink);
  cursor: pointer;
}
.main {
  border-color: var(--brass);
  color: var(--brass);
}
button:disabled {
  opacity: 0.5;
}
@media (max-width: 980px) {
  .own {
    grid-template-columns: auto 1fr;
  }
  .set,
  .answer {
    grid-column: 1 / -1;
  }
}
</style>
