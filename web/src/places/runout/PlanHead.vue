<script setup lang="ts">
import { computed } from 'vue'
import { useBoard } from '@/board/useBoard'
import KeyLabel from '@/parts/KeyLabel.vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { capital, chanceWords, percent, spread } from '@/shots/words'
import { changeWords, FREE, useRunOut } from '@/stores/runout'

/** The plan's head: what it comes to, how far it is, what counts, and the plans kept beside it. */
const runOut = useRunOut()
const board = useBoard()
const rackWords = computed(() => capital(chanceWords(board.document.game)))
const state = computed(() => {
  if (runOut.stale) return 'the layout has changed since'
  const settled = runOut.plan?.settled ? `settled in ${runOut.plan.seconds.toFixed(1)} s` : ''
  // Before half of the way what stands there is the first plan, or one of before.
  const isThere = !runOut.asking && (runOut.runOut?.progress ?? 0) >= 0.5
  if (runOut.running && settled && isThere) return `${settled}, looking ahead`
  if (runOut.running) return runOut.plan?.settled === false ? 'first plan, refining' : 'planning'
  return runOut.runOut?.status === 'stopped' ? 'stopped' : settled
})
const isChanged = computed(
  () => changeWords(runOut.fixed) !== changeWords({ ...FREE, goal: runOut.fixed.goal }),
)
const totals = computed(() =>
  runOut.plan?.run_out && runOut.plan.rack
    ? [
        { words: 'Run out', chance: runOut.plan.run_out },
        { words: rackWords.value, chance: runOut.plan.rack },
      ]
    : [],
)
</script>

<template>
  <header :class="{ stale: runOut.stale }">
    <h2>Plan</h2>
    <span class="state" aria-live="polite">{{ state }}</span>
    <!-- Plan stands where Stop does when the layout has changed. -->
    <button v-if="runOut.running && runOut.stale" type="button" class="act" @click="runOut.stop()">
      Stop
    </button>
    <ProgressLine
      v-if="runOut.runOut"
      label="Planning"
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
    <div class="choices wide" role="group" aria-label="What counts">
      <button
        type="button"
        :aria-pressed="runOut.fixed.goal === 'run out'"
        @click="runOut.ask({ goal: 'run out' })"
      >
        Running out counts
      </button>
      <button
        type="button"
        :aria-pressed="runOut.fixed.goal === 'rack'"
        @click="runOut.ask({ goal: 'rack' })"
      >
        What a miss leaves counts too
      </button>
    </div>
    <div v-if="runOut.plan?.plan.length" class="kept">
      <button
        type="button"
        class="act"
        title="Keep this plan to compare others with it (K)"
        @click="runOut.keep()"
      >
        <KeyLabel label="Keep" letter="K" />
      </button>
      <button
        v-if="isChanged"
        type="button"
        class="act"
        @click="runOut.ask({ ...FREE, goal: runOut.fixed.goal })"
      >
        Undo my changes
      </button>
      <a
        v-if="runOut.runOut && !runOut.running"
        class="act"
        :href="`/api/run-outs/${runOut.runOut.id}/sheet`"
        target="_blank"
      >
        Sheet for print
      </a>
    </div>
    <ul v-if="runOut.variants.length" class="variants" aria-label="Kept plans">
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
  font-size: 12.5px;
  color: var(--muted);
}
dd {
  margin: 0;
}
dd b {
  font: 600 27px/1.1 var(--serif);
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
  font-size: 13px;
}
.variants a {
  display: block;
  padding: 3px 0;
  color: var(--ink);
}
</style>
