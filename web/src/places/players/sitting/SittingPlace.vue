<script setup lang="ts">
import Button from 'primevue/button'
import { computed, onActivated, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { BoardTable } from '@/api/client'
import type { Place } from '@/drawing/place'
import StationDrawing from '@/drawing/StationDrawing.vue'
import SittingPage from '@/frame/SittingPage.vue'
import { useKeys } from '@/frame/keys'
import KeyLabel from '@/parts/KeyLabel.vue'
import { useMeasure } from '@/stores/measure'
import { useOutbox } from '@/stores/outbox'
import { useSession } from '@/session/session'
import { useSitting } from '@/stores/sitting'
import OutcomeButtons from './OutcomeButtons.vue'
import { outcomeOf } from './sittingKeys'
import StationTabs from './StationTabs.vue'
import { text } from '@/words/text/players'
import { decimal } from '@/words/numbers'

/** A set of stations, gone through at the table: one shot, one tap. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const router = useRouter()
const session = useSession()
const sittings = useSitting()
const outbox = useOutbox()
const measure = useMeasure()
const playerId = computed(() => Number(route.params['playerId']))
const name = computed(
  () => session.players.find(({ key }) => key === `profile:${playerId.value}`)?.name ?? '',
)
const station = computed(() => sittings.station)
const cue = computed(() => (station.value?.cue ?? [0, 0]) as Place)
const ball = computed(() => (station.value?.ball ?? null) as Place | null)
const mark = computed(() => (station.value?.mark ?? null) as Place | null)
const isPot = computed(() => !!station.value?.ball)
const table = computed(() => (sittings.sitting?.table ?? 'pool-9ft') as BoardTable)
const geometry = computed(() => session.geometryOf(table.value))
const rests = computed(() =>
  sittings.here.flatMap((one) => (one.x == null || one.y == null ? [] : [[one.x, one.y] as Place])),
)
/** A lone cue ball's way: straight at the foot rail, and to the mark. */
const way = computed<Place[]>(() => {
  if (!station.value || isPot.value) return []
  return [cue.value, [7.91, cue.value[1]], mark.value ?? cue.value]
})
const last = computed(() => sittings.played.at(-1))
const lastWords = computed(() => {
  const one = last.value
  if (!one) return ''
  const at = sittings.sitting?.stations.find(({ key }) => key === one.station)
  const said = at?.outcomes.find(({ name }) => name === one.outcome)?.words
  return `${at?.name}: ${said ?? text.cameToRestAt(one.x?.toFixed(1) ?? '', one.y?.toFixed(1) ?? '')}`
})
const coming = computed(() => (sittings.sitting ? outbox.of(sittings.sitting.id).length : 0))
const title = computed(() =>
  text.sittingTitle(name.value, sittings.sitting?.set_name === 'long' ? text.long : text.short),
)
const ending = ref(false)

const open = () => {
  if (route.name === 'sitting') void sittings.open(playerId.value, Number(route.params['sittingId']))
}
onActivated(open)
watch(() => route.params['sittingId'], open, { immediate: true })
watch(table, (now) => void session.learnGeometry(now), { immediate: true })

async function finish() {
  ending.value = true
  const player = playerId.value
  const over = await sittings.end()
  ending.value = false
  if (!over) return
  await router.push({ name: 'player', params: { playerId: String(player) } })
  await measure.show(player)
  await measure.ask()
}
useKeys((event) => {
  if (event.ctrlKey || event.metaKey || !station.value) return undefined
  if (event.key.toLowerCase() === 'u') return sittings.undo
  const outcome = outcomeOf(event.key, isPot.value)
  return outcome ? () => sittings.tap(outcome) : undefined
})
</script>

<template>
  <SittingPage
    :title="title"
    :problems="sittings.problems"
    :coming="coming"
    :small="isPot"
    @keys="$emit('keys')"
  >
    <template v-if="sittings.sitting && station" #steps>
      <StationTabs
        :stations="sittings.sitting.stations"
        :at="sittings.at"
        :count-of="sittings.countOf"
        @choose="sittings.at = $event"
      />
    </template>
    <template v-if="station && geometry" #drawing>
      <StationDrawing
        :table="geometry"
        :cue="cue"
        :ball="ball"
        :pocket="station.pocket"
        :mark="mark"
        :way="way"
        :rests="rests"
        :asks="!isPot"
        :words="
          isPot
            ? text.drawnToScale(station.name)
            : `${station.name}. Tap where the cue ball came to rest, or move there with the arrow keys and press Enter.`
        "
        class="drawing"
        @rest="sittings.tap('', $event)"
      />
    </template>
    <template v-if="station" #how>
      <section class="how" :aria-label="station.name">
        <h2>{{ station.name }}</h2>
        <p>{{ station.says }}</p>
        <p class="muted">
          {{ text.tellsOf(station.tip_words, station.speed_words, station.tells.join(' and ')) }}
        </p>
        <p class="muted">
          {{ text.cueBallAt(station.cue.map((v) => decimal(v)).join(', '))
          }}<template v-if="station.ball">
            {{ text.ballAt(station.ball.map((v) => decimal(v, 2)).join(', ')) }}</template
          ><template v-else> {{ text.markAt(station.mark.map((v) => decimal(v)).join(', ')) }}</template>
          {{ text.diamondsFromTheHeadAnd }}
        </p>
      </section>
    </template>
    <template v-if="station" #taps>
      <p v-if="!isPot" class="tap-here">{{ text.tapTheTableWhereIt }}</p>
      <OutcomeButtons :outcomes="station.outcomes" @tap="sittings.tap($event)" />
      <p class="last" aria-live="polite">
        <b v-if="last && !sittings.here.length" class="next">{{ text.nowSetUp(station.name) }}</b>
        <template v-if="last">
          {{ lastWords }}.
          <button type="button" class="undo" @click="sittings.undo">
            <KeyLabel :label="text.undo" letter="U" />
          </button>
        </template>
        <span v-else class="muted">{{ text.oneShotOneTapIt }}</span>
      </p>
    </template>
    <template v-if="station" #acts>
      <Button
        :label="sittings.complete ? text.doneMeasure : text.enoughMeasureNow"
        :variant="sittings.complete ? undefined : 'outlined'"
        :disabled="ending || !sittings.played.length"
        @click="finish"
      />
      <RouterLink :to="{ name: 'player', params: { playerId: String(playerId) } }">{{
        text.goOnLater
      }}</RouterLink>
    </template>
  </SittingPage>
</template>

<style scoped>
h2 {
  font-size: var(--text-lg);
}
.last {
  min-height: 26px;
  font-weight: 600;
}
.next {
  display: block;
  color: var(--brass);
}
.last .muted {
  font-weight: 400;
}
a {
  color: var(--brass);
  font-weight: 600;
}
</style>
