<script setup lang="ts">
import { computed, ref } from 'vue'
import type { HomeworkPosition } from '@/api/client'
import type { Place } from '@/drawing/place'
import PracticeDrawing from '@/drawing/PracticeDrawing.vue'
import LedgerLine from '@/shots/LedgerLine.vue'
import { decimal } from '@/words/numbers'
import { text } from '@/words/text/lessons'

/** A position after its answer: what was right, the coach's words, and what was weighed there. */
const props = defineProps<{ position: HomeworkPosition }>()
const opened = computed(() => props.position.opened)
const judged = computed(() => opened.value?.judged)
const options = computed(() => opened.value?.study?.options ?? [])
const chosen = ref(0)
const zones = computed(() => (opened.value?.zone ? [{ ...opened.value.zone, rail: null }] : []))
/** Where one said that the cue ball should stop. */
const rests = computed(() => {
  const at = opened.value?.answer.at as Place | undefined
  return at ? [{ at, made: !!judged.value?.right }] : []
})
const cost = computed(() => (judged.value?.cost ? text.itCost(decimal(100 * judged.value.cost)) : ''))
const verdict = computed(() => (judged.value?.right ? text.thatIsRight : text.notRight))
</script>

<template>
  <div v-if="opened && judged" class="work">
    <PracticeDrawing
      :table="position.geometry"
      :balls="position.layout.balls as never"
      :zones="zones"
      :rests="rests"
      :drawing="chosen === 0 ? (opened.drawing ?? null) : null"
      :words="text.theTable"
      class="drawing"
    />
    <div class="side">
      <slot />
      <div class="sheet told">
        <p>
          <b :class="judged.right ? 'right' : 'wrong'">{{ judged.right ? '✓' : '✗' }} {{ verdict }}</b>
          {{ text.youSaid(judged.answered) }} {{ cost }}
        </p>
        <p>{{ judged.words }}</p>
        <p v-if="opened.after" class="after">{{ opened.after }}</p>
      </div>
      <section v-if="options.length" class="sheet" :aria-label="text.weighed">
        <h2>{{ text.weighed }}</h2>
        <ol>
          <LedgerLine
            v-for="(line, k) in options"
            :key="line.id"
            :option="line"
            :rank="k + 1"
            :best="options[0]?.rack_chance.value ?? 0"
            :chosen="k === chosen"
            @choose="chosen = k"
          />
        </ol>
      </section>
    </div>
  </div>
</template>

<style scoped src="./work.css"></style>
<style scoped>
.told {
  display: grid;
  gap: 8px;
  padding: 13px 16px;
}
.after {
  white-space: pre-line;
}
.right {
  color: var(--shape);
}
.wrong {
  color: var(--foul);
}
h2 {
  font-size: var(--text-lg);
  padding: 10px 16px 4px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
