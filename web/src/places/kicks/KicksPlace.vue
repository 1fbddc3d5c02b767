<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref } from 'vue'
import { useGuarded } from '@/api/guarded'
import type { Stroke } from '@/api/client'
import BoardTable from '@/board/BoardTable.vue'
import { useSharedBoard } from '@/board/useBoard'
import { useSaying } from '@/board/useSaying'
import type { Frame } from '@/drawing/frame'
import KickLayer from '@/drawing/KickLayer.vue'
import PlacePicker from '@/drawing/PlacePicker.vue'
import BoardPage from '@/frame/BoardPage.vue'
import FrameActs from '@/frame/FrameActs.vue'
import KeyLabel from '@/parts/KeyLabel.vue'
import { onDemand } from '@/parts/onDemand'
import { usePlaceMemory } from '@/frame/usePlaceMemory'
import OwnShotCard from '@/shots/OwnShotCard.vue'
import SideView from '@/shots/SideView.vue'
import { chanceWords } from '@/shots/words'
import { useKicks } from '@/stores/kicks'
import type { Layer } from '@/drawing/layers'
import { useSession } from '@/session/session'
import { aimBetween, placeOf } from '@/drawing/rails'
import StickCard from './StickCard.vue'
import SumCard from './SumCard.vue'
import TriesCard from './TriesCard.vue'
import { useKickAim } from './useKickAim'
import { useKicksAddress } from './useKicksAddress'
import { useKicksKeys } from './useKicksKeys'
import { useTryLog } from './useTryLog'
import WaysSheet from './WaysSheet.vue'
import WindowChart from './WindowChart.vue'
import { text as linkText } from '@/words/text/links'
import { text } from '@/words/text/kicks'

const GiveDialog = onDemand(() => import('@/frame/GiveDialog.vue'))

const emit = defineEmits<{ keys: [] }>()
const board = useSharedBoard()
const kicks = useKicks()
const session = useSession()
const page = ref<InstanceType<typeof BoardPage> | null>(null)
const { problems, guarded } = useGuarded()
const { problems: misheard, say, rack } = useSaying()
useKicksAddress(guarded)
usePlaceMemory()

const aim = useKickAim()
const look = computed(() => (kicks.stale ? null : kicks.look))
const all = computed(() => [...problems.value, ...misheard.value, ...kicks.problems])
const table = computed(() => session.geometryOf(board.document.table))
const rail = computed(() => look.value?.window?.rail ?? look.value?.sum.rail ?? null)
const countedFrom = computed(() => look.value?.window?.counted_from ?? look.value?.sum.counted_from ?? null)
const rackWords = computed(() => chanceWords(board.document.game))
/** Whether the player's tries are drawn, and where all balls come to rest. */
const drawn = ref(false)
const isGiven = ref(false)
/** Ways that stand are given away. */
const more = computed(() =>
  kicks.kick && !kicks.running && !kicks.stale
    ? [{ label: linkText.giveByALink, act: () => (isGiven.value = true) }]
    : [],
)
const shown = computed<Record<Layer, boolean>>(() => ({
  fan: drawn.value, rests: drawn.value, shadows: false, window: false, scratches: false, positions: false, hand: false,
})) // prettier-ignore

/** Aim at a number of the first rail, from where the cue ball lies. */
function aimAt(number: number) {
  const { cue } = board.document.balls
  if (!cue || !table.value || !rail.value || !countedFrom.value) return
  const to = placeOf(rail.value, countedFrom.value, number, table.value)
  const aim_deg = aimBetween(cue, to, table.value)
  const stroke = aim.aiming.value ?? (look.value?.option.stroke as Stroke | undefined)
  if (!stroke) return
  if (aim.aiming.value) aim.set({ aim_deg })
  else aim.begin({ ...stroke, aim_deg })
}

