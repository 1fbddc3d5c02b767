<script setup lang="ts">
import Button from 'primevue/button'
import { BALL_COLOURS, ballName } from '@/drawing/balls'
import { impossible } from '@/drawing/possible'
import { useLayout, type Place } from '@/stores/layout'
import { useSession } from '@/stores/session'

const fan = defineModel<boolean>('fan', { required: true })
const rests = defineModel<boolean>('rests', { required: true })
const layout = useLayout()
const session = useSession()

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
  <div class="row">
    <div class="tray" role="group" aria-label="Balls off the table">
      <span v-if="!layout.missing.length" class="muted">Every ball is on the table.</span>
      <span v-else class="muted">Off:</span>
      <button
        v-for="ball in layout.missing"
        :key="ball"
        type="button"
        class="ball"
        draggable="true"
        :aria-label="`Put ${ballName(ball).toLowerCase()} on the table`"
        :style="{ '--colour': BALL_COLOURS[ball] }"
        @click="putOn(ball)"
        @dragstart="take($event, ball)"
      >
        <span>{{ ball === 'cue' ? '' : ball }}</span>
      </button>
    </div>
    <div class="tools">
      <Button
        label="Undo"
        variant="text"
        size="small"
        :disabled="!layout.past.length"
        @click="layout.undo()"
      />
      <Button
        label="Redo"
        variant="text"
        size="small"
        :disabled="!layout.future.length"
        @click="layout.redo()"
      />
      <Button label="Clear" variant="text" size="small" @click="layout.clear()" />
      <Button
        label="Executions"
        variant="text"
        size="small"
        :class="{ on: fan }"
        :aria-pressed="fan"
        @click="fan = !fan"
      />
      <Button
        label="Rests"
        variant="text"
        size="small"
        :class="{ on: rests }"
        :aria-pressed="rests"
        @click="rests = !rests"
      />
    </div>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 6px 16px;
}
.tray,
.tools {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}
.tools {
  gap: 2px;
}
.ball {
  width: 30px;
  height: 30px;
  border-radius: 50%;
  border: 1px solid rgb(0 0 0 / 0.4);
  background: var(--colour);
  display: grid;
  place-items: center;
  cursor: grab;
  padding: 0;
}
.ball span:not(:empty) {
  width: 18px;
  height: 18px;
  border-radius: 50%;
  background: #fffdf7;
  color: #16191b;
  font: 800 12px/18px var(--sans);
}
.on {
  text-decoration: underline;
  text-underline-offset: 4px;
  text-decoration-color: var(--brass);
  text-decoration-thickness: 2px;
}
</style>
