<script setup lang="ts">
import { computed } from 'vue'
import type { Drawing } from '@/api/client'
import { BALL_COLOURS } from '@/design/colours'
import { text } from '@/words/text/shots'

/** A jump from the side, to scale: the cue ball's height over its way, and the balls that it comes near. */
const props = defineProps<{
  jump: NonNullable<Drawing['jump']>
  /** Seconds into the shot; null shows where it comes down. */
  time?: number | null
}>()
const AIR = 16
const radius = computed(() => props.jump.radius_mm)
const balls = computed(() => props.jump.balls.filter((ball) => ball.along_mm < end.value + radius.value))
const end = computed(() => {
  const met = Math.max(...props.jump.balls.map((ball) => ball.along_mm))
  return Math.max((props.jump.way.at(-1)?.[0] ?? 0) + 2 * radius.value, Math.min(met, 900))
})
const highest = computed(() => Math.max(...props.jump.way.map(([, high = 0]) => high)))
/** Heights grow upward, the bed lies at nought. */
const box = computed(() => {
  const width = end.value + 4 * radius.value
  const height = highest.value + 2 * radius.value + 3 * AIR
  return `${-2 * radius.value} ${-height} ${width} ${height + 2 * AIR}`
})
const centre = ([along = 0, high = 0]: number[]): [number, number] => [along, -high - radius.value]
const line = computed(() => props.jump.way.map((p) => centre(p).join(',')).join(' '))
/** The ball where it is then; without a time at its beginning, over what it clears, and where it comes down. */
const shown = computed(() => {
  const { way, landings, balls } = props.jump
  const { time } = props
  const nearest = (off: (p: number[]) => number) =>
    way.reduce((best, p) => (off(p) < off(best) ? p : best), way[0] ?? [0, 0, 0])
  if (typeof time === 'number') return [nearest(([, , s = 0]) => Math.abs(s - time))].map(centre)
  const over = balls.filter((ball) => typeof ball.margin_mm === 'number').map((ball) => ball.along_mm)
  const at = [0, ...over, landings[0] ?? 0]
  return at.map((along) => centre(nearest(([x = 0]) => Math.abs(x - along))))
})
</script>

<template>
  <section class="side sheet" :aria-label="text.jumpFromTheSide">
    <h3>{{ text.jumpFromTheSide }}</h3>
    <svg :viewBox="box" role="img" :aria-label="jump.words">
      <path :d="`M${-2 * radius} 0H${end + 2 * radius}`" class="bed" />
      <g v-for="ball in balls" :key="ball.ball" :class="{ beside: Math.abs(ball.aside_mm) > radius }">
        <circle :cx="ball.along_mm" :cy="-radius" :r="radius" :fill="BALL_COLOURS[ball.ball]" class="ball" />
        <text :x="ball.along_mm" :y="1.2 * AIR">{{ ball.ball }}</text>
        <text
          v-if="typeof ball.margin_mm === 'number'"
          :x="ball.along_mm + radius"
          :y="-2 * radius"
          class="margin"
        >
          {{ text.millimetres(Math.max(1, Math.round(ball.margin_mm))) }}
        </text>
      </g>
      <polyline :points="line" class="way" />
      <circle v-for="([x, y], i) in shown" :key="i" :cx="x" :cy="y" :r="radius" class="cue" />
      <path v-for="(x, i) in jump.landings" :key="`l${i}`" :d="`M${x} 0v${0.5 * AIR}`" class="landing" />
    </svg>
    <p>{{ jump.words }}</p>
    <p class="muted">{{ text.askTheHall }}</p>
  </section>
</template>

<style scoped>
.side {
  display: grid;
  gap: 4px;
  padding: 10px 16px 12px;
}
h3 {
  font: 600 var(--text-sm) var(--sans);
  color: var(--muted);
}
svg {
  width: 100%;
  max-height: 190px;
}
p {
  margin: 0;
  font-size: var(--text-sm);
}
.bed,
.landing {
  stroke: var(--ink);
  stroke-width: 2;
}
.ball {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.beside {
  opacity: 0.45;
}
.way {
  fill: none;
  stroke: var(--brass);
  stroke-width: 3;
  stroke-dasharray: 9 7;
}
.cue {
  fill: none;
  stroke: var(--brass);
  stroke-width: 2.5;
}
text {
  fill: var(--ink);
  font: 600 14px var(--sans);
  text-anchor: middle;
}
text.margin {
  text-anchor: start;
}
</style>
