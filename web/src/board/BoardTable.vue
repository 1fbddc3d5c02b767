<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Drawing } from '@/api/client'
import TableDrawing from '@/drawing/TableDrawing.vue'
import type { Worth } from '@/drawing/dense'
import type { Frame } from '@/drawing/frame'
import { useUpright } from '@/drawing/useUpright'
import { useSession } from '@/session/session'
import type { Layer } from '@/drawing/layers'
import BallTray from './BallTray.vue'
import type { Place } from '@/drawing/place'
import { useBoard } from './useBoard'
import { text } from '@/words/text/board'

/** The board to look at and to set up: the table to scale with its balls, those off it beside it, and what is drawn. */
defineProps<{
  drawing: Drawing | null
  inHand: Place | null
  worth: Worth[]
  shown: Record<Layer, boolean>
  time: number | null
  aimDeg: number | null
  faint?: string[]
  /** Balls to show instead of the board's own: as they lie at some ball of a plan. */
  balls?: Record<string, Place> | undefined
}>()
defineSlots<{ over?(given: { frame: Frame; radius: number }): unknown }>()
const emit = defineEmits<{ aim: [degrees: number] }>()
const board = useBoard()
const session = useSession()
const surface = ref<InstanceType<typeof TableDrawing> | null>(null)
const words = ref('')
const table = computed(() => session.geometryOf(board.document.table))
// Asked again when it leaves the list of tables: a deleted one is still drawn where it is played on.
watch(
  [() => board.document.table, () => session.tables],
  ([now]) => void session.learnGeometry(now).catch(() => (words.value = text.thisTableCannotBeDrawn)),
  { immediate: true },
)

const upright = useUpright()

defineExpose({ picture: () => surface.value?.picture() ?? null })
</script>

<template>
  <div class="stage">
    <BallTray class="tray" @carry="(ball, event) => surface?.carry(ball, event)" />
    <div class="bed" :class="{ upright }">
      <TableDrawing
        v-if="table"
        ref="surface"
        :table="table"
        :balls="balls ?? board.document.balls"
        :selected="board.selected"
        :drawing="drawing"
        :in-hand="inHand"
        :worth="worth"
        :upright="upright"
        :shown="shown"
        :time="time"
        :aim-deg="aimDeg"
        :faint="faint ?? []"
        @select="board.selected = $event"
        @place="board.place"
        @remove="board.run({ do: 'remove', ball: $event })"
        @explain="words = $event"
        @aim="emit('aim', $event)"
      >
        <template #over="given"><slot name="over" v-bind="given" /></template>
      </TableDrawing>
      <p v-if="words" class="words" aria-live="polite">{{ words }}</p>
    </div>
  </div>
</template>

<style scoped>
.stage {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 10px;
  width: 100%;
  /* At desk height the shot card is seen without scrolling. */
  max-width: max(560px, calc((100vh - 412px) * 1.81 + 44px));
  justify-self: center;
}
.bed {
  position: relative;
  aspect-ratio: 2.84 / 1.57;
}
.bed.upright {
  aspect-ratio: 1.57 / 2.84;
}
.words {
  position: absolute;
  inset: auto 0 6px;
  width: fit-content;
  margin: 0 auto;
  padding: 3px 12px;
  border-radius: var(--radius-md);
  background: var(--sheet);
  font-size: var(--text-sm);
  font-weight: 600;
  pointer-events: none;
}
@media (max-width: 760px) {
  .stage {
    max-width: 370px;
    margin: 0 auto;
  }
}
</style>