const layout = computed(() => page.value?.layout ?? null)
const log = useTryLog(layout)
function leave(): boolean {
  const was = log.leave()
  return aim.leave() || was
}
async function newRack() {
  leave()
  kicks.close()
  await rack()
}
useKicksKeys({
  rack: () => void newRack(),
  type: () => page.value?.type(),
  aim: () => (aim.aiming.value ? aim.leave() : kicks.way && aim.begin()),
  draw: () => (drawn.value = !drawn.value),
  log: log.turn,
  leave,
})
const frameOf = (given: { frame: Frame; radius: number }) => given
</script>

<template>
  <BoardPage
    ref="page"
    :title="text.kicks(board.name || text.untitledLayout)"
    :label="text.theLayoutWithTheWay"
    :say="say"
    :problems="all"
    :more="more"
    @rack="newRack"
  >
    <template #acts>
      <FrameActs @keys="emit('keys')" />
      <Button
        v-if="kicks.running && !kicks.stale"
        :label="text.stop"
        variant="outlined"
        class="go"
        @click="kicks.stop()"
      />
      <Button v-else class="go" @click="kicks.ask()"><KeyLabel :label="text.find" letter="W" /></Button>
    </template>
    <template #table>
      <BoardTable
        :drawing="look?.drawing ?? null"
        :in-hand="null"
        :worth="[]"
        :shown="shown"
        :time="null"
        :aim-deg="aim.aiming.value?.aim_deg ?? null"
        @aim="aim.set({ aim_deg: $event })"
      >
        <template #over="given">
          <KickLayer
            v-if="look && table"
            v-bind="frameOf(given)"
            :sum="look.sum"
            :window="look.window"
            :number="look.number"
            :route="look.route"
            :rail="rail"
            :counted-from="countedFrom"
            :table="table"
          />
          <PlacePicker v-if="log.logging.value" :frame="given.frame" @pick="log.arrived" />
        </template>
      </BoardTable>
      <p v-if="log.logging.value" class="pointing" role="status">
        {{ log.words.value }}
        <button type="button" @click="leave()">{{ text.leaveIt }}</button>
      </p>
    </template>
    <template #tools>
      <Button
        variant="text"
        size="small"
        :disabled="!look"
        :aria-pressed="drawn"
        :title="text.triesMean"
        @click="drawn = !drawn"
        ><KeyLabel :label="text.tries" letter="I"
      /></Button>
      <Button
        variant="text"
        size="small"
        :disabled="!kicks.way"
        :aria-pressed="!!aim.aiming.value"
        :title="text.myAimMeans"
        @click="aim.aiming.value ? aim.leave() : aim.begin()"
        ><KeyLabel :label="text.myAim" letter="Y"
      /></Button>
    </template>
    <template #right><WaysSheet class="right" /></template>
    <template #more>
      <section class="more" :aria-label="text.theWayLookedAtClosely">
        <OwnShotCard v-if="aim.aiming.value" use="Weigh it beside the others" @use="aim.weigh()" />
        <template v-if="look">
          <SideView v-if="look.drawing.jump" :jump="look.drawing.jump" :time="null" />
          <SumCard v-else :look="look" @take="aim.begin($event)" />
          <WindowChart
            v-if="look.window"
            :window="look.window"
            :sum="look.sum"
            :rack-words="rackWords"
            @aim="aimAt"
          />
          <div class="pair">
            <StickCard v-if="look.stick" :stick="look.stick" />
            <TriesCard :can-log="log.canLog.value" :logging="log.logging.value" @log="log.turn()" />
          </div>
        </template>
      </section>
    </template>
    <template #dialogs>
      <GiveDialog
        v-if="isGiven && kicks.kick"
        :whole="{ kick: kicks.kick.id }"
        :title="board.name"
        @close="isGiven = false"
      />
    </template>
  </BoardPage>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.2fr);
  gap: 10px;
  align-items: start;
}
@media (max-width: 760px) {
  .pair {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
