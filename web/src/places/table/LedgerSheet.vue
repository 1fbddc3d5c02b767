<script setup lang="ts">
import { computed, ref } from 'vue'
import { useBoard } from '@/board/useBoard'
import { ENDINGS } from '@/shots/endings'
import LedgerLine from '@/shots/LedgerLine.vue'
import { standingOf } from '@/shots/words'
import { useOwnShot } from '@/stores/ownshot'
import { useStudy } from '@/stores/study'
import { useGuess } from '@/stores/guess'
import GuessCard from './GuessCard.vue'
import GuessLine from './GuessLine.vue'
import LedgerHead from './LedgerHead.vue'

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
  <section class="ledger sheet" aria-label="Ledger of shots" :class="{ stale: study.stale }">
    <LedgerHead />
    <GuessLine />
    <p v-if="study.result?.reliable && !guess.waits" class="verdict">{{ study.result.reliable }}</p>
    <p
      v-if="study.result?.choice && !guess.waits"
      class="choice"
      title="Reckoned from how far such leads were off in positions that were played out to the end."
    >
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
        <button type="button" @click="few = false">Show all {{ study.shown.length }} shots</button>
      </li>
      <li v-if="!study.shown.length" key="none" class="empty muted">No shot of this kind was found here.</li>
    </TransitionGroup>
    <div v-else class="empty muted">
      <p v-if="study.study?.status === 'failed'">{{ study.study.failure }}</p>
      <p v-else-if="study.study?.waits_for">
        {{ study.study.waits_for }} Your question stands in line and goes on by itself.
      </p>
      <p v-else-if="study.running">Looking at every pot, and sweeping the table for safeties and kicks …</p>
      <template v-else>
        <p>Put the balls where they lie, then press <b>Weigh</b> (<kbd>W</kbd>).</p>
        <p v-if="!Object.keys(board.document.balls).length">
          Drag balls from the tray, or type their places: <b>3 at 5, 1.5</b>. The <b>Library</b> has the
          club’s layouts to try.
        </p>
      </template>
    </div>
    <p v-if="!study.running && !guess.waits" class="first">
      <label
        title="Off by default: say what you would play, and how often you make it; then the ledger opens."
        ><input type="checkbox" :checked="guess.on" @change="guess.turn()" /> Guess first, then open the
        ledger</label
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
  font: 600 13px var(--sans);
  cursor: pointer;
}
.line-move {
  transition: transform 0.25s;
}
/* Two lines each from the beginning: nothing moves when the words are there. */
.verdict,
.choice {
  margin: 0;
  padding: 0 16px 4px;
  min-height: calc(2 * 1.35em + 4px);
  font-size: 13.5px;
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
  font-size: 12.5px;
}
.first label {
  display: flex;
  gap: 8px;
  align-items: center;
}
footer {
  padding: 10px 16px 12px;
  border-top: 1px solid var(--hairline);
  font-size: 12.5px;
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
  border-radius: 2px;
}
@media (prefers-reduced-motion: reduce) {
  .line-move {
    transition: none;
  }
}
</style>
