<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref } from 'vue'
import { answered, api } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import TableDrawing from '@/drawing/TableDrawing.vue'
import { useInHand } from '@/stores/inhand'
import { useLayers } from '@/stores/layers'
import { useLayout, type LayoutDocument, type Place } from '@/stores/layout'
import { useOwnShot } from '@/stores/ownshot'
import { useSession } from '@/stores/session'
import { useStudy } from '@/stores/study'
import AnswerBar from './AnswerBar.vue'
import BallTray from './BallTray.vue'
import CompareCard from './CompareCard.vue'
import DoubtCard from './DoubtCard.vue'
import FileDialog from './FileDialog.vue'
import KeysSheet from './KeysSheet.vue'
import LayerBar from './LayerBar.vue'
import LedgerSheet from './LedgerSheet.vue'
import OwnShotCard from './OwnShotCard.vue'
import PlaceLine from './PlaceLine.vue'
import PrintSheet from './PrintSheet.vue'
import ProblemList from './ProblemList.vue'
import SceneStrip from './SceneStrip.vue'
import SetupTools from './SetupTools.vue'
import ShelfDialog from './ShelfDialog.vue'
import ShotCard from './ShotCard.vue'
import TimeLine from './TimeLine.vue'
import { useAddress } from './useAddress'
import { useTableKeys } from './useTableKeys'

const session = useSession()
const layout = useLayout()
const study = useStudy()
const own = useOwnShot()
const hand = useInHand()
const layers = useLayers()

const files = ref<InstanceType<typeof FileDialog> | null>(null)
const open = ref<'shelf' | 'files' | 'keys' | null>(null)
const words = ref('')
const time = ref<number | null>(null)
const clock = ref<InstanceType<typeof TimeLine> | null>(null)
const { problems, guarded } = useGuarded()
const upright = ref(false)
const line = ref<InstanceType<typeof PlaceLine> | null>(null)
const bar = ref<InstanceType<typeof LayerBar> | null>(null)
const surface = ref<InstanceType<typeof TableDrawing> | null>(null)
const table = computed(() => session.tables.find((t) => t.name === layout.tableName) ?? session.tables[0])
const drawing = computed(() => own.trial?.drawing ?? (study.stale || own.stroke ? null : study.drawing))
/** Where the cue ball in hand goes: as one's own shot, a study, or the best place by a glance has it. */
const inHand = computed<Place | null>(() => {
  if (!layout.document.situation.ball_in_hand) return null
  const tried = own.trial?.drawing.paths.cue?.[0]?.slice(1) as Place | undefined
  const studied = study.stale ? null : (study.result?.cue as Place | undefined)
  const best = hand.best?.slice(0, 2) as Place | undefined
  return tried ?? studied ?? best ?? null
})
const all = computed(() => [...problems.value, ...study.problems])

const ledger = ref<InstanceType<typeof LedgerSheet> | null>(null)
const ledgerSeen = ref(false)
const watcher = new IntersectionObserver(([entry]) => (ledgerSeen.value = !!entry?.isIntersecting), {
  rootMargin: '0px 0px -25% 0px',
})
const showLedger = () => (ledger.value?.$el as HTMLElement | undefined)?.scrollIntoView({ block: 'start' })
const narrow = window.matchMedia('(max-width: 760px)')
const fit = () => (upright.value = narrow.matches)

/** What the address names comes first: it is that which is to be weighed. */
const { opened, save } = useAddress(guarded)
async function weigh() {
  await opened()
  await study.weigh()
}
/** One place or several, parted by semicolons. */
async function say(words: string): Promise<boolean> {
  await guarded(async () => {
    for (const phrase of words.split(/[;·\n]/).filter((part) => part.trim())) {
      const { game, balls } = layout.document
      const body = { table: layout.tableName, game, balls, phrase }
      const spoken = await answered(api.POST('/api/places', { body }))
      if (spoken.place) layout.place(spoken.ball, spoken.place as Place)
      else layout.remove(spoken.ball)
      layout.selected = spoken.place ? spoken.ball : null
    }
  })
  return problems.value.length === 0
}
/** A rack as the break may leave it; undo brings back what lay there. */
async function rack() {
  await guarded(async () => {
    const seed = Math.floor(Math.random() * 2 ** 31)
    const body = { game: layout.document.game, table: layout.tableName, seed }
    const found = await answered(api.POST('/api/racks', { body }))
    study.close()
    layout.load(found.document as unknown as LayoutDocument, '', null)
  })
}
/** A layout file pasted or dropped anywhere on the page; the dialog stays open when something is to be said of it. */
function paste(event: ClipboardEvent) {
  const text = event.clipboardData?.getData('text') ?? ''
  if ((event.target as Element).closest('input, textarea') || !text.trim().startsWith('{')) return
  open.value = 'files'
  void files.value?.take(text)
}
function drop(event: DragEvent) {
  const [file] = event.dataTransfer?.files ?? []
  if (!file) return
  open.value = 'files'
  void files.value?.takeFile(file)
}
useTableKeys({
  weigh: () => void weigh(),
  save: () => void save(),
  rack: () => void rack(),
  pin: () => study.pin(),
  play: () => clock.value?.play(),
  type: () => line.value?.focus(),
  refine: () => void (study.canRefine && study.refine()),
  words: () => bar.value?.read(),
  keys: () => (open.value = 'keys'),
  shelf: () => (open.value = 'shelf'),
})
onMounted(() => {
  fit()
  narrow.addEventListener('change', fit)
  window.addEventListener('paste', paste)
  if (ledger.value) watcher.observe(ledger.value.$el as HTMLElement)
})
onUnmounted(() => {
  narrow.removeEventListener('change', fit)
  window.removeEventListener('paste', paste)
  watcher.disconnect()
})
</script>

