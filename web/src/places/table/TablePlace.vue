<script setup lang="ts">
import Button from 'primevue/button'
import { computed, onMounted, onUnmounted, reactive, ref, shallowRef, watch } from 'vue'
import type { Problem } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import BoardTable from '@/board/BoardTable.vue'
import { isInHand } from '@/board/document'
import type { Place } from '@/drawing/place'
import PointerMarks from '@/drawing/PointerMarks.vue'
import PointingArea from '@/drawing/PointingArea.vue'
import { useUpright } from '@/drawing/useUpright'
import { takeGiven } from '@/board/given'
import { useSharedBoard } from '@/board/useBoard'
import { useSaying } from '@/board/useSaying'
import { sceneWords, useScene } from '@/board/scene'
import BoardPage from '@/frame/BoardPage.vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import { ahead, onDemand, whenIdle } from '@/parts/onDemand'
import { areStepsShown, beginSteps } from '@/frame/steps'
import { usePlaceMemory } from '@/frame/usePlaceMemory'
import TimeLine from '@/shots/TimeLine.vue'
import { useGuess } from '@/stores/guess'
import { useInHand } from '@/stores/inhand'
import { useLayers } from '@/stores/layers'
import type { OpenBoard } from '@/stores/openBoard'
import { useOwnShot } from '@/stores/ownshot'
import { useSession } from '@/session/session'
import { useStudy } from '@/stores/study'
import AnswerBar from './AnswerBar.vue'
import LayerBar from './LayerBar.vue'
import LedgerSheet from './LedgerSheet.vue'
import TableActs from './TableActs.vue'
import { useAddress } from './useAddress'
import { useGivenFiles } from './useGivenFiles'
import { useTableKeys } from './useTableKeys'
import { text } from '@/words/text/table'

// What is not there from the beginning loads when it is first asked for.
const FirstSteps = onDemand(() => import('./FirstSteps.vue'))
const ShotCard = onDemand(() => import('@/shots/ShotCard.vue'))
const DoubtCard = onDemand(() => import('./DoubtCard.vue'))
const OwnShotCard = onDemand(() => import('@/shots/OwnShotCard.vue'))
const SideView = onDemand(() => import('@/shots/SideView.vue'))
const CompareCard = onDemand(() => import('@/shots/CompareCard.vue'))
const LineActs = onDemand(() => import('./LineActs.vue'))
const PlayedLine = onDemand(() => import('./PlayedLine.vue'))
const sheet = () => import('./PrintSheet.vue')
const PrintSheet = onDemand(sheet)
/** Nobody prints before the page is there; where the sheet does not come, nobody is told of what he did not ask for. */
const prints = ref(false)
whenIdle(() => ahead(() => sheet().then(() => (prints.value = true))))
const SavedElsewhere = onDemand(() => import('./SavedElsewhere.vue'))
const FileDialog = onDemand(() => import('./FileDialog.vue'))
const OpenBoardLine = onDemand(() => import('./OpenBoardLine.vue'))
const OpenBoardDialog = onDemand(() => import('./OpenBoardDialog.vue'))
const AddToLesson = onDemand(() => import('@/frame/AddToLesson.vue'))
const PhotoDialog = onDemand(() => import('./photo/PhotoDialog.vue'))
const LibraryDialog = onDemand(() => import('./LibraryDialog.vue'))

defineEmits<{ keys: [] }>()
const board = useSharedBoard()
const study = useStudy()
const own = useOwnShot()
const hand = useInHand()
const layers = useLayers()
const guess = useGuess()
const session = useSession()
const upright = useUpright()

const open = ref<'shelf' | 'files' | 'others' | 'lesson' | 'photo' | null>(null)
const asked = reactive({ shelf: false, files: false, others: false, lesson: false, photo: false })
watch(open, (now) => now && (asked[now] = true))
/** A file that was pasted or dropped. */
const given = shallowRef<{ content: string | File } | null>(null)
const time = ref<number | null>(null)
const clock = ref<InstanceType<typeof TimeLine> | null>(null)
const page = ref<InstanceType<typeof BoardPage> | null>(null)
const bar = ref<InstanceType<typeof LayerBar> | null>(null)
const surface = ref<InstanceType<typeof BoardTable> | null>(null)
const ledger = ref<InstanceType<typeof LedgerSheet> | null>(null)

