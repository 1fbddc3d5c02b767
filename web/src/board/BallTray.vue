<script setup lang="ts">
import { computed } from 'vue'
import { BALL_COLOURS } from '@/design/colours'
import { ballMark, ballName, ballWords, isRed, isStripe } from '@/drawing/balls'
import { impossible } from '@/drawing/possible'
import { ballsOf, isInHand } from './document'
import type { Place } from '@/drawing/place'
import { useBoard } from './useBoard'
import { useSession } from '@/session/session'
import { text } from '@/words/text/board'

const emit = defineEmits<{ carry: [ball: string, event: PointerEvent] }>()
const board = useBoard()
const session = useSession()

/** Of the reds only the next one, with how many there are. */
const reds = computed(() => board.missing.filter(isRed))
const shown = computed(() =>
  board.missing.filter((ball) =>
    ball === 'cue' ? !isInHand(board.document) : !isRed(ball) || ball === reds.value[0],
  ),
)
/** More balls than fit into one column beside the table. */
const many = computed(() => ballsOf(board.document.game).filter((ball) => !isRed(ball)).length > 12)
/** A tapped ball goes to the first free place along the centre of the table. */
function putOn(ball: string) {
  const table = session.geometryOf(board.document.table)
  if (!table) return
  const spots: Place[] = Array.from({ length: 60 }, (_, i) => [
    1 + (i % 13) * 0.5,
    2 + Math.floor(i / 13) * 0.4,
  ])
  const free = spots.find((at) => !impossible(table, { ...board.document.balls, [ball]: at }, ball))
  if (free) board.place(ball, free)
  board.selected = ball
}
/** A press that moves away carries the ball to the table; one that does not puts it there by itself. */
const CARRIED_PX = 6
let pressed: { ball: string; x: number; y: number } | null = null
function press(event: PointerEvent, ball: string) {
  pressed = { ball, x: event.clientX, y: event.clientY }
  // A finger is bound to what it touches first; the table takes it over.
  ;(event.target as Element).releasePointerCapture(event.pointerId)
}
function move(event: PointerEvent) {
  if (!pressed || !event.buttons) return
  if (Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) < CARRIED_PX) return
  emit('carry', pressed.ball, event)
  pressed = null
}
</script>

<template>
  <div class="tray" :class="{ many }" role="group" :aria-label="text.ballsOffTheTable">
    <span class="muted">{{ board.missing.length ? text.off : '' }}</span>
    <button
      v-for="ball in shown"
      :key="ball"
      type="button"
      class="ball"
      :class="{ stripe: isStripe(ball) }"
      :aria-label="text.putOnTheTable(ballWords(ball))"
      :title="text.dragItOnOrPress(ballName(ball))"
      :style="{ '--colour': BALL_COLOURS[ball] }"
      @click="putOn(ball)"
      @pointerdown="press($event, ball)"
      @pointermove="move"
      @pointerleave="move"
    >
      <span v-if="isRed(ball)" class="count">×{{ reds.length }}</span>
      <span v-else>{{ ballMark(ball) }}</span>
    </button>
  </div>
</template>

<style scoped>
/* As high as the table, whatever lies in it: taking a ball moves nothing else. */
.tray {
  width: 34px;
  height: 0;
  min-height: 100%;
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: clamp(3px, 0.6vh, 7px);
}
.tray.many {
  width: 72px;
  display: grid;
  grid-template-columns: 1fr 1fr;
  align-content: start;
  justify-items: center;
}
.many .muted {
  grid-column: 1 / -1;
}
.ball {
  flex: 0 1 32px;
  min-height: 22px;
  height: 32px;
  aspect-ratio: 1;
  border-radius: 50%;
  border: 1px solid var(--muted);
  background: var(--colour);
  display: grid;
  place-items: center;
  cursor: grab;
  padding: 0;
  touch-action: none;
  user-select: none;
}
.stripe {
  background: linear-gradient(var(--ivory) 24%, var(--colour) 24% 76%, var(--ivory) 76%);
}
.ball .count {
  color: var(--disc);
  font: 800 var(--text-xs)/19px var(--sans);
}
.ball span:not(:empty, .count) {
  width: 19px;
  height: 19px;
  border-radius: 50%;
  background: var(--disc);
  color: var(--on-disc);
  font: 800 var(--text-sm)/19px var(--sans);
}
@media (max-width: 760px) {
  .tray {
    width: 46px;
  }
  .tray.many {
    width: 92px;
  }
  .ball {
    flex-basis: 44px;
    height: 44px;
  }
}
</style>
