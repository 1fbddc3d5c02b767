<script setup lang="ts">
import { computed } from 'vue'
import { isSameStroke } from '@/board/strokes'
import { useBoard } from '@/board/useBoard'
import KeyLabel from '@/parts/KeyLabel.vue'
import { useStudy } from '@/stores/study'
import { text } from '@/words/text/table'

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
      {{ text.takeMyShotOut }}
    </button>
    <button type="button" :aria-pressed="isPinned" :title="text.thenChooseAnotherShotTo" @click="study.pin()">
      <span v-if="isPinned">{{ text.comparing }}</span><KeyLabel v-else :label="text.compare" letter="C" />
    </button>
  </span>
</template>

<style scoped>
.acts {
  float: right;
}
button {
  margin-left: 14px;
  font: 600 var(--text-sm) var(--sans);
  color: var(--brass);
  background: none;
  border: 0;
  padding: 0 2px 4px;
  cursor: pointer;
}
</style>