<template>
  <div class="place" @dragover.prevent @drop.prevent="drop">
    <PrintSheet
      v-if="table"
      :table="table"
      :option="study.stale ? null : study.option"
      :drawing="study.stale ? null : study.drawing"
    />
    <SceneStrip
      @weigh="weigh"
      @stop="study.stop()"
      @save="save"
      @shelf="open = 'shelf'"
      @files="open = 'files'"
      @keys="open = 'keys'"
    />
    <main class="work" :class="{ aiming: own.stroke }">
      <h1 class="visually-hidden">The table: {{ layout.name || 'untitled layout' }}</h1>
      <section class="left" aria-label="The layout">
        <div class="stage">
          <BallTray class="tray" @carry="(ball, event) => surface?.carry(ball, event)" />
          <div class="bed" :class="{ upright }">
            <TableDrawing
              v-if="table"
              ref="surface"
              :table="table"
              :balls="layout.document.balls"
              :selected="layout.selected"
              :drawing="drawing"
              :in-hand="inHand"
              :worth="hand.places"
              :upright="upright"
              :shown="layers.shown"
              :time="time"
              :aim-deg="own.stroke?.aim_deg ?? null"
              @select="layout.selected = $event"
              @place="layout.place"
              @remove="layout.remove"
              @explain="words = $event"
              @aim="own.set({ aim_deg: $event })"
            />
            <p v-if="words" class="words" aria-live="polite">{{ words }}</p>
          </div>
        </div>
        <div class="under">
          <PlaceLine ref="line" :say="say" />
          <SetupTools @rack="rack" />
        </div>
        <div class="under reading">
          <LayerBar ref="bar" class="bar" :drawing="drawing" />
          <TimeLine v-if="drawing" ref="clock" v-model="time" :seconds="drawing.seconds" />
        </div>
        <ProblemList :problems="all" />
      </section>
      <LedgerSheet ref="ledger" class="right" />
      <div v-if="own.stroke" class="shot">
        <OwnShotCard />
      </div>
      <div v-else-if="study.option && study.result" class="shot" :class="{ old: study.stale }">
        <CompareCard
          v-if="study.pinned && study.pinned !== study.option"
          :pinned="study.pinned"
          :chosen="study.option"
          @unpin="study.unpin()"
        />
        <ShotCard :option="study.option" />
        <DoubtCard :option="study.option" />
      </div>
    </main>
    <AnswerBar v-if="!own.stroke && !ledgerSeen" @open="showLedger" />
    <ShelfDialog :visible="open === 'shelf'" @close="open = null" />
    <FileDialog
      ref="files"
      :visible="open === 'files'"
      :drawn="() => surface?.picture() ?? null"
      @close="open = null"
    />
    <KeysSheet :visible="open === 'keys'" @close="open = null" />
  </div>
</template>

<style scoped>
.place {
  min-height: 100vh;
  display: flex;
  flex-direction: column;
}
.work {
  flex: 1;
  display: grid;
  grid-template: 'left right' auto 'shot right' 1fr / minmax(0, 1fr) 372px;
  gap: 10px 16px;
  padding: 12px 16px 16px;
  align-items: start;
}
@media print {
  .place > :not(.print) {
    display: none;
  }
}
.left {
  grid-area: left;
  display: grid;
  gap: 10px;
  min-width: 0;
}
.shot {
  grid-area: shot;
  display: grid;
  gap: 10px;
}
.stage {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 10px;
  width: 100%;
  /* At desk height the shot card is seen without scrolling. */
  max-width: max(560px, calc((100vh - 412px) * 1.81 + 44px));
  justify-self: center;
}
.bed {
  position: relative;
  aspect-ratio: 2.84 / 1.57;
}
.bed.upright {
  aspect-ratio: 1.57 / 2.84;
}
.words {
  position: absolute;
  inset: auto 0 6px;
  width: fit-content;
  margin: 0 auto;
  padding: 3px 12px;
  border-radius: 9px;
  background: var(--sheet);
  font-size: 13px;
  font-weight: 600;
  pointer-events: none;
}
.under {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
}
/* Kept free before there is a drawing, so that nothing below it jumps when it comes. */
.reading {
  min-height: 34px;
}
.bar {
  align-self: start;
}
.old {
  opacity: 0.6;
}
.right {
  grid-area: right;
  position: sticky;
  top: 12px;
  max-height: calc(100vh - 120px);
}
@media (max-width: 980px) {
  .work {
    grid-template: 'left' auto 'right' auto 'shot' auto / minmax(0, 1fr);
    padding: 10px;
  }
  .work.aiming {
    grid-template: 'left' auto 'shot' auto 'right' auto / minmax(0, 1fr);
  }
  .right {
    position: static;
    max-height: none;
  }
  .under {
    grid-template-columns: minmax(0, 1fr);
    gap: 4px;
  }
}
@media (max-width: 760px) {
  /* Room for the answer bar, so that it never covers the end of the page. */
  .work {
    padding-bottom: 84px;
  }
  .stage {
    grid-template-columns: auto minmax(0, 1fr);
    max-width: 360px;
    margin: 0 auto;
  }
}
</style>
