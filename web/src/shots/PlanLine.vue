<script setup lang="ts">
import { computed } from 'vue'
import type { Planned } from '@/api/client'
import { BALL_COLOURS } from '@/design/colours'
import { ballMark, ballName } from '@/drawing/balls'
import { percent } from '@/shots/words'
import { text } from '@/words/text/runout'

/** One ball of the plan in its list. */
const props = defineProps<{ planned: Planned; goal: string; chosen: boolean }>()
defineEmits<{ choose: [] }>()
const chance = computed(() => (props.goal === 'rack' ? props.planned.rack : props.planned.run_out))
const way = computed(() => {
  const { enters, room } = props.planned
  if (room === null) return text.lastBall
  const how = enters === 'into' ? text.intoTheLine : enters === 'across' ? text.acrossTheLine : ''
  return `${how}room ${percent(room)}`
})
</script>

<template>
  <li>
    <button type="button" :aria-pressed="chosen" :class="{ chosen }" @click="$emit('choose')">
      <span class="number">{{ planned.step + 1 }}</span>
      <i class="disc" :style="{ '--of': BALL_COLOURS[planned.ball] }" :title="ballName(planned.ball)">{{
        ballMark(planned.ball)
      }}</i>
      <span class="words">
        <b>{{ planned.pocket_words }}</b>
        <em v-if="planned.key">{{ text.keyBall }}</em>
        <span class="muted">{{ planned.speed.pace }}, {{ planned.speed.words }}; {{ planned.tip }}</span>
        <span class="muted">{{ text.made(percent(planned.make), way) }}</span>
      </span>
      <span class="chance"
        ><span>{{ Math.round(100 * chance.value) }}<small> %</small></span
        ><span class="muted">{{ text.fromHere }}</span></span
      >
    </button>
  </li>
</template>

<style scoped>
button {
  display: grid;
  grid-template-columns: 16px 26px minmax(0, 1fr) auto;
  gap: 9px;
  align-items: center;
  width: 100%;
  padding: 7px 14px 8px;
  border: 0;
  border-bottom: 1px solid var(--hairline);
  background: none;
  color: var(--ink);
  font: 400 var(--text-sm)/1.3 var(--sans);
  text-align: left;
  cursor: pointer;
}
button:hover,
.chosen {
  background: var(--tint);
}
.chosen {
  box-shadow: inset 3px 0 var(--brass);
}
.number {
  font: 600 var(--text-base) var(--serif);
  color: var(--muted);
}
.disc {
  display: grid;
  place-items: center;
  width: 26px;
  height: 26px;
  border: 5px solid var(--of);
  border-radius: 50%;
  background: var(--disc);
  color: var(--on-disc);
  font: 700 var(--text-xs) var(--sans);
}
.words {
  display: grid;
}
.words b {
  font-size: var(--text-md);
}
em {
  width: fit-content;
  padding: 0 7px;
  border: 1.5px solid var(--brass);
  border-radius: var(--radius-md);
  color: var(--brass);
  font-style: normal;
  font-weight: 700;
  font-size: var(--text-xs);
}
.chance {
  display: grid;
  justify-items: end;
  font: 600 var(--text-xl)/1 var(--serif);
}
.chance small {
  font-size: var(--text-sm);
}
.chance .muted {
  font: 400 var(--text-xs) var(--sans);
}
</style>
