<script setup lang="ts">
import { ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, api, type HomeworkLine, type LessonLineOut } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import FrameActs from '@/frame/FrameActs.vue'
import { usePlaceMemory } from '@/frame/usePlaceMemory'
import ProblemList from '@/parts/ProblemList.vue'
import { dayWords } from '@/words/days'
import { text } from '@/words/text/lessons'
import GroupsCard from './GroupsCard.vue'

/** Lessons: what one was given, what one gives, and the groups it goes to. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const router = useRouter()
const { problems, guarded } = useGuarded()
const lessons = ref<LessonLineOut[]>([])
const homework = ref<HomeworkLine[]>([])
const isKnown = ref(false)
const file = ref<HTMLInputElement | null>(null)
const load = () =>
  guarded(async () => {
    const found = await Promise.all([answered(api.GET('/api/lessons')), answered(api.GET('/api/homework'))])
    ;[lessons.value, homework.value] = found
    isKnown.value = true
  })
// Whenever one comes here, once.
watch(() => route.fullPath, () => route.name === 'lessons' && void load(), { immediate: true }) // prettier-ignore
const open = (id: number) => router.push({ name: 'lesson', params: { lessonId: String(id) } })
const make = () =>
  guarded(async () => {
    const document = { title: text.aLesson, positions: [] }
    await open((await answered(api.POST('/api/lessons', { body: { document: document as never } }))).id)
  })
const dearest = () =>
  guarded(async () => {
    const body = { title: text.dearestTen, count: 10 }
    await open((await answered(api.POST('/api/lessons/dearest', { body }))).id)
  })
const takeIn = () =>
  guarded(async () => {
    const [chosen] = file.value?.files ?? []
    if (!chosen) return
    const content = await chosen.text()
    if (file.value) file.value.value = ''
    await open((await answered(api.POST('/api/lessons/file', { body: { content } }))).id)
  })
function about(one: LessonLineOut): string {
  const to = one.givings ? text.givenTo(one.students) : text.notGiven
  return [text.positionsCounted(one.positions), to].join(' · ')
}
function aboutHomework(one: HomeworkLine): string {
  const until = one.expires ? text.until(dayWords(one.expires)) : ''
  return [text.byOf(one.by, one.group), text.answeredOf(one.answered, one.count), until]
    .filter(Boolean)
    .join(' · ')
}
usePlaceMemory()
</script>

<template>
  <main class="card">
    <header>
      <h1>{{ text.lessons }}</h1>
      <RouterLink to="/b" class="link">{{ text.joinABoard }}</RouterLink>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <ProblemList :problems="problems" />
    <div class="halves">
      <section class="sheet" aria-labelledby="my-lessons">
        <h2 id="my-lessons">{{ text.myLessons }}</h2>
        <div class="choices">
          <button type="button" class="main" @click="make">{{ text.newLesson }}</button>
          <button type="button" @click="dearest">{{ text.ofMyDearestTen }}</button>
          <button type="button" @click="file?.click()">{{ text.takeInAFile }}</button>
          <input
            ref="file"
            type="file"
            accept=".json,application/json"
            class="visually-hidden"
            tabindex="-1"
            :aria-label="text.takeInAFile"
            @change="takeIn"
          />
        </div>
        <p v-if="isKnown && !lessons.length" class="muted">{{ text.noLessons }}</p>
        <ul>
          <li v-for="one in lessons" :key="one.id">
            <RouterLink :to="`/lessons/${one.id}`">{{ one.title }}</RouterLink>
            <span class="muted">{{ about(one) }}</span>
          </li>
        </ul>
      </section>
      <div class="column">
        <section class="sheet" aria-labelledby="for-me">
          <h2 id="for-me">{{ text.forMe }}</h2>
          <p v-if="isKnown && !homework.length" class="muted">{{ text.nothingForMe }}</p>
          <ul>
            <li v-for="one in homework" :key="one.id">
              <RouterLink :to="`/h/${one.id}`">{{ one.title }}</RouterLink>
              <span class="muted">{{ aboutHomework(one) }}</span>
            </li>
          </ul>
        </section>
        <GroupsCard />
      </div>
    </div>
  </main>
</template>

<style scoped src="@/design/card-page.css"></style>
<style scoped src="@/design/card.css"></style>
<style scoped src="./lists.css"></style>
<style scoped>
header {
  gap: 4px 16px;
}
</style>
