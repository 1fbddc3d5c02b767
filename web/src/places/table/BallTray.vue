<script setup lang="ts">
import { computed } from 'vue'
import { BALL_COLOURS, ballMark, ballName, isRed } from '@/drawing/balls'
import { impossible } from '@/drawing/possible'
import { useLayout, type Place } from '@/stores/layout'
import { useSession } from '@/stores/session'

const layout = useLayout()
const session = useSession()

/** Of the reds only the next one, with how many there are. */
const reds = computed(() => layout.missing.filter(isRed))
const shown = computed(() =>
  layout.missing.filter((ball) =>
    ball === 'cue' ? !layout.document.situation.ball_in_hand : !isRed(ball) || ball === reds.value[0],
  ),
)
/** A tapped ball goes to the first free place along the centre of the table. */
function putOn(ball: string) {
  const table = session.tables.find((t) => t.name === layout.tableName)
  if (!table) return
  const spots: Place[] = Array.from({ length: 60 }, (_, i) => [
    1 + (i % 13) * 0.5,
    2 + Math.floor(i / 13) * 0.4,
  ])
  const free = spots.find((at) => !impossible(table, { ...layout.document.balls, [ball]: at }, ball))
  if (free) layout.place(ball, free)
  layout.selected = ball
}
function take(event: DragEvent, ball: string) {
  event.dataTransfer?.setData('text/plain', ball)
}
</script>

<template>
  <div class="tray" role="group" aria-label="Balls off the table">
    <span class="muted">{{ layout.missing.length ? 'off' : '' }}</span>
    <button
      v-for="ball in shown"
      :key="ball"
      type="button"
      class="ball"
      draggable="true"
      :aria-label="`Put ${ballName(ball).toLowerCase()} on the table`"
      :title="`${ballName(ball)}: drag it on, or press`"
      :style="{ '--colour': BALL_COLOURS[ball] }"
      @click="putOn(ball)"
      @dragstart="take($event, ball)"
    >
      <span v-if="isRed(ball)" class="count">×{{ reds.length }}</span>
      <span v-else>{{ ballMark(ball) }}</span>
    </button>
  </div>
</template>

<style scoped>
.tray {
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 7px;
}
.ball {
  width: 32px;
  height: 32px;
  border-radius: 50%;
  border: 1px solid var(--muted);
  background: var(--colour);
  display: grid;
  place-items: center;
  cursor: grab;
  padding: 0;
}
.ball .count {
  color: #fffdf7;
  font: 800 11.5px/19px var(--sans);
}
.ball span:not(:empty, .count) {
  width: 19px;
  height: 19px;
  border-radius: 50%;
  background: #fffdf7;
  color: #16191b;
  font: 800 12.5px/19px var(--sans);
}
</style>
