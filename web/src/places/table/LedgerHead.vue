<script setup lang="ts">
import { computed } from 'vue'
import { useBoard } from '@/board/useBoard'
import KeyLabel from '@/parts/KeyLabel.vue'
import ProgressLine from '@/parts/ProgressLine.vue'
import { AIM_MARKS } from '@/shots/endings'
import { useGuess } from '@/stores/guess'
import { MORE, useStudy, type Aim } from '@/stores/study'
import { ledgerState } from './ledgerState'
import { text } from '@/words/text/table'

/** The ledger's head: whose chance stands there, how far it is, and which lines are shown. */
const study = useStudy()
const guess = useGuess()
const board = useBoard()
/** One kind of shot at a time, or, with none pressed, all. */
const filters: Aim[] = ['attack', 'safe', 'two-way']
const choose = (aim: Aim) => (study.filter = study.filter === aim ? 'all' : aim)
const whose = computed(() => (study.result?.shooter === 'them' ? text.theOpponents : text.mine))
/** Spelled out where it first stands; what it means is said by the help page. */
const chance = computed(() => text.chanceToWin[board.document.game === 'snooker' ? 'frame' : 'rack'])
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
    <h2>{{ text.ledger }}</h2>
    <RouterLink to="/help#chance-to-win-the-rack" class="muted" :title="text.howToReadThisList"
      >{{ chance }}, {{ whose }}</RouterLink
    >
    <span class="state" aria-live="polite">{{ state }}</span>
    <button
      v-if="study.canRefine && !study.stale"
      type="button"
      class="act"
      :title="text.refineMeans(MORE)"
      @click="study.refine()"
    >
      <KeyLabel :label="text.refine" letter="R" />
    </button>
    <!-- Weigh stands where Stop does when the layout has changed. -->
    <button v-if="study.running && study.stale" type="button" class="act" @click="study.stop()">
      {{ text.stop }}
    </button>
    <ProgressLine v-if="study.study" :label="text.weighing" :share="progress" />
    <p v-if="study.isHeld" class="held">{{ text.held }}</p>
    <div v-if="study.options.length && !guess.waits" class="choices" role="group" :aria-label="text.show">
      <button
        v-for="f in filters"
        :key="f"
        type="button"
        :aria-pressed="study.filter === f"
        @click="choose(f)"
      >
        {{ AIM_MARKS[f]?.mark }} {{ AIM_MARKS[f]?.word }}
      </button>
    </div>
  </header>
</template>

<style scoped src="@/design/answer-head.css"></style>
<style scoped>
.held {
  flex-basis: 100%;
  margin: 0;
  font-size: var(--text-sm);
  color: var(--muted);
}
</style>
