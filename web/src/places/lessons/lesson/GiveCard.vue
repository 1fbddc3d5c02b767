<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { onActivated, onMounted, ref, watch } from 'vue'
import { answered, api, type Giving, type LessonGroup } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import ProblemList from '@/parts/ProblemList.vue'
import { dayWords } from '@/words/days'
import { text } from '@/words/text/lessons'
import type { LessonInWork } from './useLesson'

/** A lesson given to a group or by a link; what was given so far, with its answers and its end. */
const props = defineProps<{ work: LessonInWork }>()
const LASTS = { '7': text.aWeek, '30': text.aMonth, '': text.untilIEndIt }
const { problems, guarded } = useGuarded()
const groups = ref<LessonGroup[]>([])
const group = ref<number | ''>('')
const by = ref('')
const days = ref('7')
const busy = ref(false)
const made = ref<{ address: string; svg: string } | null>(null)
const givings = ref<Giving[]>([])
watch(
  () => props.work.lesson.value,
  (lesson, before) => {
    givings.value = lesson?.givings ?? []
    if (lesson?.id !== before?.id) made.value = null
  },
  { immediate: true },
)
const load = () =>
  guarded(async () => {
    groups.value = (await answered(api.GET('/api/groups'))).filter((one) => one.mine)
  })
onMounted(load)
onActivated(load)
const give = () =>
  guarded(async () => {
    busy.value = true
    made.value = null
    try {
      await props.work.flush()
      const id = props.work.lesson.value?.id ?? 0
      const body = {
        group: group.value || null,
        by: by.value.trim(),
        days: days.value ? Number(days.value) : null,
      }
      const params = { path: { lesson_id: id } }
      const given = await answered(api.POST('/api/lessons/{lesson_id}/give', { params, body }))
      givings.value = [given.line, ...givings.value]
      if (!given.path) return
      const address = window.location.origin + given.path
      const { svg } = await answered(api.POST('/api/links/qr', { body: { address } }))
      made.value = { address, svg: `data:image/svg+xml,${encodeURIComponent(svg)}` }
    } finally {
      busy.value = false
    }
  })
const end = (id: number) =>
  guarded(async () => {
    const params = { path: { giving_id: id } }
    const ended = await answered(api.POST('/api/givings/{giving_id}/end', { params }))
    givings.value = givings.value.map((one) => (one.id === id ? ended : one))
  })
function about(one: Giving): string {
  const until = one.has_ended ? text.ended : one.expires ? text.until(dayWords(one.expires)) : ''
  return [text.givenTo(one.students), until].filter(Boolean).join(' · ')
}
const select = (field: EventTarget | null) => (field as HTMLInputElement | null)?.select?.()
</script>

<template>
  <section class="sheet" aria-labelledby="give">
    <h2 id="give">{{ text.give }}</h2>
    <form class="choices" @submit.prevent="give">
      <label
        >{{ text.to }}
        <select v-model="group">
          <option value="">{{ text.whoHasTheLink }}</option>
          <option v-for="one in groups" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label
        >{{ text.lasts }}
        <select v-model="days">
          <option v-for="(words, key) in LASTS" :key="key" :value="key">{{ words }}</option>
        </select></label
      >
      <label>{{ text.signed }} <InputText v-model="by" size="small" maxlength="40" /></label>
      <button class="main" :disabled="busy">{{ text.giveIt }}</button>
    </form>
    <ProblemList :problems="problems" />
    <div v-if="made" class="made">
      <label
        >{{ text.theLink }}
        <InputText :model-value="made.address" readonly fluid size="small" @focus="select($event.target)" />
        <span class="muted">{{ text.toldThisOnce }}</span>
      </label>
      <img :src="made.svg" :alt="text.qrCode(work.title.value)" />
    </div>
    <ul>
      <li v-for="one in givings" :key="one.id">
        <span>{{ dayWords(one.given) }}, {{ one.group ?? text.byLink }}</span>
        <span class="muted">{{ about(one) }}</span>
        <RouterLink
          :to="`/lessons/given/${one.id}`"
          class="link"
          :aria-label="text.answersOf(dayWords(one.given))"
          >{{ text.answers }}</RouterLink
        >
        <button
          v-if="!one.has_ended"
          type="button"
          :aria-label="text.endWhich(dayWords(one.given))"
          @click="end(one.id)"
        >
          {{ text.end }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="../lists.css"></style>
<style scoped>
.made {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 132px;
  gap: 14px;
}
img {
  width: 132px;
  height: 132px;
}
</style>
