<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import type { Situation } from '@/board/document'
import { POCKETS } from '@/drawing/pockets'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import { LIMITS } from '@/stores/ownshot'
import TipClock from '@/shots/TipClock.vue'
import type { Choosing } from './useChoice'

/** What would you play: chosen on the drawing, or here without it. */
const props = defineProps<{
  choice: Choosing
  balls: string[]
  situation: Situation | undefined
  game: string
  /** Whose turn it is to answer, where two answer. */
  whose: string
  busy: boolean
}>()
defineEmits<{ say: [] }>()
const c = props.choice
const MEANT = [
  { key: 'pot', name: 'Pot a ball' },
  { key: 'safe', name: 'Play safe' },
  { key: 'stroke', name: 'Own stroke' },
] as const
const others = computed(() => props.balls.filter((ball) => ball !== 'cue').map((key) => ({ key, name: key })))
/** What of the situation decides here, in words. */
const stands = computed(() => {
  const now = props.situation
  if (!now) return ''
  const group = now.my_group
    ? `You have the ${now.my_group}.`
    : props.game === 'eight-ball'
      ? 'The table is open.'
      : ''
  const on = props.game === 'snooker' && now.ball_on ? `The ball on: ${now.ball_on}.` : ''
  const score =
    now.my_points || now.their_points ? `Score ${now.my_points ?? 0} to ${now.their_points ?? 0}.` : ''
  const fouls =
    now.my_fouls || now.their_fouls ? `Fouls in a row: you ${now.my_fouls}, he ${now.their_fouls}.` : ''
  return [group, on, score, fouls].filter(Boolean).join(' ')
})
function setTip(side: number, height: number) {
  const off = Math.hypot(side, height)
  const fit = off > LIMITS.tip ? LIMITS.tip / off : 1
  c.setStroke({ side: Math.round(100 * side * fit) / 100, height: Math.round(100 * height * fit) / 100 })
}
const tipWords = computed(
  () =>
    `side ${c.stroke.value.side.toFixed(2)}, height ${c.stroke.value.height.toFixed(2)} of the ball’s radius`,
)
</script>

<template>
  <form class="sheet" aria-label="Your choice" @submit.prevent="$emit('say')">
    <p>
      <b>{{ whose ? `${whose}: what would you play?` : 'What would you play?' }}</b> You shoot, against your
      equal.
      {{ stands }}
    </p>
    <ChoiceChips label="What" :options="MEANT" :value="c.meant.value" @choose="c.mean($event || 'pot')" />
    <p class="hint" aria-live="polite">{{ c.hint.value }}</p>
    <template v-if="c.meant.value !== 'stroke'">
      <ChoiceChips
        label="Which ball"
        :options="others"
        :value="c.ball.value"
        class="balls"
        @choose="c.takeBall(String($event))"
      />
      <ChoiceChips
        v-if="c.meant.value === 'pot' && c.ball.value"
        even
        label="Into which pocket"
        :options="POCKETS"
        :value="c.pocket.value"
        @choose="c.takePocket(String($event))"
      />
    </template>
    <template v-else>
      <div class="own">
        <TipClock
          :side="c.stroke.value.side"
          :height="c.stroke.value.height"
          :words="tipWords"
          settable
          @set="setTip"
        />
        <div class="numbers">
          <label
            >Aim, degrees
            <input
              type="number"
              step="0.1"
              :value="c.stroke.value.aim_deg"
              @input="c.aim(Number(($event.target as HTMLInputElement).value))"
            />
          </label>
          <label
            >Speed, m/s: {{ c.stroke.value.speed_mps.toFixed(1) }}
            <input
              type="range"
              min="0.4"
              max="6"
              step="0.1"
              :value="c.stroke.value.speed_mps"
              @input="c.setStroke({ speed_mps: Number(($event.target as HTMLInputElement).value) })"
            />
          </label>
        </div>
      </div>
    </template>
    <label v-if="c.meant.value === 'pot' && c.ball.value"
      ><span
        >I make it <b>{{ c.make.value }} %</b> of the time</span
      >
      <input v-model.number="c.make.value" type="range" min="5" max="100" step="5" />
    </label>
    <Button
      type="submit"
      :label="busy ? 'Comparing …' : 'Open the ledger'"
      :disabled="!c.ready.value || busy"
    />
  </form>
</template>

<style scoped>
form {
  padding: 13px 16px 15px;
  display: grid;
  gap: 10px;
}
p {
  margin: 0;
}
.hint {
  font-weight: 600;
  color: var(--brass);
}
label {
  display: grid;
  gap: 4px;
}
input[type='range'] {
  accent-color: var(--brass);
  width: 100%;
  min-height: 30px;
}
input[type='number'] {
  min-height: 38px;
  width: 110px;
  padding: 3px 8px;
  border: 1px solid var(--hairline);
  border-radius: 9px;
  background: var(--sheet);
  color: var(--ink);
  font: 400 15px var(--sans);
}
.own {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  gap: 14px;
}
.numbers {
  display: grid;
  gap: 8px;
  align-content: start;
}
</style>
