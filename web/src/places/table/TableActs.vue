<script setup lang="ts">
import Button from 'primevue/button'
import { useBoard } from '@/board/useBoard'
import FrameActs from '@/frame/FrameActs.vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import { useStudy } from '@/stores/study'
import { text } from '@/words/text/table'

/** What the Table place does with the board, beside the scene. */
const emit = defineEmits<{ weigh: []; stop: []; save: []; shelf: []; keys: [] }>()
const board = useBoard()
const study = useStudy()
</script>

<template>
  <Button variant="text" size="small" @click="emit('shelf')"
    ><KeyLabel :label="text.library" letter="L"
  /></Button>
  <FrameActs @keys="emit('keys')" />
  <Button variant="outlined" @click="emit('save')">
    <span v-if="board.isKept">{{ text.saved }}</span><KeyLabel v-else :label="text.save" letter="S" />
  </Button>
  <!-- Another question than the one that runs can be asked at once: it takes that one's place. -->
  <Button
    v-if="study.running && !study.stale"
    :label="text.stop"
    variant="outlined"
    class="weigh"
    @click="emit('stop')"
  />
  <Button v-else class="weigh" @click="emit('weigh')"><KeyLabel :label="text.weigh" letter="W" /></Button>
</template>

<style scoped>
.weigh {
  min-width: 92px;
  justify-content: center;
  font-weight: 700;
  margin-left: 6px;
}
@media (max-width: 760px) {
  .weigh {
    margin-left: auto;
  }
}
</style>
