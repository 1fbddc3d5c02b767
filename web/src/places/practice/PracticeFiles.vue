<script setup lang="ts">
import { ref } from 'vue'
import { answered, api } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { upload } from '@/api/upload'
import ImportLine from '@/parts/ImportLine.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { useImport } from '@/stores/imports'

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
  taken.value = `Taken in: ${found.sittings} sittings with ${found.drill_attempts} attempts, ${found.rounds} rounds, ${found.drills} drills.`
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
    taken.value = `“${drill.name}” is among your drills.`
    emit('taken')
  })
</script>

<template>
  <section class="sheet" aria-label="Files">
    <h2>Files</h2>
    <ProblemList :problems="[...problems, ...whole.problems.value]" />
    <ImportLine v-if="running" :share="share" :waits="waits" @stop="whole.stop" />
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
label {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  min-width: 0;
}
</style>
