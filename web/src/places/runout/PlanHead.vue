<script setup lang="ts">
import { computed } from 'vue'
import { useBoard } from '@/board/useBoard'
import KeyLabel from '@/parts/KeyLabel.vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { capital, chanceWords, percent, spread } from '@/shots/words'
import { changeWords, FREE, useRunOut } from '@/stores/runout'
import { text } from '@/words/text/runout'
import { decimal } from '@/words/numbers'

/** The plan's head: what it comes to, how far it is, what counts, and the plans kept beside it. */
const runOut = useRunOut()
const board = useBoard()
const rackWords = computed(() => capital(chanceWords(board.document.game)))
const state = computed(() => {
  if (runOut.stale) return text.changedSince
  const settled = runOut.plan?.settled ? text.settledInS(decimal(runOut.plan.seconds)) : ''
  // Before half of the way what stands there is the first plan, or one of before.
  const isThere = !runOut.asking && (runOut.runOut?.progress ?? 0) >= 0.5
  if (runOut.running && settled && isThere) return text.lookingAhead(settled)
  if (runOut.running) return runOut.plan?.settled === false ? text.firstPlanRefining : 'planning'
  return runOut.runOut?.status === 'stopped' ? 'stopped' : settled
})
const isChanged = computed(
  () => changeWords(runOut.fixed) !== changeWords({ ...FREE, goal: runOut.fixed.goal }),
)
const totals = computed(() =>
  runOut.plan?.run_out && runOut.plan.rack
    ? [
        { words: text.runOut, chance: runOut.plan.run_out },
        { words: rackWords.value, chance: runOut.plan.rack },
      ]
    : [],
)
</script>

<template>
  <header :class="{ stale: runOut.stale }">
    <h2>{{ text.plan }}</h2>
    <span class="state" aria-live="polite">{{ state }}</span>
    <!-- Plan stands where Stop does when the layout has changed. -->
    <button v-if="runOut.running && runOut.stale" type="button" class="act" @click="runOut.stop()">
      {{ text.stop }}
    </button>
    <ProgressLine
      v-if="runOut.runOut"
      :label="text.planning"
      :share="runOut.running ? Math.max(0.03, runOut.runOut.progress) : 1"
    />
    <dl v-if="totals.length" class="totals">
      <div v-for="total in totals" :key="total.words">
        <dt>{{ total.words }}</dt>
        <dd>
          <b>{{ percent(total.chance.value) }}</b> <small>{{ spread(total.chance) }}</small>
        </dd>
      </div>
    </dl>
    <div class="choices wide" role="group" :aria-label="text.whatCounts">
      <button
        type="button"
        :aria-pressed="runOut.fixed.goal === 'run out'"
        @click="runOut.ask({ goal: 'run out' })"
      >
        {{ text.runningOutCounts }}
      </button>
      <button
        type="button"
        :aria-pressed="runOut.fixed.goal === 'rack'"
        @click="runOut.ask({ goal: 'rack' })"
      >
        {{ text.whatAMissLeavesCounts }}
      </button>
    </div>
    <div v-if="runOut.plan?.plan.length" class="kept">
      <button type="button" class="act" :title="text.keepMeans" @click="runOut.keep()">
        <KeyLabel :label="text.keep" letter="K" />
      </button>
      <button
        v-if="isChanged"
        type="button"
        class="act"
        @click="runOut.ask({ ...FREE, goal: runOut.fixed.goal })"
      >
        {{ text.undoMyChanges }}
      </button>
      <a
        v-if="runOut.runOut && !runOut.running"
        class="act"
        :href="`/api/run-outs/${runOut.runOut.id}/sheet`"
        target="_blank"
      >
        {{ text.sheetForPrint }}
      </a>
    </div>
    <ul v-if="runOut.variants.length" class="variants" :aria-label="text.keptPlans">
      <li v-for="variant in runOut.variants" :key="variant.id">
        <RouterLink :to="{ name: 'runout', params: { runOutId: variant.id } }">
          <b>{{ percent(variant.chance) }}</b> {{ variant.words }}
        </RouterLink>
      </li>
    </ul>
  </header>
</template>

<style scoped src="@/design/answer-head.css"></style>
<style scoped>
.totals {
  display: flex;
  gap: 26px;
  margin: 0;
  flex-basis: 100%;
}
dt {
  font-size: var(--text-sm);
  color: var(--muted);
}
dd {
  margin: 0;
}
dd b {
  font: 600 var(--text-2xl)/1.1 var(--serif);
}
.wide {
  flex-basis: 100%;
}
.kept {
  display: flex;
  gap: 14px;
}
.variants {
  flex-basis: 100%;
  list-style: none;
  margin: 0;
  padding: 0;
  font-size: var(--text-sm);
}
.variants a {
  display: block;
  padding: 3px 0;
  color: var(--ink);
}
</style>
