<script setup lang="ts">
import Button from 'primevue/button'
import { computed, onActivated, onDeactivated, onMounted, onUnmounted, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, api, RefusedError, type Problem, type Room } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { createBoard } from '@/board/board'
import BoardTable from '@/board/BoardTable.vue'
import SetAside from '@/board/SetAside.vue'
import { createTogether } from '@/board/together'
import { provideBoard } from '@/board/useBoard'
import type { Layer } from '@/drawing/layers'
import type { Place } from '@/drawing/place'
import PointerMarks from '@/drawing/PointerMarks.vue'
import PointingArea from '@/drawing/PointingArea.vue'
import TableDrawing from '@/drawing/TableDrawing.vue'
import { useUpright } from '@/drawing/useUpright'
import { usePutOnBoard } from '@/frame/usePutOnBoard'
import ProblemList from '@/parts/ProblemList.vue'
import { useSession } from '@/session/session'
import ShotCard from '@/shots/ShotCard.vue'
import { chanceWords, percent, spread } from '@/shots/words'
import SideView from '@/shots/SideView.vue'
import { ONLY_TRIES } from '@/stores/layers'
import { text } from '@/words/text/together'
import JoinForm from './JoinForm.vue'

/** Somebody's open board, for who has its code: looked at, pointed at, and moved by who has the hand. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const router = useRouter()
const session = useSession()
const upright = useUpright()
const board = reactive(createBoard())
provideBoard(board)
const together = reactive(createTogether(board))
const { problems, guarded } = useGuarded()
/** What is known of the board before one has joined. */
const found = ref<Room | null>(null)
const looked = ref(false)
const code = computed(() => (typeof route.params['code'] === 'string' ? route.params['code'] : ''))
const NONE: Problem = { where: '', what: text.noSuchBoard, accepted: text.lookAgain }

const look = () =>
  guarded(async () => {
    together.leave()
    found.value = null
    looked.value = !code.value
    if (!code.value) return
    try {
      found.value = await answered(api.GET('/api/rooms/{code}', { params: { path: { code: code.value } } }))
      if (found.value.seat) await enter(found.value)
    } catch (error) {
      throw error instanceof RefusedError && error.status === 404 ? new RefusedError([NONE], 404) : error
    } finally {
      looked.value = true
    }
  })
async function joined(room: Room) {
  found.value = room
  if (room.code === code.value) await enter(room)
  else await router.replace({ params: { code: room.code } })
}
const enter = (room: Room) => together.enter(room, false)
watch(
  () => [code.value, session.username],
  () => isHere && look(),
)
// Where one is a guest, tables are drawn by what the room says of them.
const geometry = (table: unknown) =>
  answered(
    api.POST('/api/rooms/{code}/geometry', {
      params: { path: { code: together.room?.code ?? '' } },
      body: { table: table as never },
    }),
  )
let isHere = false
function come() {
  if (isHere) return
  isHere = true
  session.geometryFrom(session.username ? null : geometry)
  void look()
}
function go() {
  isHere = false
  session.geometryFrom(null)
  together.leave()
}
onMounted(come)
onActivated(come)
onDeactivated(go)
onUnmounted(go)

const mine = computed(() => together.people?.people.find(({ seat }) => seat === together.room?.seat))
const hasHand = computed(() => !!mine.value && together.people?.hand === mine.value.seat)
const here = computed(() => together.people?.people.filter((person) => person.here).length ?? 0)
const holder = computed(() => together.people?.people.find(({ seat }) => seat === together.people?.hand))
const table = computed(() => session.geometryOf(board.document.table))
watch(
  [() => board.document.table, () => together.room],
  ([lying, room]) => room && guarded(() => session.learnGeometry(lying)),
)
const view = computed(() => together.view)
const layers = computed(() => ({ ...ONLY_TRIES, ...view.value?.layers }) as Record<Layer, boolean>)
const inHand = computed(() => (view.value?.in_hand as Place | null | undefined) ?? null)

const takeOver = usePutOnBoard()
const put = () => takeOver(board.document, together.room?.title ?? '')
const another = () => router.push({ params: { code: '' } })
</script>

