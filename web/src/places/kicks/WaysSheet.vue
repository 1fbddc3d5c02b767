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

/** The ways to a ball as a list, the best rack chance first, with what hides the ball. */
const kicks = useKicks()
const board = useBoard()
const state = computed(() => {
  if (kicks.stale) return 'the layout has changed since'
  if (kicks.running) return kicks.found ? 'first ways, looking on' : 'looking'
  if (kicks.kick?.status === 'stopped') return 'stopped'
  return kicks.found?.settled ? `settled in ${kicks.found.seconds.toFixed(1)} s` : ''
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
  <section class="ways sheet" aria-label="Ways to the ball" :class="{ stale: kicks.stale }">
    <header>
      <h2>{{ kicks.found ? `Ways to ${ballName(kicks.found.target).replace('Ball', 'the')}` : 'Ways' }}</h2>
      <span class="state" aria-live="polite">{{ state }}</span>
      <!-- Find stands where Stop does when the layout has changed. -->
      <button v-if="kicks.running && kicks.stale" type="button" class="act" @click="kicks.stop()">
        Stop
      </button>
      <ProgressLine
        v-if="kicks.kick"
        label="Looking for ways"
        :share="kicks.running ? Math.max(0.03, kicks.kick.progress) : 1"
      />
      <div v-if="targets.length > 1" class="choices" role="group" aria-label="Ball to hit">
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
      All {{ kicks.ways.length }} ways
    </button>
    <div v-if="!kicks.ways.length" class="empty muted">
      <p v-if="kicks.kick?.status === 'failed'">{{ kicks.kick.failure }}</p>
      <p v-else-if="kicks.kick?.waits_for">
        {{ kicks.kick.waits_for }} Your question stands in line and goes on by itself.
      </p>
      <p v-else-if="kicks.running">Looking in every direction …</p>
      <p v-else-if="kicks.found?.settled && !kicks.stale">No way was found that this stroke could play.</p>
      <template v-else>
        <p>
          Here a hidden ball is found off the rails: every way with the chance of a good hit, the sum that
          players do in their heads, and what this table really asks. Put the balls where they lie, then press
          <b>Find</b> (<kbd>F</kbd>).
        </p>
        <p v-if="isEmpty">Drag balls from the tray, or type their places: <b>3 at 5, 1.5</b>.</p>
        <button v-if="shown" type="button" class="try" @click="tryIt">Try it on “{{ shown.name }}”</button>
      </template>
    </div>
    <p v-if="kicks.ways.length" class="foot muted">
      A good hit is the right ball first and a rail after, by this player’s strokes in the simulation. The
      list goes by the {{ rackWords }} chance that the shot leaves.
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
  border-radius: 18px;
  background: none;
  color: var(--brass);
  font: 600 14px var(--sans);
  cursor: pointer;
}
.all {
  min-height: 40px;
  border: 0;
  border-bottom: 1px solid var(--hairline);
  background: none;
  color: var(--brass);
  font: 600 13.5px var(--sans);
  cursor: pointer;
}
.foot {
  margin: 0;
  padding: 8px 16px 11px;
  border-top: 1px solid var(--hairline);
  font-size: 12.5px;
}
@media (max-width: 980px) {
  .lines {
    overflow: visible;
  }
}
</style>
