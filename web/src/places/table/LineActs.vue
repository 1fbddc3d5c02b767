<script setup lang="ts">
import { computed } from 'vue'
import { isSameStroke } from '@/board/strokes'
import { useBoard } from '@/board/useBoard'
import KeyLabel from '@/parts/KeyLabel.vue'
import { useStudy } from '@/stores/study'

/** What can be done with the chosen line: compare it, or take one's own shot out again. */
const study = useStudy()
const board = useBoard()
const own = computed(() => {
  const stroke = study.option?.stroke
  return stroke && board.document.strokes?.find((one) => isSameStroke(one, stroke))
})
const isPinned = computed(() => !!study.pinned && study.pinned === study.option)
</script>

<template>
  <span class="acts">
    <button v-if="own" type="button" @click="board.run({ do: 'remove-stroke', stroke: own })">
      Take my shot out
    </button>
    <button
      type="button"
      :aria-pressed="isPinned"
      title="Then choose another shot to see both side by side (C)"
      @click="study.pin()"
    >
      <span v-if="isPinned">Comparing</span><KeyLabel v-else label="Compare" letter="C" />
    </button>
  </span>
</template>

<style scoped>
.acts {
  float: right;
}
button {
  margin-left: 14px;
  font: 600 12.5px var(--sans);
  color: var(--brass);
  background: none;
  border: 0;
  padding: 0 2px 4px;
  cursor: pointer;
}
</style>
