<script setup lang="ts">
import { BALL_COLOURS } from '@/design/colours'
import { ballMark, ballName, isRed, isStripe } from './balls'
import type { Point } from './frame'
import { text } from '@/words/text/drawing'

defineProps<{
  ball: string
  at: Point
  radius: number
  selected?: boolean
  wrong?: boolean
  words: string
  plain?: boolean
  faint?: boolean
}>()
</script>

<template>
  <g
    :transform="`translate(${at[0]} ${at[1]})`"
    class="ball"
    :class="{ selected, wrong, faint }"
    tabindex="0"
    role="button"
    :aria-label="text.ballAt(ballName(ball), words)"
    :data-ball="ball"
  >
    <circle :r="radius * 1.9" fill="transparent" />
    <circle v-if="selected || wrong" :r="radius + 13" class="ring" />
    <circle :r="radius" :fill="isStripe(ball) ? 'var(--ivory)' : BALL_COLOURS[ball]" class="edge" />
    <path
      v-if="isStripe(ball)"
      :d="`M ${-radius * 0.86} ${-radius * 0.5} A ${radius} ${radius} 0 0 1 ${radius * 0.86} ${-radius * 0.5} L ${radius * 0.86} ${radius * 0.5} A ${radius} ${radius} 0 0 1 ${-radius * 0.86} ${radius * 0.5} Z`"
      :fill="BALL_COLOURS[ball]"
    />
    <template v-if="ballMark(ball) && !plain">
      <circle v-if="!isRed(ball)" :r="radius * 0.62" fill="var(--disc)" />
      <text
        :font-size="radius * (ballMark(ball).length > 1 ? 0.86 : 1.12)"
        y="0.36em"
        :class="{ red: isRed(ball) }"
      >
        {{ ballMark(ball) }}
      </text>
    </template>
  </g>
</template>

<style scoped>
.ball {
  cursor: grab;
  outline: none;
}
.faint {
  opacity: 0.3;
}
.edge {
  stroke: var(--edge);
  stroke-width: 2;
}
.ring {
  fill: none;
  stroke: var(--mark);
  stroke-width: 5;
  stroke-dasharray: 14 8;
}
.wrong .ring {
  stroke: var(--refused);
  stroke-dasharray: none;
}
.ball:focus-visible .edge {
  stroke: var(--mark);
  stroke-width: 6;
}
text {
  text-anchor: middle;
  font-family: var(--sans);
  font-weight: 800;
  fill: var(--on-disc);
  pointer-events: none;
  user-select: none;
}
.red {
  fill: var(--disc);
}
</style>
