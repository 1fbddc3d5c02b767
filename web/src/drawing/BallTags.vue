<script setup lang="ts">
import { computed } from 'vue'
import { BALL_COLOURS } from '@/design/colours'
import { ballMark, isRed, isStripe } from './balls'
import type { Frame, Point } from './frame'
import { READABLE_PX, tagsFor } from './tags'

/** On a small screen: every ball's number large beside it. The ball itself stays as large as it is, and where it is. */
const props = defineProps<{
  balls: Record<string, Point>
  radius: number
  frame: Frame
  /** Pixels of the screen for a unit of the drawing. */
  scale: number
}>()
const TAG_PX = 8.5
const size = computed(() => TAG_PX / props.scale)
const numbered = computed(() =>
  Object.fromEntries(Object.entries(props.balls).filter(([ball]) => ball !== 'cue' && !isRed(ball))),
)
const tags = computed(() =>
  2 * props.radius * props.scale < READABLE_PX
    ? tagsFor(numbered.value, props.radius, size.value, props.frame)
    : [],
)
</script>

<template>
  <g class="tags" aria-hidden="true">
    <g v-for="tag in tags" :key="tag.ball" :transform="`translate(${tag.at.join(' ')})`">
      <circle
        :r="size"
        :stroke="BALL_COLOURS[tag.ball]"
        :stroke-width="size * 0.3"
        :stroke-dasharray="isStripe(tag.ball) ? `${size * 0.5} ${size * 0.22}` : undefined"
      />
      <text :font-size="size * (ballMark(tag.ball).length > 1 ? 1.15 : 1.45)" y="0.36em">
        {{ ballMark(tag.ball) }}
      </text>
    </g>
  </g>
</template>

<style scoped>
.tags {
  pointer-events: none;
}
circle {
  fill: var(--disc);
}
text {
  text-anchor: middle;
  font-family: var(--sans);
  font-weight: 800;
  fill: var(--on-disc);
}
</style>
