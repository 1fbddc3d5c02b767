<script setup lang="ts">
import { computed } from 'vue'
import type { Plan, Planned } from '@/api/client'
import { percent } from '@/shots/words'
import { useRunOut } from '@/stores/runout'
import { changedOrder, costWords } from './changes'
import { text } from '@/words/text/runout'

/** What can be changed of a ball: its pocket, where the cue ball goes, its place in the order; with what it costs. */
const props = defineProps<{ planned: Planned; plan: Plan; worth: number }>()
defineEmits<{ want: []; own: [] }>()
const runOut = useRunOut()
const isFixed = computed(() => props.planned.ball in runOut.fixed.pockets)
const isSent = computed(() => props.planned.ball in runOut.fixed.rests)
const isOwn = computed(() => props.planned.ball in runOut.fixed.strokes)
const setPocket = (pocket: string) =>
  void runOut.ask({ pockets: { ...runOut.fixed.pockets, [props.planned.ball]: pocket } })
function free(part: 'pockets' | 'rests' | 'strokes') {
  const kept = Object.entries(runOut.fixed[part]).filter(([ball]) => ball !== props.planned.ball)
  void runOut.ask({ [part]: Object.fromEntries(kept) })
}
const orders = computed(() =>
  props.plan.chooses_order
    ? [
        { words: text.earlier, order: changedOrder(props.plan.order, props.planned.step, -1) },
        { words: text.later, order: changedOrder(props.plan.order, props.planned.step, 1) },
      ].filter(({ order }) => order)
    : [],
)
</script>

<template>
  <div class="change" role="group" :aria-label="text.changeIt">
    <b>{{ text.changeIt }}</b>
    <button
      v-for="other in planned.others"
      :key="other.pocket"
      type="button"
      :title="other.words"
      @click="setPocket(other.pocket)"
    >
      {{ other.pocket.replace('-', ' ') }}
      <small>{{ percent(other.worth) }}, {{ costWords(other.worth, worth) }}</small>
    </button>
    <button v-if="isFixed" type="button" @click="free('pockets')">{{ text.anyPocket }}</button>
    <button type="button" @click="$emit('want')">{{ text.iWantToBeElsewhere }}</button>
    <button type="button" @click="$emit('own')">{{ text.myOwnShot }}</button>
    <button v-if="isOwn" type="button" @click="free('strokes')">{{ text.notMyShot }}</button>
    <button v-if="isSent" type="button" @click="free('rests')">{{ text.whereverIsBest }}</button>
    <button
      v-for="change in orders"
      :key="change.words"
      type="button"
      @click="runOut.ask({ order: change.order ?? [] })"
    >
      {{ change.words }}
    </button>
  </div>
</template>

<style scoped>
.change {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  margin-top: 6px;
}
button {
  min-height: 32px;
  padding: 4px 11px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-lg);
  background: transparent;
  color: var(--ink);
  font: 500 var(--text-sm) var(--sans);
  cursor: pointer;
}
small {
  color: var(--muted);
}
</style>
