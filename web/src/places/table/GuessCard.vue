<script setup lang="ts">
import { computed, ref } from 'vue'
import { POCKETS } from '@/drawing/pockets'
import { useBoard } from '@/board/useBoard'
import ChoiceChips from '@/parts/ChoiceChips.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { useGuess } from '@/stores/guess'
import { text } from '@/words/text/table'

/** What would you play, and how often do you make it: asked before the ledger opens. */
const board = useBoard()
const guess = useGuess()
const meant = ref<'pot' | 'safe'>('pot')
const MEANT = [
  { key: 'pot', name: text.potABall },
  { key: 'safe', name: text.playSafe },
] as const
const balls = computed(() =>
  Object.keys(board.document.balls)
    .filter((ball) => ball !== 'cue')
    .map((ball) => ({ key: ball, name: ball })),
)
const ball = ref(balls.value[0]?.key ?? '')
const pocket = ref('')
const make = ref(70)
const ready = computed(() => !!ball.value && (meant.value === 'safe' || !!pocket.value))
const say = () =>
  guess.say(
    meant.value === 'safe'
      ? { meant: 'safe', ball: ball.value, pocket: null, make: null }
      : { meant: 'pot', ball: ball.value, pocket: pocket.value, make: make.value / 100 },
  )
</script>

<template>
  <form class="guess" :aria-label="text.guessFirst" @submit.prevent="say">
    <p>
      <b>{{ text.whatWouldYouPlay }}</b> {{ text.theLedgerOpensWhenYou }}
    </p>
    <ChoiceChips :label="text.attackOrSafe" :options="MEANT" :value="meant" @choose="meant = $event" />
    <ChoiceChips
      :label="meant === 'pot' ? text.whichBall : text.offWhichBall"
      :options="balls"
      :value="ball"
      @choose="ball = $event"
    >
      <span class="muted">{{ meant === 'pot' ? text.theBall : text.offThe }}</span>
    </ChoiceChips>
    <template v-if="meant === 'pot'">
      <ChoiceChips
        even
        :label="text.intoWhichPocket"
        :options="POCKETS"
        :value="pocket"
        @choose="pocket = $event"
      />
      <label
        ><span
          >{{ text.iMakeIt }} <b>{{ make }} %</b> {{ text.ofTheTime }}</span
        >
        <input v-model.number="make" type="range" min="5" max="100" step="5" />
      </label>
    </template>
    <p class="row">
      <button type="submit" class="main" :disabled="!ready">{{ text.openTheLedger }}</button>
      <button type="button" class="quiet" @click="guess.skip()">{{ text.withoutAGuess }}</button>
    </p>
    <ProblemList :problems="guess.problems" />
  </form>
</template>

<style scoped>
.guess {
  padding: 4px 16px 16px;
  display: grid;
  gap: 12px;
}
p {
  margin: 0;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
}
button {
  min-height: 36px;
  padding: 3px 12px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-xl);
  background: none;
  color: var(--ink);
  font: 600 var(--text-sm) var(--sans);
  cursor: pointer;
}
.main {
  border-color: var(--brass);
  color: var(--brass);
  font-size: var(--text-md);
}
.main:disabled {
  opacity: 0.5;
}
.quiet {
  border-color: transparent;
  color: var(--muted);
}
label {
  display: grid;
  gap: 4px;
}
input {
  accent-color: var(--brass);
  width: 100%;
}
@media (max-width: 760px) {
  button {
    min-height: 44px;
  }
}
</style>
