<script setup lang="ts">
import { computed } from 'vue'
import { percent } from '@/shots/words'
import { useGuess } from '@/stores/guess'
import { useStudy } from '@/stores/study'
import { text } from '@/words/text/table'
import { decimal } from '@/words/numbers'

/** What was guessed, held against the ledger: which line it is, what it is behind, and whether it goes in so often. */
const guess = useGuess()
const study = useStudy()
const line = computed(() => study.options.find((option) => option.id === guess.guess?.line) ?? null)
const words = computed(() => {
  if (!guess.guess) return ''
  if (!line.value) return text.theListHasNoSuch
  const place = study.options.indexOf(line.value)
  const behind = 100 * ((study.options[0]?.rack_chance.value ?? 0) - line.value.rack_chance.value)
  const where = place === 0 ? text.thatIsTheFirstShot : text.thatIsShot(place + 1, decimal(behind))
  const made =
    guess.guess.make == null
      ? ''
      : text.saidAndMade(percent(guess.guess.make), percent(line.value.make.value))
  return `${where}${made}.`
})
</script>

<template>
  <p v-if="guess.guess && study.isSettled" class="guessed">
    {{ text.youSaid }} <b>{{ guess.guess.words }}</b>. {{ words }}
    <button v-if="line && line.id !== study.chosen" type="button" @click="study.choose(line)">
      {{ text.showIt }}
    </button>
  </p>
</template>

<style scoped>
.guessed {
  margin: 0;
  padding: 8px 16px;
  border-top: 1px solid var(--hairline);
  background: var(--tint);
}
button {
  border: 0;
  background: none;
  color: var(--brass);
  font: 600 var(--text-sm) var(--sans);
  cursor: pointer;
}
</style>
