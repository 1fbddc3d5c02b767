<script setup lang="ts">
import { computed } from 'vue'
import { ballMark, isRed } from './balls'
import type { Frame, Point } from './frame'
import { tagsFor } from './tags'

/** On a small screen: every ball's number large beside it. The ball itself stays as large as it is, and where it is. */
const props = defineProps<{
  balls: Record<string, Point>
  radius: number
  frame: Frame
  /** Half the width of a tag, in the drawing's unit. */
  size: number
  /** Points of lines that tags had better not cover. */
  lines: Point[]
}>()
const numbered = computed(() =>
  Object.fromEntries(Object.entries(props.balls).filter(([ball]) => ball !== 'cue' && !isRed(ball))),
)
const tags = computed(() =>
  tagsFor(numbered.value, props.radius, props.size, props.frame, props.lines).map((tag) => {
    const from = numbered.value[tag.ball] ?? tag.at
    return { ...tag, from, mark: ballMark(tag.ball) }
  }),
)
</script>

<template>
  <g class="tags" aria-hidden="true">
    <g v-for="tag in tags" :key="tag.ball">
      <line :x1="tag.from[0]" :y1="tag.from[1]" :x2="tag.at[0]" :y2="tag.at[1]" :stroke-width="size * 0.22" />
      <g :transform="`translate(${tag.at.join(' ')})`">
        <rect :x="-size" :y="-size * 0.92" :width="2 * size" :height="1.84 * size" :rx="size * 0.4" />
        <text :font-size="size * (tag.mark.length > 1 ? 1.45 : 1.75)" y="0.36em">{{ tag.mark }}</text>
      </g>
    </g>
  </g>
</template>

<style scoped>
.tags {
  pointer-events: none;
}
rect {
  fill: var(--tag);
}
line {
  stroke: var(--tag);
}
text {
  text-anchor: middle;
  font-family: var(--sans);
  font-weight: 700;
  fill: var(--on-disc);
}
</style>
