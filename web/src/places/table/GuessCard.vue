<script setup lang="ts">
import { computed, ref } from 'vue'
import { useBoard } from '@/board/useBoard'
import ProblemList from '@/frame/ProblemList.vue'
import { useGuess } from '@/stores/guess'

/** What would you play, and how often do you make it: asked before the ledger opens. */
const board = useBoard()
const guess = useGuess()
const meant = ref<'pot' | 'safe'>('pot')
const balls = computed(() => Object.keys(board.document.balls).filter((ball) => ball !== 'cue'))
const ball = ref(balls.value[0] ?? '')
const POCKETS = [
  { key: 'head-far', name: 'far head corner' },
  { key: 'side-far', name: 'far side' },
  { key: 'foot-far', name: 'far foot corner' },
  { key: 'head-near', name: 'near head corner' },
  { key: 'side-near', name: 'near side' },
  { key: 'foot-near', name: 'near foot corner' },
]
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
  <form class="guess" aria-label="Guess first" @submit.prevent="say">
    <p><b>What would you play?</b> The ledger opens when you have said it.</p>
    <p class="row" role="group" aria-label="Attack or safe">
      <button type="button" :aria-pressed="meant === 'pot'" @click="meant = 'pot'">Pot a ball</button>
      <button type="button" :aria-pressed="meant === 'safe'" @click="meant = 'safe'">Play safe</button>
    </p>
    <p class="row" role="group" :aria-label="meant === 'pot' ? 'Which ball' : 'Off which ball'">
      <span class="muted">{{ meant === 'pot' ? 'the' : 'off the' }}</span>
      <button v-for="one in balls" :key="one" type="button" :aria-pressed="ball === one" @click="ball = one">
        {{ one }}
      </button>
    </p>
    <template v-if="meant === 'pot'">
      <div class="pockets" role="group" aria-label="Into which pocket">
        <button
          v-for="one in POCKETS"
          :key="one.key"
          type="button"
          :aria-pressed="pocket === one.key"
          @click="pocket = one.key"
        >
          {{ one.name }}
        </button>
      </div>
      <label
        ><span
          >I make it <b>{{ make }} %</b> of the time</span
        >
        <input v-model.number="make" type="range" min="5" max="100" step="5" />
      </label>
    </template>
    <p class="row">
      <button type="submit" class="main" :disabled="!ready">Open the ledger</button>
      <button type="button" class="quiet" @click="guess.skip()">Without a guess</button>
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
.pockets {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 6px;
}
button {
  min-height: 36px;
  padding: 3px 12px;
  border: 1px solid var(--hairline);
  border-radius: 18px;
  background: none;
  color: var(--ink);
  font: 600 13px var(--sans);
  cursor: pointer;
}
button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
.main {
  border-color: var(--brass);
  color: var(--brass);
  font-size: 14px;
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
