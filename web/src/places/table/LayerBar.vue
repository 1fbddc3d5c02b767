<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Drawing } from '@/api/client'
import KeyLabel from '@/parts/KeyLabel.vue'
import { percent } from '@/shots/words'
import { useInHand } from '@/stores/inhand'
import { LAYERS } from '@/drawing/layers'
import { keep, kept } from '@/session/kept'
import { useLayers } from '@/stores/layers'
import { text } from '@/words/text/table'
import { decimal } from '@/words/numbers'

/** The layers of the drawing: each shown or hidden, and all that are shown read out in sentences on demand. */
const props = defineProps<{ drawing: Drawing | null }>()
const layers = useLayers()
const hand = useInHand()
const reading = ref(false)
/** Opened once, it stays open in this browser. */
const KEPT = 'partita-layers-open'
const isOpen = ref(kept(KEPT) === 'yes')
function turn() {
  isOpen.value = !isOpen.value
  keep(KEPT, isOpen.value ? 'yes' : null)
}
const read = () => (reading.value = !reading.value)
defineExpose({ read })
const offered = computed(() => LAYERS.filter(({ key }) => (key === 'hand' ? hand.best : props.drawing)))
const sentences = computed(() =>
  LAYERS.filter(({ key }) => layers.shown[key])
    .map(({ key, name }) => ({
      name,
      words: key === 'hand' ? handWords.value : (props.drawing?.words[key] ?? ''),
    }))
    .filter(({ words }) => words),
)
const handWords = computed(() => {
  const { best, poorest } = hand
  if (!best) return ''
  const chances = text.inHandChances(percent(best[2]), percent(poorest))
  return text.inHandBest(decimal(best[0]), decimal(best[1]), chances)
})
</script>

<template>
  <div v-if="offered.length" class="layers" role="group" :aria-label="text.layersOfTheDrawing">
    <button
      type="button"
      class="read"
      :aria-expanded="isOpen"
      :title="text.whatTheDrawingShows"
      @click="turn"
    >
      {{ text.layers }} <span aria-hidden="true">{{ isOpen ? '▴' : '▾' }}</span>
    </button>
    <button
      v-for="layer in isOpen ? offered : []"
      :key="layer.key"
      type="button"
      :aria-pressed="layers.shown[layer.key]"
      :title="`${layer.says} (${layer.letter})`"
      @click="layers.turn(layer.key)"
    >
      <KeyLabel :label="layer.name" :letter="layer.letter" />
    </button>
    <button
      v-if="isOpen"
      type="button"
      class="read"
      :aria-expanded="reading"
      :title="text.theLayersInSentencesO"
      @click="read"
    >
      <KeyLabel :label="text.inWords" letter="O" />
    </button>
    <dl v-show="reading" class="words">
      <template v-for="sentence in sentences" :key="sentence.name">
        <dt>{{ sentence.name }}</dt>
        <dd>{{ sentence.words }}</dd>
      </template>
    </dl>
  </div>
</template>

<style scoped>
.layers {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
}
button {
  font: 500 var(--text-sm) var(--sans);
  min-height: 30px;
  padding: 3px 8px;
  border: 0;
  border-radius: var(--radius-md);
  background: transparent;
  color: var(--muted);
  cursor: pointer;
}
button[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
  text-decoration: underline;
  text-decoration-color: var(--brass);
  text-decoration-thickness: 2px;
  text-underline-offset: 4px;
}
.read {
  color: var(--brass);
  font-weight: 600;
}
.words {
  flex-basis: 100%;
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 12px;
  margin: 2px 0 4px;
  font-size: var(--text-sm);
}
dt {
  font-weight: 600;
}
dd {
  margin: 0;
}
</style>
