<script setup lang="ts">
import Button from 'primevue/button'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, api, problemsOf, type Problem, type Shared } from '@/api/client'
import { wholeDocument } from '@/board/document'
import { keepGiven } from '@/board/given'
import { useBoard } from '@/board/useBoard'
import { ONLY_TRIES } from '@/stores/layers'
import type { Place } from '@/drawing/place'
import TableDrawing from '@/drawing/TableDrawing.vue'
import { useUpright } from '@/drawing/useUpright'
import ProblemList from '@/parts/ProblemList.vue'
import { useSession } from '@/session/session'
import LedgerLine from '@/shots/LedgerLine.vue'
import ShotCard from '@/shots/ShotCard.vue'
import SideView from '@/shots/SideView.vue'
import { useStudy } from '@/stores/study'
import { dayWords } from '@/words/days'
import { text } from '@/words/text/links'

/** What somebody gave away by a link, read only: for who has the link, signed in or not. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const router = useRouter()
const session = useSession()
const board = useBoard()
const study = useStudy()
const upright = useUpright()
const shared = shallowRef<Shared | null>(null)
const problems = ref<Problem[]>([])
const place = ref(0)

async function open() {
  const token = route.params.token
  if (typeof token !== 'string') return
  problems.value = []
  try {
    shared.value = await answered(api.GET('/api/shared/{token}', { params: { path: { token } } }))
    place.value = 0
    document.title = shared.value.title
  } catch (error) {
    shared.value = null
    const found = problemsOf(error)
    const isNone = found.length === 1 && !found[0]?.where
    problems.value = isNone
      ? [{ where: '', what: text.thisLinkLeadsNowhere, accepted: text.mistypedOrEnded }]
      : found
  }
}
watch(() => route.params.token, open, { immediate: true })

const answer = computed(() => shared.value?.shown.study ?? null)
const option = computed(() => answer.value?.options[place.value] ?? null)
const drawing = computed(() => shared.value?.shown.drawings?.[place.value] ?? null)
const whole = computed(() => (shared.value ? wholeDocument(shared.value.shown.document) : null))
const balls = computed(() => (whole.value?.balls ?? {}) as Record<string, Place>)
const about = computed(() =>
  shared.value
    ? [shared.value.by && text.by(shared.value.by), text.asItWas(dayWords(shared.value.created))]
        .filter(Boolean)
        .join(' · ')
    : '',
)
async function put() {
  if (!shared.value || !whole.value) return
  const { title } = shared.value
  if (session.username) {
    study.close()
    board.load(whole.value, title, null)
    await router.push('/')
  } else {
    keepGiven({ document: whole.value, title })
    // To the sign-in: within this page the router waits until somebody has signed in.
    window.location.assign('/')
  }
}
</script>

<template>
  <main>
    <p v-if="!shared && !problems.length" class="muted" role="status">{{ text.looking }}</p>
    <template v-if="problems.length">
      <h1>{{ text.shared }}</h1>
      <ProblemList :problems="problems" />
      <Button :label="text.tryAgain" variant="outlined" class="own" @click="open" />
    </template>
    <template v-if="shared && whole">
      <header>
        <h1>{{ shared.title }}</h1>
        <Button :label="text.putItOnMyBoard" @click="put" />
      </header>
      <p class="muted">
        {{ about }}<template v-if="!session.username">. {{ text.signInFirst }}</template>
      </p>
      <div class="seen">
        <div class="still" :class="{ upright }">
          <TableDrawing
            :table="shared.geometry"
            :balls="balls"
            :selected="null"
            :drawing="drawing"
            :in-hand="null"
            :worth="[]"
            :upright="upright"
            :shown="ONLY_TRIES"
            :time="null"
            :aim-deg="null"
            :label="text.theTableShown"
          />
        </div>
        <template v-if="answer && option">
          <section class="sheet lines" :aria-label="text.whatWasWeighed">
            <h2>{{ text.whatWasWeighed }}</h2>
            <p v-if="answer.choice">{{ answer.choice }}</p>
            <p class="muted">{{ answer.reliable }}</p>
            <ol>
              <LedgerLine
                v-for="(line, k) in answer.options"
                :key="line.id"
                :option="line"
                :rank="k + 1"
                :best="answer.options[0]?.rack_chance.value ?? 0"
                :chosen="k === place"
                @choose="place = k"
              />
            </ol>
          </section>
          <div class="chosen">
            <h2 class="visually-hidden">{{ option.name }}</h2>
            <ShotCard
              :option="option"
              :game="whole.game ?? 'nine-ball'"
              :is-best="place === 0"
              :why="answer.why"
            />
            <SideView v-if="drawing?.jump" :jump="drawing.jump" />
          </div>
        </template>
      </div>
    </template>
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: 10px;
  padding: 18px 16px 40px;
}
header {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 16px;
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
/* The table and what is told of the chosen shot, beside the list; on a phone the list stands between them. */
.seen {
  display: grid;
  grid-template: 'table lines' auto 'chosen lines' 1fr / minmax(0, 1.7fr) minmax(320px, 1fr);
  gap: 16px;
  align-items: start;
}
.still {
  grid-area: table;
  aspect-ratio: 2.84 / 1.57;
}
.still.upright {
  aspect-ratio: 1.57 / 2.84;
}
.lines {
  grid-area: lines;
  display: grid;
  gap: 8px;
  padding: 14px 12px;
}
.chosen {
  grid-area: chosen;
  display: grid;
  gap: 12px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.own {
  justify-self: start;
}
@media (max-width: 980px) {
  .seen {
    grid-template: 'table' 'lines' 'chosen' / minmax(0, 1fr);
  }
}
</style>
