<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answered, api, sentence, type BroughtBack, type RecordReading } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { upload } from '@/api/upload'
import ProblemList from '@/frame/ProblemList.vue'
import { useSession } from '@/stores/session'
import { fileOf, type Filters } from './filters'

/** The record as files, out and in; everything of one's own as one file; and the end of an account. */
const props = defineProps<{ filters: Filters }>()
const emit = defineEmits<{ taken: [] }>()
const session = useSession()
const router = useRouter()
const { problems, guarded } = useGuarded()
const field = ref<HTMLInputElement | null>(null)
const whole = ref<HTMLInputElement | null>(null)
const file = ref<File | null>(null)
const reading = ref<RecordReading | null>(null)
const brought = ref<BroughtBack | null>(null)
const taken = ref('')
const level = ref('')
const levels = computed(() => session.players.filter((player) => !player.own))
const news = computed(() => (reading.value?.matches.length ?? 0) + (reading.value?.decisions ?? 0))
const given = () => (file.value ? upload(file.value, { level: level.value }) : null)

const look = () =>
  guarded(async () => {
    taken.value = ''
    const body = given()
    if (body) reading.value = await answered(api.POST('/api/record/read', body))
  })
async function choose() {
  file.value = field.value?.files?.[0] ?? null
  if (field.value) field.value.value = ''
  reading.value = null
  await look()
}
const take = () =>
  guarded(async () => {
    const body = given()
    if (!body) return
    const done = await answered(api.POST('/api/record/take', body))
    taken.value = `Taken in: ${done.matches.length} matches, ${done.decisions} decisions of no match.`
    reading.value = file.value = null
    await session.loadPlayers()
    emit('taken')
  })
const bringBack = () =>
  guarded(async () => {
    const chosen = whole.value?.files?.[0]
    if (whole.value) whole.value.value = ''
    if (!chosen) return
    brought.value = await answered(api.POST('/api/account/file', upload(chosen)))
    await Promise.all([session.loadPlayers(), session.loadTables()])
    emit('taken')
  })
const leaving = ref(false)
const password = ref('')
const leave = () =>
  guarded(async () => {
    await answered(api.POST('/api/account/delete', { body: { password: password.value } }))
    await router.push('/')
    window.location.assign('/')
  })
const PARTS: [keyof BroughtBack, string][] = [
  ['players', 'players'],
  ['tables', 'tables'],
  ['attempts', 'attempts'],
  ['layouts', 'layouts'],
  ['studies', 'studies'],
  ['matches', 'matches'],
  ['decisions', 'decisions of no match'],
  ['sittings', 'sittings at drills'],
  ['rounds', 'rounds of the quiz'],
]
const broughtWords = computed(() => {
  const back = brought.value
  if (!back) return ''
  const parts = PARTS.filter(([key]) => back[key]).map(([key, name]) => `${back[key]} ${name}`)
  return parts.length ? `Brought back: ${parts.join(', ')}.` : 'All of it was here already.'
})
</script>

<template>
  <section class="sheet" aria-label="Files">
    <h2>Files</h2>
    <p>
      What is shown now, as it is filtered:
      <a class="link" :href="fileOf('/api/record/file', props.filters)" download>the record (JSON)</a>,
      <a class="link" :href="fileOf('/api/record/decisions', props.filters)" download>decisions (CSV)</a>,
      <a class="link" :href="fileOf('/api/record/racks', props.filters)" download>racks (CSV)</a>
    </p>
    <p>
      <button type="button" class="main" @click="field?.click()">Read a file in</button>
      <span class="muted">
        a record, or CSV of racks or of decisions; you see what it holds before anything is taken.</span
      >
      <input
        ref="field"
        type="file"
        accept=".json,.csv,application/json,text/csv"
        class="visually-hidden"
        tabindex="-1"
        aria-label="A file of the record"
        @change="choose"
      />
    </p>
    <ProblemList :problems="problems" />
    <p v-if="taken" role="status">
      <b>{{ taken }}</b>
    </p>
    <div v-if="reading" class="reading" role="group" aria-label="What the file holds">
      <p>
        <b>{{ file?.name }}</b>: {{ reading.matches.length }} new
        {{ reading.matches.length === 1 ? 'match' : 'matches' }}, {{ reading.decisions }} new decisions of no
        match; {{ reading.known }} here already; {{ reading.problems.length }} left out.
      </p>
      <ul v-if="reading.matches.length">
        <li v-for="(one, i) in reading.matches.slice(0, 12)" :key="i">
          {{ one.date }}: {{ one.player }} – {{ one.opponent }}, {{ one.racks }} racks,
          {{ one.decisions }} decisions
        </li>
        <li v-if="reading.matches.length > 12">and {{ reading.matches.length - 12 }} more</li>
      </ul>
      <ul v-if="reading.problems.length" class="wrong">
        <li v-for="(one, i) in reading.problems.slice(0, 12)" :key="i">{{ sentence(one) }}</li>
        <li v-if="reading.problems.length > 12">and {{ reading.problems.length - 12 }} more</li>
      </ul>
      <label v-if="reading.strangers.length || level"
        >Players nobody knows here
        <select v-model="level" @change="look">
          <option value="">leave their matches out</option>
          <option v-for="one in levels" :key="one.key" :value="one.key">
            make them {{ one.name }} players
          </option>
        </select>
      </label>
      <p class="choices">
        <button type="button" class="main" :disabled="!news" @click="take">Take it in</button>
        <button type="button" @click="reading = null">Leave it</button>
      </p>
    </div>
    <h3>Everything of mine</h3>
    <p>
      <a class="link" href="/api/account/file" download>Take everything away as one file</a>
      <span class="muted"> players, tables, attempts, layouts, kept studies, tries, the record.</span>
    </p>
    <p>
      <button type="button" @click="whole?.click()">Bring such a file back</button>
      <input
        ref="whole"
        type="file"
        accept=".json,application/json"
        class="visually-hidden"
        tabindex="-1"
        aria-label="A file of an account"
        @change="bringBack"
      />
      <span v-if="broughtWords" role="status"> {{ broughtWords }}</span>
    </p>
    <p v-if="!leaving">
      <button type="button" class="goodbye" @click="leaving = true">Delete my account …</button>
    </p>
    <form v-else class="choices" aria-label="Delete my account" @submit.prevent="leave">
      <p>All that {{ session.username }} has here goes for good. Take it away as a file first.</p>
      <label
        >Password <input v-model="password" type="password" autocomplete="current-password" maxlength="200"
      /></label>
      <button type="submit" class="goodbye" :disabled="!password">Delete for good</button>
      <button type="button" @click="leaving = false">Keep it</button>
    </form>
  </section>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped>
.link {
  padding: 0;
}
.reading {
  display: grid;
  gap: 8px;
  padding: 10px 14px;
  border: 1px solid var(--brass);
  border-radius: 10px;
}
ul {
  margin: 0;
  padding-left: 18px;
}
.wrong,
.goodbye {
  color: var(--foul);
}
</style>
