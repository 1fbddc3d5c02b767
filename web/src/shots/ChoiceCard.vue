<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import type { Situation } from '@/board/document'
import { POCKETS } from '@/drawing/pockets'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import { LIMITS } from '@/stores/ownshot'
import TipClock from './TipClock.vue'
import type { Choosing } from './useChoice'
import { text } from '@/words/text/practice'
import { decimal } from '@/words/numbers'

/** What would you play: chosen on the drawing, or here without it. */
const props = defineProps<{
  choice: Choosing
  balls: string[]
  situation: Situation | undefined
  game: string
  /** Whose turn it is to answer, where two answer. */
  whose: string
  busy: boolean
  /** What answering is called, where it opens something else than a ledger. */
  label?: string
}>()
defineEmits<{ say: [] }>()
const c = props.choice
const MEANT = [
  { key: 'pot', name: text.potABallChoice },
  { key: 'safe', name: text.playSafeChoice },
  { key: 'stroke', name: text.ownStroke },
] as const
const others = computed(() => props.balls.filter((ball) => ball !== 'cue').map((key) => ({ key, name: key })))
/** What of the situation decides here, in words. */
const stands = computed(() => {
  const now = props.situation
  if (!now) return ''
  const group = now.my_group
    ? text.youHaveThe(now.my_group)
    : props.game === 'eight-ball'
      ? text.theTableIsOpen
      : ''
  const on = props.game === 'snooker' && now.ball_on ? text.theBallOn(now.ball_on) : ''
  const score =
    now.my_points || now.their_points ? text.scoreTo(now.my_points ?? 0, now.their_points ?? 0) : ''
  const fouls = now.my_fouls || now.their_fouls ? text.foulsInARowYou(now.my_fouls, now.their_fouls) : ''
  return [group, on, score, fouls].filter(Boolean).join(' ')
})
function setTip(side: number, height: number) {
  const off = Math.hypot(side, height)
  const fit = off > LIMITS.tip ? LIMITS.tip / off : 1
  c.setStroke({ side: Math.round(100 * side * fit) / 100, height: Math.round(100 * height * fit) / 100 })
}
const tipWords = computed(() =>
  text.sideHeightOfTheBalls(decimal(c.stroke.value.side, 2), decimal(c.stroke.value.height, 2)),
)
</script>

<template>
  <form class="sheet" :aria-label="text.yourChoice" @submit.prevent="$emit('say')">
    <p>
      <b>{{ whose ? text.whatWouldYouPlay(whose) : text.question }}</b>
      {{ text.youShootAgainstYourEqual(stands) }}
    </p>
    <ChoiceChips
      :label="text.what"
      :options="MEANT"
      :value="c.meant.value"
      @choose="c.mean($event || 'pot')"
    />
    <p class="hint" aria-live="polite">{{ c.hint.value }}</p>
    <template v-if="c.meant.value !== 'stroke'">
      <ChoiceChips
        :label="text.whichBall"
        :options="others"
        :value="c.ball.value"
        class="balls"
        @choose="c.takeBall(String($event))"
      />
      <ChoiceChips
        v-if="c.meant.value === 'pot' && c.ball.value"
        even
        :label="text.intoWhichPocket"
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
            >{{ text.aimDegrees }}
            <input
              type="number"
              step="0.1"
              :value="c.stroke.value.aim_deg"
              @input="c.aim(Number(($event.target as HTMLInputElement).value))"
            />
          </label>
          <label
            >{{ text.speedMS(decimal(c.stroke.value.speed_mps)) }}
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
        >{{ text.iMakeIt }} <b>{{ c.make.value }} %</b> {{ text.ofTheTime }}</span
      >
      <input v-model.number="c.make.value" type="range" min="5" max="100" step="5" />
    </label>
    <Button
      type="submit"
      :label="busy ? text.comparing : (label ?? text.openTheLedgerNow)"
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
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
  font: 400 var(--text-base) var(--sans);
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
