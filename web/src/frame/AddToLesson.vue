<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { ref, watch } from 'vue'
import { answered, api, type LessonLineOut, type PositionSource } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import ProblemList from '@/parts/ProblemList.vue'
import { text } from '@/words/text/addToLesson'

/** What lies here, was weighed, planned or decided becomes a position of a lesson. */
const props = defineProps<{ visible: boolean; source: Partial<PositionSource> }>()
const emit = defineEmits<{ close: [] }>()
const { problems, guarded } = useGuarded()
const lessons = ref<LessonLineOut[]>([])
/** Which lesson, or a new one; nothing until somebody chose, or the lessons are known. */
const chosen = ref<number | '' | null>(null)
const title = ref('')
const name = ref('')
const busy = ref(false)
const added = ref<{ id: number; words: string } | null>(null)
watch(
  () => props.visible,
  (now) => {
    if (!now) return
    added.value = null
    chosen.value = null
    void guarded(async () => {
      lessons.value = await answered(api.GET('/api/lessons'))
      chosen.value ??= lessons.value[0]?.id ?? ''
    })
  },
  { immediate: true },
)
const add = () =>
  guarded(async () => {
    busy.value = true
    try {
      const id = chosen.value || (await made())
      const body = { name: name.value.trim(), ...props.source } as PositionSource
      const params = { path: { lesson_id: id } }
      const lesson = await answered(api.POST('/api/lessons/{lesson_id}/positions', { params, body }))
      const { positions = [], title: called } = lesson.document
      added.value = { id, words: text.added(positions.length, called) }
    } finally {
      busy.value = false
    }
  })
async function made(): Promise<number> {
  const document = { title: title.value.trim() || text.aLesson, positions: [] }
  const { id } = await answered(api.POST('/api/lessons', { body: { document: document as never } }))
  chosen.value = id
  return id
}
</script>

<template>
  <Dialog
    :visible="visible"
    modal
    :header="text.addToALesson"
    :style="{ width: 'min(460px, 94vw)' }"
    @update:visible="emit('close')"
  >
    <ProblemList :problems="problems" />
    <template v-if="added">
      <p role="status">{{ added.words }}</p>
      <RouterLink :to="`/lessons/${added.id}`" @click="emit('close')">{{ text.openIt }}</RouterLink>
    </template>
    <form v-else @submit.prevent="add">
      <p class="muted">
        {{ source.layout ? text.addMeans : source.drill ? text.addMeansDrill : text.addMeansAnswer }}
      </p>
      <label
        >{{ text.whichLesson }}
        <select v-model="chosen">
          <option v-for="one in lessons" :key="one.id" :value="one.id">{{ one.title }}</option>
          <option value="">{{ text.aNewOne }}</option>
        </select></label
      >
      <label v-if="chosen === ''"
        >{{ text.itsTitle }} <InputText v-model="title" maxlength="80" :placeholder="text.aLesson"
      /></label>
      <label v-if="!source.drill"
        >{{ text.nameOfThePosition }} <InputText v-model="name" maxlength="80"
      /></label>
      <Button type="submit" :label="text.add" :disabled="chosen === null" :loading="busy" />
    </form>
  </Dialog>
</template>

<style scoped>
form {
  display: grid;
  gap: 12px;
}
p {
  margin: 0 0 8px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 600;
  font-size: var(--text-sm);
}
select {
  min-height: 38px;
  padding: 3px 8px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
  font: 400 var(--text-md) var(--sans);
}
a {
  color: var(--brass);
  font-weight: 600;
}
</style>
