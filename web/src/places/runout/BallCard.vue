<script setup lang="ts">
import { computed } from 'vue'
import type { Plan, Planned } from '@/api/client'
import { ballName } from '@/drawing/balls'
import TipClock from '@/shots/TipClock.vue'
import { percent } from '@/shots/words'
import ChangeBall from './ChangeBall.vue'
import { text } from '@/words/text/runout'
import { decimal } from '@/words/numbers'

/** One ball of the plan: how it is played, why, what else there is, and what can be changed. */
const props = defineProps<{ planned: Planned; plan: Plan }>()
const emit = defineEmits<{ want: [ball: string]; own: [] }>()
const worth = computed(() => (props.plan.goal === 'rack' ? props.planned.rack : props.planned.run_out))
const next = computed(() => props.plan.plan[props.planned.step + 1])
const isElsewhere = computed(() => {
  const [x = 0, y = 0] = props.planned.rest
  const [a = x, b = y] = next.value?.cue ?? []
  return Math.hypot(a - x, b - y) > 0.05
})
/** Back into line, or roll on: told where both exist and the shot does not do it by itself. */
const choices = computed(() =>
  [
    { words: text.getsBackIntoTheZone, other: props.planned.back },
    { words: text.takesTheHarderNextBall, other: props.planned.rolls },
  ].filter(({ other }) => other),
)
</script>

<template>
  <article class="card sheet" :aria-label="text.shotNumbered(planned.step + 1)">
    <header>
      <h3>{{ text.intoThe(planned.step + 1, ballName(planned.ball), planned.pocket_words) }}</h3>
      <p class="muted">
        <template v-if="planned.own">{{ text.myOwnShotIs }} </template>{{
          text.strokeWords(
            planned.speed.pace,
            planned.speed.words,
            decimal(planned.stroke.speed_mps),
            planned.tip,
            decimal(planned.cut_deg, 0),
          )
        }}
      </p>
    </header>
    <TipClock
      :side="planned.stroke.side"
      :height="planned.stroke.height"
      :words="planned.tip"
      class="clock"
    />
    <ul class="facts">
      <li v-if="planned.enters_words">{{ planned.enters_words }}</li>
      <li v-if="next?.zone.cut_words">{{ text.nextIsThe(next.ball, next.zone.cut_words) }}</li>
      <li v-if="next">
        {{ text.zoneIs(decimal(next.zone.square_diamonds)) }}
      </li>
      <li v-if="isElsewhere">
        {{ text.triesDoBetter }}
      </li>
      <li v-for="choice in choices" :key="choice.words">
        {{ text.fromThere(choice.words, choice.other?.words ?? '', percent(choice.other?.worth ?? 0)) }}
      </li>
    </ul>
    <ChangeBall
      :planned="planned"
      :plan="plan"
      :worth="worth.value"
      @want="emit('want', planned.ball)"
      @own="emit('own')"
    />
  </article>
</template>

<style scoped>
.card {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 18px;
  padding: 12px 16px 14px;
}
h3 {
  font-size: var(--text-lg);
}
header p {
  margin: 2px 0 0;
}
.facts {
  margin: 2px 0 0;
  padding-left: 18px;
}
.facts li {
  margin-bottom: 3px;
}
.clock {
  grid-row: 1 / 3;
  grid-column: 2;
}
</style>
