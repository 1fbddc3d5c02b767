<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import type { PositionSource } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import BoardTable from '@/board/BoardTable.vue'
import { isInHand } from '@/board/document'
import type { Place } from '@/drawing/place'
import { useSharedBoard } from '@/board/useBoard'
import { useSaying } from '@/board/useSaying'
import type { Worth } from '@/drawing/dense'
import type { Frame } from '@/drawing/frame'
import PlanLayer from '@/drawing/PlanLayer.vue'
import RestPicker from '@/drawing/RestPicker.vue'
import BoardPage from '@/frame/BoardPage.vue'
import FrameActs from '@/frame/FrameActs.vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import { onDemand } from '@/parts/onDemand'
import { usePlaceMemory } from '@/frame/usePlaceMemory'
import OwnShotCard from '@/shots/OwnShotCard.vue'
import type { Layer } from '@/drawing/layers'
import { useRunOut } from '@/stores/runout'
import BallCard from './BallCard.vue'
import PlanSheet from './PlanSheet.vue'
import StepBar from './StepBar.vue'
import { usePlanShot } from './usePlanShot'
import { useRunOutAddress } from './useRunOutAddress'
import { useRunOutKeys } from './useRunOutKeys'
import { text as lessonText } from '@/words/text/addToLesson'
import { text as linkText } from '@/words/text/links'
import { text } from '@/words/text/runout'

const GiveDialog = onDemand(() => import('@/frame/GiveDialog.vue'))
const AddToLesson = onDemand(() => import('@/frame/AddToLesson.vue'))

const emit = defineEmits<{ keys: [] }>()
const board = useSharedBoard()
const runOut = useRunOut()
const page = ref<InstanceType<typeof BoardPage> | null>(null)
const { problems, guarded } = useGuarded()
const { problems: misheard, say, rack } = useSaying()
useRunOutAddress(guarded)
usePlaceMemory()

const plan = computed(() => (runOut.stale ? null : runOut.plan))
const all = computed(() => [...problems.value, ...misheard.value, ...runOut.problems])
/** The ball after which a place for the cue ball is being pointed at. */
const wants = ref<string | null>(null)
const first = computed(() => plan.value?.plan[0])
const inHand = computed<Place | null>(() =>
  isInHand(board.document) ? ((first.value?.cue as Place | undefined) ?? null) : null,
)
/** Dots for the ball in hand, from the maps, while the whole plan is looked at. */
const worth = computed<Worth[]>(() =>
  runOut.step === null ? ((plan.value?.in_hand?.places ?? []) as Worth[]) : [],
)
const SHOWN: Record<Layer, boolean> = {
  fan: false, rests: false, shadows: false, window: false, scratches: false, positions: false, hand: true,
} // prettier-ignore
/** Balls that are down by then, and the cue ball where it began. */
const faint = computed(() => {
  const planned = runOut.planned
  if (!plan.value || !planned) return []
  return Object.keys(board.document.balls).filter((ball) => ball === 'cue' || !(ball in planned.balls))
})
async function newRack() {
  runOut.close()
  await rack()
}
function rest(ball: string, at: Place) {
  wants.value = null
  void runOut.ask({ rests: { ...runOut.fixed.rests, [ball]: at } })
}
/** A plan that stands goes into a lesson with what it says; else the balls as they lie. */
const isForALesson = ref(false)
const forALesson = computed<Partial<PositionSource>>(() =>
  runOut.runOut && !runOut.running && !runOut.stale
    ? { run_out: runOut.runOut.id }
    : { layout: board.document },
)
const isGiven = ref(false)
const more = computed(() => [
  { label: lessonText.addToALesson, act: () => (isForALesson.value = true) },
  ...(forALesson.value.run_out ? [{ label: linkText.giveByALink, act: () => (isGiven.value = true) }] : []),
])
const shot = usePlanShot()
/** The balls as they lie where a shot of one's own is aimed. */
const there = computed(() =>
  shot.aiming.value ? (runOut.planned?.balls as Record<string, Place> | undefined) : undefined,
)
useRunOutKeys({ rack: () => void newRack(), type: () => page.value?.type(), own: shot.begin })
const frameOf = (given: { frame: Frame; radius: number }) => given
</script>

<template>
  <BoardPage
    ref="page"
    :title="text.pageTitle(board.name || text.untitledLayout)"
    :label="text.theLayoutWithThePlan"
    :say="say"
    :problems="all"
    :more="more"
    @rack="newRack"
  >
    <template #acts>
      <FrameActs @keys="emit('keys')" />
      <Button
        v-if="runOut.running && !runOut.stale"
        :label="text.stop"
        variant="outlined"
        class="go"
        @click="runOut.stop()"
      />
      <Button v-else class="go" @click="runOut.ask()"><KeyLabel :label="text.plan" letter="W" /></Button>
    </template>
    <template #table>
      <BoardTable
        :drawing="shot.drawing.value"
        :in-hand="there ? null : inHand"
        :worth="worth"
        :shown="SHOWN"
        :time="null"
        :aim-deg="shot.aiming.value?.aim_deg ?? null"
        :faint="there ? [] : faint"
        :balls="there"
        @aim="shot.set({ aim_deg: $event })"
      >
        <template #over="given">
          <PlanLayer
            v-if="plan && !there"
            v-bind="frameOf(given)"
            :plan="plan"
            :step="runOut.step"
            @look="runOut.look($event)"
            @take="wants = $event"
          />
          <RestPicker v-if="wants" v-bind="frameOf(given)" @pick="rest(wants, $event)" />
        </template>
      </BoardTable>
      <StepBar v-if="plan?.plan.length" />
    </template>
    <template #left>
      <p v-if="wants" class="pointing" role="status">
        {{ text.pressOrDragToWhere(wants) }}
        <button type="button" @click="wants = null">{{ text.leaveIt }}</button>
      </p>
      <OwnShotCard
        v-if="shot.aiming.value"
        use="Plan on with it"
        :refusal="shot.refusal.value"
        @use="shot.plan()"
      />
      <BallCard
        v-else-if="plan && runOut.planned"
        :planned="runOut.planned"
        :plan="plan"
        @want="wants = $event"
        @own="shot.begin()"
      />
    </template>
    <template #right><PlanSheet class="right" /></template>
    <template #dialogs>
      <GiveDialog
        v-if="isGiven && forALesson.run_out"
        :whole="{ run_out: forALesson.run_out }"
        :title="board.name"
        @close="isGiven = false"
      />
      <AddToLesson v-if="isForALesson" visible :source="forALesson" @close="isForALesson = false" />
    </template>
  </BoardPage>
</template>
