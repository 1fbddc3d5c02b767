<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { hooked, sampleFor, type Sample } from '@/board/samples'
import { wholeDocument } from '@/board/document'
import { useBoard } from '@/board/useBoard'
import { ballName } from '@/drawing/balls'
import ProgressLine from '@/parts/ProgressLine.vue'
import { chanceWords } from '@/shots/words'
import { useKicks } from '@/stores/kicks'
import KickLine from './KickLine.vue'
import { text } from '@/words/text/kicks'
import { decimal } from '@/words/numbers'

/** The ways to a ball as a list, the best rack chance first, with what hides the ball. */
const kicks = useKicks()
const board = useBoard()
const state = computed(() => {
  if (kicks.stale) return text.changedSince
  if (kicks.running) return kicks.found ? text.firstWaysLookingOn : 'looking'
  if (kicks.kick?.status === 'stopped') return 'stopped'
  return kicks.found?.settled ? text.settledInS(decimal(kicks.found.seconds)) : ''
})
const targets = computed(() => kicks.found?.targets ?? [])
const rackWords = computed(() => chanceWords(board.document.game).replace(' chance', ''))
const isEmpty = computed(() => !Object.keys(board.document.balls).length)
/** Where the ways stand above what is said of one of them, only the first few keep that within reach. */
const FEW = 5
const few = ref(window.matchMedia('(max-width: 980px)').matches)
const lines = computed(() =>
  few.value ? kicks.ways.filter((way, k) => k < FEW || way.id === kicks.chosen) : kicks.ways,
)
/** A kept layout that shows what this page is for. */
const shown = ref<Sample | null>(null)
onMounted(async () => (shown.value = await sampleFor(hooked)))
function tryIt() {
  if (!shown.value) return
  board.load(wholeDocument(shown.value.document), shown.value.name, shown.value.id)
  void kicks.ask('')
}
</script>

<template>
  <section class="ways sheet" :aria-label="text.waysToTheBall" :class="{ stale: kicks.stale }">
    <header>
      <h2>
        {{ kicks.found ? text.waysTo(ballName(kicks.found.target).replace('Ball', 'the')) : text.ways }}
      </h2>
      <span class="state" aria-live="polite">{{ state }}</span>
      <!-- Find stands where Stop does when the layout has changed. -->
      <button v-if="kicks.running && kicks.stale" type="button" class="act" @click="kicks.stop()">
        {{ text.stop }}
      </button>
      <ProgressLine
        v-if="kicks.kick"
        :label="text.lookingForWays"
        :share="kicks.running ? Math.max(0.03, kicks.kick.progress) : 1"
      />
      <div v-if="targets.length > 1" class="choices" role="group" :aria-label="text.ballToHit">
        <button
          v-for="ball in targets"
          :key="ball"
          type="button"
          :aria-pressed="kicks.found?.target === ball"
          @click="kicks.ask(ball)"
        >
          {{ ballName(ball) }}
        </button>
      </div>
      <p v-if="kicks.found" class="sight">{{ kicks.found.sight }}</p>
    </header>
    <ol v-if="kicks.ways.length" class="lines">
      <KickLine
        v-for="way in lines"
        :key="way.id"
        :way="way"
        :rank="kicks.ways.indexOf(way) + 1"
        :chosen="kicks.chosen === way.id"
        :rack-words="rackWords"
        @choose="kicks.choose(way.id)"
      />
    </ol>
    <button v-if="lines.length < kicks.ways.length" type="button" class="all" @click="few = false">
      {{ text.allWays(kicks.ways.length) }}
    </button>
    <div v-if="!kicks.ways.length" class="empty muted">
      <p v-if="kicks.kick?.status === 'failed'">{{ kicks.kick.failure }}</p>
      <p v-else-if="kicks.kick?.waits_for">
        {{ text.standsInLine(kicks.kick.waits_for) }}
      </p>
      <p v-else-if="kicks.running">{{ text.lookingInEveryDirection }}</p>
      <p v-else-if="kicks.found?.settled && !kicks.stale">{{ text.noWayWasFoundThat }}</p>
      <template v-else>
        <p>
          {{ text.whatThisPageDoes }}
          <b>{{ text.find }}</b> (<kbd>W</kbd>).
        </p>
        <p v-if="isEmpty">
          {{ text.dragBallsFromTheTray }} <b>{{ text.placesExample }}</b>.
        </p>
        <button v-if="shown" type="button" class="try" @click="tryIt">{{ text.tryItOn(shown.name) }}</button>
      </template>
    </div>
    <p v-if="kicks.ways.length" class="foot muted">
      {{ text.goodHitMeans(rackWords) }}
    </p>
  </section>
</template>

<style scoped src="@/design/answer-head.css"></style>
<style scoped>
.ways {
  display: flex;
  flex-direction: column;
  overflow: hidden;
}
.sight {
  flex-basis: 100%;
  margin: 2px 0 0;
  font-weight: 600;
}
.lines {
  list-style: none;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  border-top: 1px solid var(--hairline);
}
.stale .lines {
  opacity: 0.5;
}
.empty {
  padding: 4px 16px 16px;
}
.try {
  min-height: 36px;
  padding: 4px 14px;
  border: 1px solid var(--brass);
  border-radius: var(--radius-xl);
  background: none;
  color: var(--brass);
  font: 600 var(--text-md) var(--sans);
  cursor: pointer;
}
.all {
  min-height: 40px;
  border: 0;
  border-bottom: 1px solid var(--hairline);
  background: none;
  color: var(--brass);
  font: 600 var(--text-md) var(--sans);
  cursor: pointer;
}
.foot {
  margin: 0;
  padding: 8px 16px 11px;
  border-top: 1px solid var(--hairline);
  font-size: var(--text-sm);
}
@media (max-width: 980px) {
  .lines {
    overflow: visible;
  }
}
</style>
