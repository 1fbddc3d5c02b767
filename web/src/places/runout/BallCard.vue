<script setup lang="ts">
import { computed } from 'vue'
import type { Plan, Planned } from '@/api/client'
import { ballName } from '@/drawing/balls'
import TipClock from '@/shots/TipClock.vue'
import { percent } from '@/shots/words'
import ChangeBall from './ChangeBall.vue'

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
    { words: 'Gets back into the zone', other: props.planned.back },
    { words: 'Takes the harder next ball', other: props.planned.rolls },
  ].filter(({ other }) => other),
)
</script>

<template>
  <article class="card sheet" :aria-label="`Shot ${planned.step + 1}`">
    <header>
      <h3>{{ planned.step + 1 }}. {{ ballName(planned.ball) }} into the {{ planned.pocket_words }}</h3>
      <p class="muted">
        <template v-if="planned.own">my own shot: </template>{{ planned.speed.pace }},
        {{ planned.speed.words }} ({{ planned.stroke.speed_mps.toFixed(1) }} m/s); {{ planned.tip }}; cut
        {{ planned.cut_deg.toFixed(0) }}°
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
      <li v-if="next?.zone.cut_words">Next is the {{ next.ball }}. {{ next.zone.cut_words }}</li>
      <li v-if="next">
        Its zone is {{ next.zone.square_diamonds.toFixed(1) }} square diamonds, dotted on the table; large
        dots where two pockets serve.
      </li>
      <li v-if="isElsewhere">
        Without error the cue ball stops at the ring, but the tries do better: the plan goes on from amid the
        best third of them.
      </li>
      <li v-for="choice in choices" :key="choice.words">
        {{ choice.words }}: {{ choice.other?.words }} – {{ percent(choice.other?.worth ?? 0) }} from there.
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
  font-size: 18px;
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
