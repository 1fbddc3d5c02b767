<script setup lang="ts">
import { ref } from 'vue'
import { answered, api } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { upload } from '@/api/upload'
import ImportLine from '@/parts/ImportLine.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { useImport } from '@/stores/imports'
import { text } from '@/words/text/practice'

/** Practice as files: all of it out, a file of it or a shared drill in. */
const emit = defineEmits<{ taken: [] }>()
const { problems, guarded } = useGuarded()
const field = ref<HTMLInputElement | null>(null)
const shared = ref<HTMLInputElement | null>(null)
const taken = ref('')
function given(input: HTMLInputElement | null): File | null {
  const file = input?.files?.[0] ?? null
  if (input) input.value = ''
  return file
}
const whole = useImport(({ new: found }) => {
  taken.value = text.takenIn(
    found.sittings ?? 0,
    found.drill_attempts ?? 0,
    found.rounds ?? 0,
    found.drills ?? 0,
  )
  emit('taken')
})
const { running, share, waits } = whole
async function takeIn() {
  const file = given(field.value)
  taken.value = ''
  if (file) await whole.take(file, { what: 'practice' })
}
const takeDrill = () =>
  guarded(async () => {
    const file = given(shared.value)
    if (!file) return
    const drill = await answered(api.POST('/api/practice/drills/file', upload(file)))
    taken.value = text.isAmongYourDrills(drill.name)
    emit('taken')
  })
</script>

<template>
  <section class="sheet" :aria-label="text.files">
    <h2>{{ text.files }}</h2>
    <ProblemList :problems="[...problems, ...whole.problems.value]" />
    <ImportLine v-if="running" :share="share" :waits="waits" @stop="whole.stop" />
    <p class="row">
      <a class="link" href="/api/practice/file" download>{{ text.allPracticeAsJson }}</a>
      <a class="link" href="/api/practice/csv/attempts" download>{{ text.attemptsAsCsv }}</a>
      <a class="link" href="/api/practice/csv/answers" download>{{ text.quizAnswersAsCsv }}</a>
    </p>
    <p class="row">
      <label
        >{{ text.practiceFromAFile }} <input ref="field" type="file" accept=".json" @change="takeIn"
      /></label>
      <label
        >{{ text.aDrillThatWasShared }} <input ref="shared" type="file" accept=".json" @change="takeDrill"
      /></label>
    </p>
    <p v-if="taken" role="status">{{ taken }}</p>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 22px;
}
.link {
  display: inline-flex;
  align-items: center;
}
input {
  max-width: 100%;
}
label {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  min-width: 0;
}
</style>
