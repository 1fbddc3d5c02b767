<script setup lang="ts">
import { computed, ref } from 'vue'
import { useBoard } from '@/board/useBoard'
import { ENDINGS } from '@/shots/endings'
import LedgerLine from '@/shots/LedgerLine.vue'
import { standingOf } from '@/shots/words'
import { useOwnShot } from '@/stores/ownshot'
import { useStudy } from '@/stores/study'
import { useGuess } from '@/stores/guess'
import GuessLine from './GuessLine.vue'
import LedgerHead from './LedgerHead.vue'
import { text } from '@/words/text/table'
import { onDemand } from '@/parts/onDemand'

const GuessCard = onDemand(() => import('./GuessCard.vue'))
const study = useStudy()
const own = useOwnShot()
const board = useBoard()
const guess = useGuess()
const best = computed(() => study.options[0]?.rack_chance.value ?? 0)
/** Where the shot card stands below the ledger, only its first lines keep it within reach. */
const FEW = 6
const few = ref(window.matchMedia('(max-width: 980px)').matches)
const lines = computed(() =>
  few.value ? study.shown.filter((option, i) => i < FEW || option.id === study.chosen) : study.shown,
)
/** A mouse points; a finger that has scrolled the list has not. */
const hold = (event: PointerEvent) => study.running && event.pointerType === 'mouse' && study.hold()
</script>

<template>
  <section class="ledger sheet" :aria-label="text.ledgerOfShots" :class="{ stale: study.stale }">
    <LedgerHead />
    <GuessLine />
    <p v-if="study.result?.reliable && !guess.waits" class="verdict">{{ study.result.reliable }}</p>
    <p v-if="study.result?.choice && !guess.waits" class="choice" :title="text.verdictMeans">
      {{ study.result.choice }}
    </p>
    <GuessCard v-if="guess.waits" :key="study.study?.id ?? 0" />
    <TransitionGroup
      v-else-if="study.options.length"
      tag="ol"
      name="line"
      class="lines"
      @pointerenter="hold"
      @pointermove="hold"
      @pointerleave="study.letGo()"
    >
      <LedgerLine
        v-for="option in lines"
        :key="option.id"
        :option="option"
        :rank="study.options.indexOf(option) + 1"
        :best="best"
        :chosen="study.chosen === option.id"
        :standing="standingOf(study.result?.verdict, study.options.indexOf(option) + 1)"
        @choose="study.choose(option)"
        @take="own.begin($event)"
      />
      <li v-if="few && study.shown.length > lines.length" key="all" class="all">
        <button type="button" @click="few = false">{{ text.showAllShots(study.shown.length) }}</button>
      </li>
      <li v-if="!study.shown.length" key="none" class="empty muted">{{ text.noShotOfThisKind }}</li>
    </TransitionGroup>
    <div v-else class="empty muted">
      <p v-if="study.study?.status === 'failed'">{{ study.study.failure }}</p>
      <p v-else-if="study.study?.waits_for">
        {{ text.standsInLine(study.study.waits_for) }}
      </p>
      <p v-else-if="study.running">{{ text.lookingAtEveryPotAnd }}</p>
      <template v-else>
        <p>
          {{ text.putTheBallsWhereThey }} <b>{{ text.weigh }}</b> (<kbd>W</kbd>).
        </p>
        <p v-if="!Object.keys(board.document.balls).length">
          {{ text.dragBallsFromTheTray }} <b>{{ text.placesExample }}</b>{{ text.theLibraryBefore }}
          <b>{{ text.library }}</b>
          {{ text.libraryHas }}
        </p>
      </template>
    </div>
    <p v-if="!study.running && !guess.waits" class="first">
      <label :title="text.guessMeans"
        ><input type="checkbox" :checked="guess.on" @change="guess.turn()" />
        {{ text.guessFirstThenOpenThe }}</label
      >
    </p>
    <footer v-if="study.options.length && !guess.waits">
      <span v-for="e in ENDINGS.slice(1, 6)" :key="e.key" class="key"
        ><i :class="['part', e.key]" /> {{ e.word }}</span
      >
    </footer>
  </section>
</template>

<style src="@/shots/endings.css"></style>
<style scoped>
.ledger {
  display: flex;
  flex-direction: column;
  min-height: 220px;
  overflow: hidden;
}
.stale .verdict,
.stale .choice,
.stale .lines {
  opacity: 0.55;
}
.all button {
  width: 100%;
  min-height: 44px;
  border: 0;
  background: none;
  color: var(--brass);
  font: 600 var(--text-sm) var(--sans);
  cursor: pointer;
}
.line-move {
  transition: transform 0.25s;
}
/* Two lines each from the beginning: nothing moves when the words are there. */
.verdict,
.choice {
  /* A third line is not hidden by the list. */
  flex: none;
  margin: 0;
  padding: 0 16px 4px;
  min-height: calc(2 * 1.35em + 4px);
  font-size: var(--text-md);
  line-height: 1.35;
}
.verdict {
  font-weight: 600;
}
.choice {
  padding-bottom: 10px;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  border-top: 1px solid var(--hairline);
}
.empty {
  padding: 6px 16px 16px;
}
.first {
  margin: 0;
  padding: 8px 16px;
  border-top: 1px solid var(--hairline);
  font-size: var(--text-sm);
}
.first label {
  display: flex;
  gap: 8px;
  align-items: center;
}
footer {
  padding: 10px 16px 12px;
  border-top: 1px solid var(--hairline);
  font-size: var(--text-sm);
}
footer p {
  margin: 8px 0 0;
}
.key {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  margin-right: 12px;
}
.key i {
  width: 14px;
  height: 9px;
  border-radius: var(--radius-sm);
}
@media (prefers-reduced-motion: reduce) {
  .line-move {
    transition: none;
  }
}
</style>
