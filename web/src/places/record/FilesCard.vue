<script setup lang="ts">
import { computed, ref } from 'vue'
import { sentence, type Imported } from '@/api/client'
import ImportLine from '@/parts/ImportLine.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { useSession } from '@/session/session'
import { fileOf, type Filters } from '@/stores/filters'
import { useImport } from '@/stores/imports'

/** The record as files, out and in. */
const props = defineProps<{ filters: Filters }>()
const emit = defineEmits<{ taken: [] }>()
const session = useSession()
const { problems, running, share, waits, take, stop } = useImport((found, asked) => {
  if (asked.only_read) reading.value = found
  else void arrived(found)
})
const field = ref<HTMLInputElement | null>(null)
const file = ref<File | null>(null)
const reading = ref<Imported | null>(null)
const taken = ref('')
const level = ref('')
const levels = computed(() => session.players.filter((player) => !player.own))
const matches = computed(() => reading.value?.new.matches ?? 0)
const decisions = computed(() => reading.value?.new.decisions ?? 0)

async function send(only_read: boolean) {
  taken.value = ''
  if (file.value) await take(file.value, { what: 'record', level: level.value, only_read })
}
const look = () => send(true)
async function choose() {
  file.value = field.value?.files?.[0] ?? null
  if (field.value) field.value.value = ''
  reading.value = null
  await look()
}
async function arrived(found: Imported) {
  taken.value = `Taken in: ${found.new.matches} matches, ${found.new.decisions} decisions of no match.`
  reading.value = file.value = null
  await session.loadPlayers()
  emit('taken')
}
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
    <ImportLine v-if="running" :share="share" :waits="waits" @stop="stop" />
    <p v-if="taken" role="status">
      <b>{{ taken }}</b>
    </p>
    <div v-if="reading" class="reading" role="group" aria-label="What the file holds">
      <p>
        <b>{{ file?.name }}</b>: {{ matches }} new {{ matches === 1 ? 'match' : 'matches' }},
        {{ decisions }} new decisions of no match; {{ reading.known }} here already;
        {{ reading.problems.length }} left out.
      </p>
      <ul v-if="reading.matches.length">
        <li v-for="(one, i) in reading.matches.slice(0, 12)" :key="i">
          {{ one.date }}: {{ one.player }} – {{ one.opponent }}, {{ one.racks }} racks,
          {{ one.decisions }} decisions
        </li>
        <li v-if="matches > 12">and {{ matches - 12 }} more</li>
      </ul>
      <ul v-if="reading.problems.length" class="wrong">
        <li v-for="(one, i) in reading.problems.slice(0, 12)" :key="i">{{ sentence(one) }}</li>
        <li v-if="reading.problems.length > 12">and {{ reading.problems.length - 12 }} more</li>
      </ul>
      <label v-if="reading.strangers.length || level"
        >Players nobody knows here
        <select v-model="level" @change="look()">
          <option value="">leave their matches out</option>
          <option v-for="one in levels" :key="one.key" :value="one.key">
            make them {{ one.name }} players
          </option>
        </select>
      </label>
      <p class="choices">
        <button type="button" class="main" :disabled="!(matches + decisions) || running" @click="send(false)">
          Take it in
        </button>
        <button type="button" @click="reading = null">Leave it</button>
      </p>
    </div>
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
.wrong {
  color: var(--foul);
}
</style>