<template>
  <main>
    <p v-if="!looked" class="muted" role="status">{{ text.opening }}</p>
    <template v-else-if="together.over">
      <h1>{{ together.over === 'ended' ? text.isClosed : text.youAreOut }}</h1>
      <p v-if="together.over === 'ended'" role="status">{{ text.isClosedMeans }}</p>
      <Button class="own" variant="outlined" :label="text.anotherCode" @click="another" />
    </template>
    <template v-else-if="together.room">
      <header>
        <h1>{{ together.room.title }}</h1>
        <Button
          v-if="hasHand && !mine?.is_owner"
          :label="text.giveItBack"
          @click="guarded(() => together.giveHand(null))"
        />
        <Button
          v-else-if="!hasHand"
          variant="outlined"
          :label="mine?.asks ? text.askNoMore : text.askForIt"
          @click="guarded(() => together.ask(!mine?.asks))"
        />
        <Button variant="text" :label="text.putItOnMyBoard" @click="put" />
      </header>
      <p class="muted">
        {{ text.boardOf(together.room.owner) }} · {{ text.here(here) }}
        <span role="status">
          ·
          <template v-if="!together.isLive">{{ text.notLive }}</template>
          <b v-else-if="hasHand">{{ text.youHaveTheHand }}</b>
          <template v-else>{{ holder ? text.handIsWith(holder.name) : text.watching }}</template>
        </span>
      </p>
      <ProblemList :problems="[...problems, ...together.problems]" />
      <SetAside :aside="together.aside" @back="together.putBack()" @go="together.letGo()" />
      <div class="seen">
        <PointingArea class="surface" :table="table" :upright="upright" @point="together.point">
          <BoardTable
            v-if="hasHand"
            :drawing="null"
            :in-hand="null"
            :worth="[]"
            :shown="layers"
            :time="null"
            :aim-deg="null"
          >
            <template #over="{ frame, radius }"
              ><PointerMarks :frame="frame" :radius="radius" :pointers="together.pointers"
            /></template>
          </BoardTable>
          <div v-else-if="table" class="still" :class="{ upright }">
            <TableDrawing
              :table="table"
              :balls="board.document.balls"
              :selected="null"
              :drawing="view?.drawing ?? null"
              :in-hand="inHand"
              :worth="[]"
              :upright="upright"
              :shown="layers"
              :time="null"
              :aim-deg="null"
              :label="text.theTable"
            >
              <template #over="{ frame, radius }"
                ><PointerMarks :frame="frame" :radius="radius" :pointers="together.pointers"
              /></template>
            </TableDrawing>
          </div>
        </PointingArea>
        <div class="told">
          <p v-if="view?.scene">{{ view.scene }}</p>
          <section v-if="view?.option && !hasHand" :aria-label="text.shotShown">
            <h2>{{ view.option.name }}</h2>
            <p>
              {{ percent(view.option.rack_chance.value) }} {{ chanceWords(board.document.game) }},
              {{ spread(view.option.rack_chance) }}
            </p>
            <ShotCard :option="view.option" :game="board.document.game" :is-best="false" why="" />
            <SideView v-if="view.drawing?.jump" :jump="view.drawing.jump" />
          </section>
        </div>
      </div>
    </template>
    <template v-else>
      <ProblemList :problems="problems" />
      <JoinForm :key="code" :code="code" :found="found" @joined="joined" />
    </template>
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: 8px;
  padding: 18px 16px 80px;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
}
h1 {
  flex: 1;
  font-size: var(--text-2xl);
}
h2 {
  font-size: var(--text-lg);
}
p {
  margin: 0;
}
.seen {
  display: grid;
  grid-template-columns: minmax(0, 1.7fr) minmax(320px, 1fr);
  gap: 16px;
  align-items: start;
}
.surface {
  display: grid;
}
.still {
  aspect-ratio: 2.84 / 1.57;
  max-height: calc(100vh - 170px);
}
.still.upright {
  aspect-ratio: 1.57 / 2.84;
}
.told,
.told section {
  display: grid;
  gap: 10px;
}
.own {
  justify-self: start;
}
@media (max-width: 980px) {
  .seen {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 760px) {
  main {
    padding: 10px 10px 80px;
  }
  h1 {
    flex-basis: 100%;
    font-size: var(--text-xl);
  }
}
</style>