const { problems, guarded } = useGuarded()
const { problems: misheard, say, rack } = useSaying()
const { opened, save, conflict, saveBeside, openOther } = useAddress(guarded, () => {
  beginSteps()
  return study.weigh()
})
// What was given to somebody who had to sign in first.
const brought = takeGiven()
if (brought) board.load(brought.document, brought.title, null)
const SET_ASIDE: Problem = {
  where: '',
  what: text.keptUnreadable,
  accepted: text.keptSetAside,
}
const all = computed(() => [
  ...problems.value,
  ...misheard.value,
  ...study.problems,
  ...(board.wasSetAside ? [SET_ASIDE] : []),
])
/** While a guess is waited for, nothing on the page gives the answer away. */
const drawing = computed(
  () => own.trial?.drawing ?? (study.stale || own.stroke || guess.waits ? null : study.drawing),
)
/** Where the cue ball in hand goes: as one's own shot, a study, or the best place has it. */
const inHand = computed<Place | null>(() => {
  if (!isInHand(board.document)) return null
  const tried = own.trial?.drawing.paths['cue']?.[0]?.slice(1) as Place | undefined
  const studied = study.stale ? null : (study.result?.cue as Place | undefined)
  const best = hand.best?.slice(0, 2) as Place | undefined
  return tried ?? studied ?? best ?? null
})

/** An answer that stands goes into a lesson with its ledger; else the balls as they lie. */
const forALesson = computed(() =>
  study.isFinal && study.study ? { study: study.study.id } : { layout: board.document },
)
// What others see of an open board beside its balls.
const others = shallowRef<OpenBoard | null>(null)
async function joinOthers() {
  others.value = (await import('@/stores/openBoard')).useOpenBoard()
  await others.value.resume()
}
whenIdle(() => void joinOthers().catch(() => undefined))
const scene = useScene()
const isTold = computed(() => !own.stroke && !study.stale && !guess.waits)
const seen = computed(() =>
  others.value?.hasHand
    ? {
        scene: sceneWords(scene.value),
        option: isTold.value ? study.option : null,
        drawing: drawing.value,
        layers: { ...layers.shown },
        in_hand: inHand.value,
      }
    : null,
)
watch(seen, (now) => now && others.value?.show(now))

/** What the address names comes first: it is that which is to be weighed. */
async function weigh() {
  await opened()
  await study.weigh()
}
async function newRack() {
  study.close()
  await rack()
}
const { drop } = useGivenFiles((content) => {
  open.value = 'files'
  given.value = { content }
})
useTableKeys({
  weigh: () => void weigh(),
  save: () => void save(),
  rack: () => void newRack(),
  play: () => clock.value?.play(),
  type: () => page.value?.type(),
  words: () => bar.value?.read(),
  files: () => (open.value = 'files'),
  shelf: () => (open.value = 'shelf'),
})
usePlaceMemory()

const ledgerSeen = ref(false)
const watcher = new IntersectionObserver(([entry]) => (ledgerSeen.value = !!entry?.isIntersecting), {
  rootMargin: '0px 0px -25% 0px',
})
const showLedger = () => (ledger.value?.$el as HTMLElement | undefined)?.scrollIntoView({ block: 'start' })
onMounted(() => ledger.value && watcher.observe(ledger.value.$el as HTMLElement))
onUnmounted(() => watcher.disconnect())
</script>

