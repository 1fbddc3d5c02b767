<script setup lang="ts">
import { computed } from 'vue'
import { LIMITS, useOwnShot } from '@/stores/ownshot'
import ProblemList from '@/parts/ProblemList.vue'
import HitDiscs from './HitDiscs.vue'
import TipClock from './TipClock.vue'
import TriedAnswer from './TriedAnswer.vue'
import { speedWords } from './words'
import { text } from '@/words/text/shots'
import { decimal } from '@/words/numbers'

/** One's own shot: aimed on the drawing, its tip and speed set here, answered at every change. */
defineProps<{ use: string; refusal?: string }>()
defineEmits<{ use: [] }>()
const own = useOwnShot()
const option = computed(() => own.trial?.option ?? null)
const number = (event: Event) => Number((event.target as HTMLInputElement).value)
</script>

<template>
  <section v-if="own.stroke" class="own sheet" :aria-label="text.myOwnShot">
    <div>
      <h3>{{ text.aim }}</h3>
      <HitDiscs v-if="option?.target" :option="option" />
      <p v-else class="muted none">{{ text.hitsNothing }}</p>
      <!-- An answer that arrives while a number is being typed must not put the old one back. -->
      <label v-memo="[own.stroke.aim_deg]">
        <input
          type="number"
          step="0.1"
          :title="text.degreesMean"
          :value="own.stroke.aim_deg.toFixed(2)"
          @change="own.set({ aim_deg: number($event) })"
        />
        {{ text.degreesAim }}
      </label>
    </div>
    <div class="tip">
      <h3>{{ text.tip }}</h3>
      <TipClock
        :side="own.stroke.side"
        :height="own.stroke.height"
        :words="option?.tip ?? text.centre"
        settable
        @set="own.setTip"
      />
      <b>{{ option?.tip }}</b>
      <span v-if="option?.arrival" class="muted">{{ option.arrival }}</span>
    </div>
    <div class="set">
      <h3>{{ text.speedAndButt }}</h3>
      <label>
        <span>{{ option ? speedWords(option) : '' }}</span>
        <span class="muted">{{ decimal(own.stroke.speed_mps, 2) }} m/s</span>
        <input
          type="range"
          :aria-label="text.speed"
          :min="LIMITS.slowest"
          :max="LIMITS.fastest"
          step="0.05"
          :value="own.stroke.speed_mps"
          :aria-valuetext="`${decimal(own.stroke.speed_mps, 2)} m/s`"
          @input="own.set({ speed_mps: number($event) })"
        />
      </label>
      <label>
        <span>{{ own.stroke.elevation_deg ? text.buttIsRaised : text.cueLevel }}</span>
        <span class="muted">{{ own.stroke.elevation_deg }}°</span>
        <input
          type="range"
          :aria-label="text.raisedButt"
          min="0"
          :max="LIMITS.steepest"
          step="1"
          :value="own.stroke.elevation_deg"
          :aria-valuetext="`${own.stroke.elevation_deg}°`"
          @input="own.set({ elevation_deg: number($event) })"
        />
      </label>
      <label v-if="own.stroke.elevation_deg" class="cue">
        <span>{{ text.jumpCue }}</span>
        <input
          type="checkbox"
          :checked="own.stroke.cue === 'jump'"
          @change="own.set({ cue: own.stroke.cue === 'jump' ? 'playing' : 'jump' })"
        />
      </label>
      <p class="muted hint">{{ text.aimHow }}</p>
    </div>
    <div class="answer" aria-live="polite">
      <h3>{{ text.whatItDoes }}</h3>
      <TriedAnswer v-if="option" :option="option" />
      <ProblemList :problems="own.problems" />
      <p v-if="option && refusal" class="muted">{{ refusal }}</p>
      <div class="acts">
        <button type="button" class="main" :disabled="!option || !!refusal" @click="$emit('use')">
          {{ use }}
        </button>
        <button type="button" @click="own.leave()">{{ text.close }}</button>
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
  font: 600 var(--text-sm) var(--sans);
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
  font-size: var(--text-sm);
}
input[type='number'] {
  width: 74px;
  font: 600 var(--text-md) var(--sans);
  padding: 3px 5px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
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
  font-size: var(--text-sm);
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
  font: 600 var(--text-sm) var(--sans);
  min-height: 34px;
  padding: 4px 14px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-xl);
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
