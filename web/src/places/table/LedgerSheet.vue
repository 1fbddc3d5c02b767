<script setup lang="ts">
import { computed, ref } from 'vue'
import { useLayout } from '@/stores/layout'
import { keyOf, MORE, useStudy, type Aim } from '@/stores/study'
import { AIM_MARKS, ENDINGS } from './endings'
import LedgerLine from './LedgerLine.vue'
import ProgressLine from './ProgressLine.vue'

const study = useStudy()
const layout = useLayout()
const filters: Aim[] = ['all', 'attack', 'safe', 'two-way']
const best = computed(() => study.options[0]?.rack_chance.value ?? 0)
const who = computed(() => (study.result?.shooter === 'them' ? 'your opponent wins' : 'you win'))
const state = computed(() => {
  if (study.stale) return 'stale: the layout has changed'
  const status = study.study?.status
  if (status === 'failed') return 'failed'
  if (status === 'stopped') return 'stopped'
  if (study.isFinal && study.result && !study.asking) return `settled in ${study.result.seconds.toFixed(1)} s`
  if (study.running) return study.options.length ? 'refining' : 'looking'
  return ''
})
/** Where the shot card stands below the ledger, only its first lines keep it within reach. */
const FEW = 6
const few = ref(window.matchMedia('(max-width: 980px)').matches)
const lines = computed(() =>
  few.value ? study.shown.filter((option, i) => i < FEW || keyOf(option) === study.chosen) : study.shown,
)
const progress = computed(() => (study.running ? Math.max(0.04, study.study?.progress ?? 0) : 1))
</script>

<template>
  <section class="ledger sheet" aria-label="Ledger of options" :class="{ stale: study.stale }">
    <header>
      <h2>Ledger</h2>
      <span class="muted">{{ who }} the {{ layout.document.game === 'snooker' ? 'frame' : 'rack' }}</span>
      <span class="state" aria-live="polite">{{ state }}</span>
      <button
        v-if="study.canRefine && !study.stale"
        type="button"
        class="refine"
        :title="`Weigh again with ${MORE} times as many executions: intervals half as wide (G)`"
        @click="study.refine()"
      >
        Refine
      </button>
      <ProgressLine v-if="study.study" label="Weighing" :share="progress" />
      <p v-if="study.isHeld" class="held">In their old order while you point at them.</p>
      <div v-if="study.options.length" class="filters" role="group" aria-label="Show">
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
    <TransitionGroup
      v-if="study.options.length"
      tag="ol"
      name="line"
      class="lines"
      @pointerenter="study.running && study.hold()"
      @pointermove="study.running && study.hold()"
      @pointerleave="study.letGo()"
    >
      <LedgerLine
        v-for="option in lines"
        :key="keyOf(option)"
        :option="option"
        :rank="study.options.indexOf(option) + 1"
        :best="best"
        :chosen="study.chosen === keyOf(option)"
        @choose="study.choose(option)"
      />
      <li v-if="few && study.shown.length > lines.length" key="all" class="all">
        <button type="button" @click="few = false">Show all {{ study.shown.length }} lines</button>
      </li>
      <li v-if="!study.shown.length" key="none" class="empty muted">
        No option of this kind was found here.
      </li>
    </TransitionGroup>
    <div v-else class="empty muted">
      <p v-if="study.study?.status === 'failed'">{{ study.study.failure }}</p>
      <p v-else-if="study.running">Looking at every pot, and sweeping the table for safeties and kicks …</p>
      <template v-else>
        <p>Put the balls where they lie, then press <b>Weigh</b> (<kbd>W</kbd>).</p>
        <p v-if="!Object.keys(layout.document.balls).length">
          Drag balls from the tray, or type their places: <b>3 at 5, 1.5</b>. <b>Open</b> has the club’s racks
          to try.
        </p>
      </template>
    </div>
    <footer v-if="study.options.length">
      <span v-for="e in ENDINGS.slice(1, 6)" :key="e.key" class="key"
        ><i :class="['part', e.key]" /> {{ e.word }}</span
      >
      <p class="muted">{{ study.result?.reliable }}</p>
    </footer>
  </section>
</template>

<style src="./endings.css"></style>
<style scoped>
.ledger {
  display: flex;
  flex-direction: column;
  min-height: 220px;
  overflow: hidden;
}
header {
  padding: 13px 16px 10px;
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 4px 9px;
}
h2 {
  font-size: 21px;
}
.state {
  margin-left: auto;
  font-size: 12.5px;
  color: var(--muted);
}
.stale .state {
  color: var(--foul);
  font-weight: 600;
}
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
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.filters button {
  font: 500 13px var(--sans);
  padding: 4px 11px;
  min-height: 30px;
  border: 1px solid var(--hairline);
  border-radius: 15px;
  background: transparent;
  color: var(--ink);
  cursor: pointer;
}
.filters button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
.refine {
  font: 600 13px var(--sans);
  padding: 2px 0;
  border: 0;
  background: none;
  color: var(--brass);
  cursor: pointer;
}
.held {
  flex-basis: 100%;
  margin: 0;
  font-size: 12.5px;
  color: var(--muted);
}
.line-move {
  transition: transform 0.25s;
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
