<script setup lang="ts">
import { ref } from 'vue'
import { answered, api } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { upload } from '@/api/upload'
import ProblemList from '@/parts/ProblemList.vue'

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
const takeIn = () =>
  guarded(async () => {
    const file = given(field.value)
    if (!file) return
    const done = await answered(api.POST('/api/practice/file', upload(file)))
    taken.value = `Taken in: ${done.sittings} sittings with ${done.drill_attempts} attempts, ${done.rounds} rounds, ${done.drills} drills.`
    emit('taken')
  })
const takeDrill = () =>
  guarded(async () => {
    const file = given(shared.value)
    if (!file) return
    const drill = await answered(api.POST('/api/practice/drills/file', upload(file)))
    taken.value = `“${drill.name}” is among your drills.`
    emit('taken')
  })
</script>

<template>
  <section class="sheet" aria-label="Files">
    <h2>Files</h2>
    <ProblemList :problems="problems" />
    <p class="row">
      <a class="link" href="/api/practice/file" download>All practice as JSON</a>
      <a class="link" href="/api/practice/csv/attempts" download>Attempts as CSV</a>
      <a class="link" href="/api/practice/csv/answers" download>Quiz answers as CSV</a>
    </p>
    <p class="row">
      <label>Practice from a file <input ref="field" type="file" accept=".json" @change="takeIn" /></label>
      <label
        >A drill that was shared <input ref="shared" type="file" accept=".json" @change="takeDrill"
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
</style>