<template>
  <BoardPage
    ref="page"
    :class="{ aiming: own.stroke }"
    :title="text.pageTitle(board.name || text.unnamed)"
    :label="text.theLayout"
    :say="say"
    :problems="all"
    :more="[
      { label: text.files, key: 'F', act: () => (open = 'files') },
      { label: text.openToOthers, act: () => (open = 'others') },
      { label: text.addToALesson, act: () => (open = 'lesson') },
    ]"
    @rack="newRack"
    @dragover.prevent
    @drop.prevent="drop"
  >
    <template #hidden>
      <PrintSheet
        v-if="prints"
        :option="study.stale ? null : study.option"
        :drawing="study.stale ? null : study.drawing"
      />
    </template>
    <template #acts>
      <TableActs
        @weigh="weigh"
        @stop="study.stop()"
        @save="save"
        @shelf="open = 'shelf'"
        @keys="$emit('keys')"
      />
    </template>
    <template #head>
      <FirstSteps v-if="areStepsShown" @put="page?.type()" @weigh="weigh" />
      <OpenBoardLine v-if="others?.room" @people="open = 'others'" />
    </template>
    <template #table>
      <SavedElsewhere v-if="conflict" @beside="saveBeside" @other="openOther" />
      <PointingArea
        class="pointed"
        :table="session.geometryOf(board.document.table)"
        :upright="upright"
        @point="others?.point($event)"
      >
        <BoardTable
          ref="surface"
          :drawing="drawing"
          :in-hand="inHand"
          :worth="hand.places"
          :shown="layers.shown"
          :time="time"
          :aim-deg="own.stroke?.aim_deg ?? null"
          @aim="own.set({ aim_deg: $event })"
        >
          <template #over="{ frame, radius }"
            ><PointerMarks :frame="frame" :radius="radius" :pointers="others?.pointers ?? []"
          /></template>
        </BoardTable>
      </PointingArea>
    </template>
    <template #tools>
      <Button
        variant="text"
        size="small"
        class="own"
        :disabled="Object.keys(board.document.balls).length < 2"
        :aria-pressed="!!own.stroke"
        :title="text.myShotMeans"
        @click="own.stroke ? own.leave() : own.begin()"
        ><KeyLabel :label="text.myShot" letter="Y"
      /></Button>
      <Button
        variant="text"
        size="small"
        :label="text.photo"
        :title="text.photoMeans"
        @click="open = 'photo'"
      />
    </template>
    <template #under>
      <div class="under reading">
        <LayerBar ref="bar" class="bar" :drawing="drawing" />
        <TimeLine v-if="drawing" ref="clock" v-model="time" :seconds="drawing.seconds" />
      </div>
    </template>
    <template #right><LedgerSheet ref="ledger" class="right" /></template>
    <template #more>
      <div v-if="own.stroke" class="more">
        <OwnShotCard use="Weigh it beside the others" @use="own.weigh()" />
        <SideView v-if="drawing?.jump" :jump="drawing.jump" :time="time" />
      </div>
      <div
        v-else-if="study.option && study.result && !guess.waits"
        class="more"
        :class="{ old: study.stale }"
      >
        <CompareCard
          v-if="study.pinned && study.pinned !== study.option"
          :pinned="study.pinned"
          :chosen="study.option"
          @unpin="study.unpin()"
        />
        <ShotCard
          :option="study.option"
          :game="board.document.game"
          :is-best="study.place === 0"
          :why="study.result.why"
        >
          <template #acts><LineActs /></template>
          <PlayedLine v-if="study.isSettled" />
        </ShotCard>
        <SideView v-if="drawing?.jump" :jump="drawing.jump" :time="time" />
        <DoubtCard :option="study.option" />
      </div>
    </template>
    <template #dialogs>
      <AnswerBar v-if="!own.stroke && !ledgerSeen && !guess.waits" @open="showLedger" />
      <OpenBoardDialog v-if="asked.others" :visible="open === 'others'" @close="open = null" />
      <AddToLesson
        v-if="asked.lesson"
        :visible="open === 'lesson'"
        :source="forALesson"
        @close="open = null"
      />
      <PhotoDialog v-if="asked.photo" :visible="open === 'photo'" @close="open = null" />
      <LibraryDialog v-if="asked.shelf" :visible="open === 'shelf'" @close="open = null" />
      <FileDialog
        v-if="asked.files"
        :given="given"
        :visible="open === 'files'"
        :drawn="() => surface?.picture() ?? null"
        @close="open = null"
      />
    </template>
  </BoardPage>
</template>

<style scoped>
.own,
.own:hover {
  color: var(--brass);
  font-weight: 700;
}
/* Kept free before there is a drawing, so that nothing below it jumps when it comes. */
.reading {
  min-height: 34px;
}
.pointed {
  display: contents;
}
.bar {
  align-self: start;
}
.old {
  opacity: 0.6;
}
</style>
