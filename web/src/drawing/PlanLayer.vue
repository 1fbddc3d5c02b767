<script setup lang="ts">
import { computed } from 'vue'
import type { Plan, Planned } from '@/api/client'
import { pathColour } from '@/design/colours'
import { pathOf, polyline, type Frame } from './frame'
import { freeSpot } from './planLabels'
import { stippled } from './stipple'
import { text } from '@/words/text/drawing'

/** A plan over the table: all its ways with their numbers, or one ball of it with its zone, line and resting places. */
const props = defineProps<{ plan: Plan; step: number | null; frame: Frame; radius: number }>()
const emit = defineEmits<{ look: [step: number]; take: [ball: string] }>()

const put = (places: number[][]) => places.map((place) => props.frame.fromDiamonds(place))
const here = computed(() => (props.step === null ? null : (props.plan.plan[props.step] ?? null)))
/** The zone that matters: that of the next ball, to which this shot leads; of the last ball its own. */
const next = computed(() => (props.step === null ? null : (props.plan.plan[props.step + 1] ?? here.value)))
const stipple = computed(() =>
  next.value ? stippled(next.value.zone.worth, next.value.zone.inside, props.frame) : [],
)
const ways = computed(() => (here.value ? [here.value] : props.plan.plan))
const arrivals = computed(() =>
  here.value
    ? put(here.value.arrivals)
        .map(([x, y]) => `M${x.toFixed(1)} ${y.toFixed(1)}h0`)
        .join('')
    : '',
)
const line = computed(() => (next.value?.zone.line && here.value ? put(next.value.zone.line) : null))
const numbers = computed(() => {
  const taken = [...put(Object.values(props.plan.plan[0]?.balls ?? {}))]
  return props.plan.plan.map((planned) => {
    const at = freeSpot(props.frame.fromDiamonds(planned.cue), taken, props.radius)
    taken.push(at)
    return { planned, at }
  })
})
/** The place of rest is taken hold of: who holds it hears of the pointer from here on. */
function take(event: PointerEvent, ball: string) {
  ;(event.target as Element).releasePointerCapture(event.pointerId)
  emit('take', ball)
}
const saying = (planned: Planned) => `${planned.step + 1}: ${planned.words}`
</script>

<template>
  <g class="plan">
    <path v-for="tone in stipple" :key="tone.width" :d="tone.d" :stroke-width="tone.width" class="stipple" />
    <polyline v-if="line" :points="polyline(line)" class="line" />
    <path :d="arrivals" class="arrivals" :stroke-width="radius * 0.5" />
    <g v-for="planned in ways" :key="planned.step" class="way" aria-hidden="true">
      <path :d="pathOf(put(planned.path))" class="under" />
      <path :d="pathOf(put(planned.ball_path))" class="ball" :stroke="pathColour(planned.ball)" />
      <path :d="pathOf(put(planned.path))" class="cue" :class="{ faint: step === null }" />
      <circle
        :cx="frame.fromDiamonds(planned.rest)[0]"
        :cy="frame.fromDiamonds(planned.rest)[1]"
        :r="radius"
        class="rest"
      />
    </g>
    <circle
      v-if="here && here.step > 0"
      :cx="frame.fromDiamonds(here.cue)[0]"
      :cy="frame.fromDiamonds(here.cue)[1]"
      :r="radius"
      class="start"
    />
    <circle
      v-if="here"
      :cx="frame.fromDiamonds(here.rest)[0]"
      :cy="frame.fromDiamonds(here.rest)[1]"
      :r="1.8 * radius"
      class="grip"
      data-grip
      @pointerdown.stop="take($event, here.ball)"
    >
      <title>{{ text.dragTheMark }}</title>
    </circle>
    <g
      v-for="n in numbers"
      :key="n.planned.step"
      :transform="`translate(${n.at.join(' ')})`"
      class="number"
      :class="{ chosen: n.planned.step === step, other: step !== null && n.planned.step !== step }"
      role="button"
      tabindex="0"
      :aria-label="saying(n.planned)"
      @pointerdown.stop
      @click="emit('look', n.planned.step)"
      @keydown.enter="emit('look', n.planned.step)"
    >
      <title>{{ saying(n.planned) }}</title>
      <rect x="-27" y="-27" width="54" height="54" rx="10" />
      <text y="0.36em">{{ n.planned.step + 1 }}</text>
    </g>
  </g>
</template>

<style scoped>
.stipple {
  stroke: var(--mark);
  stroke-linecap: round;
  fill: none;
  opacity: 0.75;
}
.line {
  fill: none;
  stroke: var(--mark);
  stroke-width: 4;
  stroke-dasharray: 3 14;
  stroke-linecap: round;
}
.arrivals {
  fill: none;
  stroke: var(--cue-light);
  stroke-linecap: round;
  opacity: 0.55;
}
.way path {
  fill: none;
  stroke-width: 6;
  stroke-linejoin: round;
}
.way .under {
  stroke: var(--under);
  stroke-width: 12;
}
.way .ball {
  stroke-dasharray: 16 10;
}
.way .cue {
  stroke: var(--cue-light);
}
.way .faint {
  stroke-width: 4;
}
.rest {
  fill: none;
  stroke: var(--cue-light);
  stroke-width: 3.5;
  stroke-dasharray: 9 7;
}
.grip {
  fill: transparent;
  cursor: grab;
}
.start {
  fill: var(--ivory);
  stroke: var(--edge);
  stroke-width: 3;
}
.number {
  cursor: pointer;
  outline: none;
}
.number rect {
  fill: var(--tag);
  stroke: var(--on-disc);
  stroke-width: 2.5;
}
.number.chosen rect,
.number:focus-visible rect {
  fill: var(--mark);
  stroke-width: 5;
}
.number.other {
  opacity: 0.45;
}
.number text {
  font: 700 36px var(--sans);
  text-anchor: middle;
  fill: var(--on-disc);
}
</style>
