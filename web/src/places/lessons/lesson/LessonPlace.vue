<script setup lang="ts">
import { computed, onDeactivated, onMounted, onUnmounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, api } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import LayoutThumb from '@/board/LayoutThumb.vue'
import FrameActs from '@/frame/FrameActs.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { useSession } from '@/session/session'
import { text } from '@/words/text/lessons'
import GiveCard from './GiveCard.vue'
import QuestionCard from './QuestionCard.vue'
import { useLesson } from './useLesson'

/** A lesson as its coach makes it: positions in their order, what each asks, words before and after; and giving it. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const router = useRouter()
const session = useSession()
const work = useLesson()
const { lesson, title, says, positions, at, position, isSaved } = work
const { problems, guarded } = useGuarded()
const sure = ref(false)
const id = computed(() => Number(route.params['lessonId']))
watch(
  () => route.fullPath,
  () => {
    sure.value = false
    if (route.name === 'lesson') void work.open(id.value)
  },
  { immediate: true },
)
// Whoever leaves in the middle, or closes the page, loses nothing.
const flush = () => void work.flush()
onDeactivated(flush)
onMounted(() => window.addEventListener('pagehide', flush))
onUnmounted(() => window.removeEventListener('pagehide', flush))
const ASKED: Record<string, string> = {
  play: text.askPlay,
  ball: text.askBall,
  zone: text.askZone,
  chance: text.askChance,
}
const sheets = computed(() => `/api/lessons/${id.value}/sheets?units=${session.units}`)
const remove = () =>
  guarded(async () => {
    if (!sure.value) {
      sure.value = true
      return
    }
    await answered(api.DELETE('/api/lessons/{lesson_id}', { params: { path: { lesson_id: id.value } } }))
    await router.push({ name: 'lessons' })
  })
const value = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <main class="card">
    <header>
      <RouterLink :to="{ name: 'lessons' }" class="back">{{ text.lessons }}</RouterLink>
      <h1>{{ title || text.aLesson }}</h1>
      <span v-if="lesson" class="muted" role="status">{{ isSaved ? text.saved : text.saving }}</span>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <ProblemList :problems="[...problems, ...work.problems.value]" />
    <div v-if="lesson" class="halves">
      <div class="column">
        <section class="sheet" :aria-label="text.aLesson">
          <label>{{ text.title }} <input v-model="title" maxlength="80" @input="work.changed()" /></label>
          <label
            >{{ text.says
            }}<textarea v-model="says" rows="2" maxlength="1500" @input="work.changed()"></textarea>
          </label>
          <div class="choices">
            <a :href="sheets" target="_blank" class="link">{{ text.onPaper }}</a>
            <a :href="`/api/lessons/${id}/file`" class="link">{{ text.asAFile }}</a>
            <button type="button" @click="remove">{{ sure ? text.reallyDelete : text.deleteLesson }}</button>
          </div>
        </section>
        <section class="sheet" aria-labelledby="positions">
          <h2 id="positions">{{ text.positions }}</h2>
          <p v-if="!positions.length" class="muted">{{ text.noPositions }}</p>
          <ol>
            <li v-for="(one, k) in positions" :key="one.key || k">
              <button type="button" class="one" :aria-pressed="k === at" @click="at = k">
                <LayoutThumb :document="one.layout as never" />
                <span>
                  <b>{{ k + 1 }}. {{ one.name || ASKED[one.question?.asks ?? 'play'] }}</b>
                  <span class="muted">{{ work.wordsOf(one.key) || text.nothingRight }}</span>
                </span>
              </button>
            </li>
          </ol>
        </section>
        <GiveCard :work="work" />
      </div>
      <div v-if="position" class="column">
        <QuestionCard :work="work" />
        <section class="sheet" :aria-label="text.position(at + 1)">
          <h2>{{ text.position(at + 1) }}</h2>
          <label
            >{{ text.name }}
            <input :value="position.name" maxlength="80" @input="work.set({ name: value($event) })" />
          </label>
          <label
            >{{ text.before
            }}<textarea
              :value="position.before"
              rows="2"
              maxlength="1500"
              @input="work.set({ before: value($event) })"
            ></textarea>
          </label>
          <label
            >{{ text.after
            }}<textarea
              :value="position.after"
              rows="2"
              maxlength="1500"
              @input="work.set({ after: value($event) })"
            ></textarea>
          </label>
          <div class="choices">
            <button type="button" :disabled="at === 0" @click="work.move(-1)">{{ text.earlier }}</button>
            <button type="button" :disabled="at === positions.length - 1" @click="work.move(1)">
              {{ text.later }}
            </button>
            <button type="button" @click="work.takeOut()">{{ text.takePositionOut }}</button>
          </div>
        </section>
      </div>
    </div>
  </main>
</template>

<style scoped src="@/design/card-page.css"></style>
<style scoped src="@/design/card.css"></style>
<style scoped>
.link {
  display: inline-flex;
  align-items: center;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
button.one {
  display: flex;
  gap: 12px;
  align-items: center;
  width: 100%;
  padding: 6px;
  border: 1px solid transparent;
  border-radius: var(--radius-md);
  text-align: left;
  color: var(--ink);
  font-weight: 500;
}
button.one > span {
  display: grid;
}
button.one[aria-pressed='true'] {
  border-color: var(--brass);
  background: var(--tint);
}
textarea {
  padding: 6px 8px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
  font: 400 var(--text-md) var(--sans);
  resize: vertical;
}
</style>
