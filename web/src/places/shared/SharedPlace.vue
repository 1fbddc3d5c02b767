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
  } else keepGiven({ document: whole.value, title })
  await router.push('/')
}
</script>

<template>
  <main class="card">
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
      <p class="muted about">
        {{ about }}<template v-if="!session.username">. {{ text.signInFirst }}</template>
      </p>
      <div class="halves wide">
        <div class="column">
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
        </div>
        <div v-if="answer" class="column">
          <section class="sheet lines" :aria-label="text.whatWasWeighed">
            <h2>{{ text.whatWasWeighed }}</h2>
            <p v-if="answer.choice" class="choice">{{ answer.choice }}</p>
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
          <ShotCard
            v-if="option"
            :option="option"
            :game="whole.game ?? 'nine-ball'"
            :is-best="place === 0"
            :why="answer.why"
          />
          <SideView v-if="drawing?.jump" :jump="drawing.jump" />
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="@/design/card-page.css"></style>
<style scoped>
.lines {
  padding: 12px 14px;
}
.lines p {
  margin: 0 0 6px;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
.own {
  justify-self: start;
}
</style>
