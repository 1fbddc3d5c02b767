<script setup lang="ts">
import { computed } from 'vue'
import { useBoard } from '@/board/useBoard'
import KeyLabel from '@/parts/KeyLabel.vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { AIM_MARKS } from '@/shots/endings'
import { chanceWords } from '@/shots/words'
import { useGuess } from '@/stores/guess'
import { MORE, useStudy, type Aim } from '@/stores/study'
import { ledgerState } from './ledgerState'

/** The ledger's head: whose chance stands there, how far it is, and which lines are shown. */
const study = useStudy()
const guess = useGuess()
const board = useBoard()
const filters: Aim[] = ['all', 'attack', 'safe', 'two-way']
const whose = computed(() => (study.result?.shooter === 'them' ? 'the opponent’s' : 'mine'))
/** Spelled out where it first stands; what it means is said by the help page. */
const chance = computed(() =>
  chanceWords(board.document.game).replace(/^(\w+) chance$/, 'Chance to win the $1'),
)
const state = computed(() =>
  ledgerState({
    stale: study.stale,
    status: study.study?.status,
    waitsFor: study.study?.waits_for ?? '',
    isSettled: study.isSettled && !!study.result && !study.asking,
    running: study.running,
    lines: study.options.length,
    seconds: study.result?.seconds ?? 0,
    changed: !!study.result?.changes,
    looked: !!study.result?.verdict?.looked,
  }),
)
const progress = computed(() => (study.running ? Math.max(0.04, study.study?.progress ?? 0) : 1))
</script>

<template>
  <header :class="{ stale: study.stale }">
    <h2>Ledger</h2>
    <RouterLink to="/help#chance-to-win-the-rack" class="muted" title="How to read this list"
      >{{ chance }}, {{ whose }}</RouterLink
    >
    <span class="state" aria-live="polite">{{ state }}</span>
    <button
      v-if="study.canRefine && !study.stale"
      type="button"
      class="act"
      :title="`Go on with ${MORE} times as many tries and looks ahead (R)`"
      @click="study.refine()"
    >
      <KeyLabel label="Refine" letter="R" />
    </button>
    <!-- Weigh stands where Stop does when the layout has changed. -->
    <button v-if="study.running && study.stale" type="button" class="act" @click="study.stop()">Stop</button>
    <ProgressLine v-if="study.study" label="Weighing" :share="progress" />
    <p v-if="study.isHeld" class="held">In their old order while you point at them.</p>
    <div v-if="study.options.length && !guess.waits" class="choices" role="group" aria-label="Show">
      <button
        v-for="f in filters"
        :key="f"
        type="button"
        :aria-pressed="study.filter === f"
        @click="study.filter = f"
      >
        {{ f === 'all' ? 'All' : `${AIM_MARKS[f]?.mark} ${AIM_MARKS[f]?.word}` }}
      </button>
    </div>
  </header>
</template>

<style scoped src="@/design/answer-head.css"></style>
<style scoped>
.held {
  flex-basis: 100%;
  margin: 0;
  font-size: 12.5px;
  color: var(--muted);
}
</style>
