<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { wholeDocument } from '@/board/document'
import { sampleFor, toRun, type Sample } from '@/board/samples'
import { useBoard } from '@/board/useBoard'
import { useRunOut } from '@/stores/runout'
import PlanHead from './PlanHead.vue'
import PlanLine from '@/shots/PlanLine.vue'
import PlanNotes from './PlanNotes.vue'
import { text } from '@/words/text/runout'

/** The plan as a list, a line a ball, with what it comes to. */
const runOut = useRunOut()
const board = useBoard()
/** A rack that shows what this page is for: one with many balls and the cue ball on the table. */
const rack = ref<Sample | null>(null)
onMounted(async () => (rack.value = await sampleFor(toRun)))
function tryIt() {
  if (!rack.value) return
  board.load(wholeDocument(rack.value.document), rack.value.name, rack.value.id)
  void runOut.ask()
}
const isEmpty = computed(() => !Object.keys(board.document.balls).length)
</script>

<template>
  <section class="plan sheet" :aria-label="text.thePlan" :class="{ stale: runOut.stale }">
    <PlanHead />
    <ol v-if="runOut.plan?.plan.length" class="lines">
      <PlanLine
        v-for="planned in runOut.plan.plan"
        :key="planned.step"
        :planned="planned"
        :goal="runOut.plan.goal"
        :chosen="runOut.step === planned.step"
        @choose="runOut.look(planned.step)"
      />
    </ol>
    <div v-else class="empty muted">
      <p v-if="runOut.runOut?.status === 'failed'">{{ runOut.runOut.failure }}</p>
      <p v-else-if="runOut.runOut?.waits_for">
        {{ text.standsInLine(runOut.runOut.waits_for) }}
      </p>
      <p v-else-if="runOut.running">{{ text.workingBackwardFromTheLast }}</p>
      <p v-else-if="runOut.plan">{{ runOut.plan.summary }}</p>
      <template v-else>
        <p>
          {{ text.whatThisPageDoes }} <b>{{ text.plan }}</b> (<kbd>W</kbd>).
        </p>
        <p v-if="isEmpty">
          {{ text.dragBallsFromTheTray }} <b>{{ text.placesExample }}</b>.
        </p>
        <button v-if="rack" type="button" class="try" @click="tryIt">{{ text.tryItOn(rack.name) }}</button>
      </template>
    </div>
    <PlanNotes v-if="runOut.plan" :plan="runOut.plan" />
  </section>
</template>

<style scoped>
.plan {
  display: flex;
  flex-direction: column;
  min-height: 220px;
  overflow: hidden;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  border-top: 1px solid var(--hairline);
  min-height: 120px;
}
.stale .lines {
  opacity: 0.55;
}
.empty {
  padding: 6px 16px 16px;
}
.try {
  padding: 6px 0;
  border: 0;
  background: none;
  color: var(--brass);
  font: 600 var(--text-md) var(--sans);
  cursor: pointer;
}
</style>
