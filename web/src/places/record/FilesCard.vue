<script setup lang="ts">
import { computed, ref } from 'vue'
import { sentence, type Imported } from '@/api/client'
import ImportLine from '@/parts/ImportLine.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { useSession } from '@/session/session'
import { fileOf, type Filters } from '@/stores/filters'
import { useImport } from '@/stores/imports'
import { text } from '@/words/text/record'

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
  taken.value = text.takenInMatchesDecisionsOf(found.new.matches ?? 0, found.new.decisions ?? 0)
  reading.value = file.value = null
  await session.loadPlayers()
  emit('taken')
}
</script>

<template>
  <section class="sheet" :aria-label="text.files">
    <h2>{{ text.files }}</h2>
    <p>
      {{ text.whatIsShownNowAs }}
      <a class="link" :href="fileOf('/api/record/file', props.filters)" download>{{ text.theRecordJson }}</a>,
      <a class="link" :href="fileOf('/api/record/decisions', props.filters)" download>{{
        text.decisionsCsv
      }}</a>,
      <a class="link" :href="fileOf('/api/record/racks', props.filters)" download>{{ text.racksCsv }}</a>
    </p>
    <p>
      <button type="button" class="main" @click="field?.click()">{{ text.readAFileIn }}</button>
      <span class="muted"> {{ text.whatMayBeRead }}</span>
      <input
        ref="field"
        type="file"
        accept=".json,.csv,application/json,text/csv"
        class="visually-hidden"
        tabindex="-1"
        :aria-label="text.aFileOfTheRecord"
        @change="choose"
      />
    </p>
    <ProblemList :problems="problems" />
    <ImportLine v-if="running" :share="share" :waits="waits" @stop="stop" />
    <p v-if="taken" role="status">
      <b>{{ taken }}</b>
    </p>
    <div v-if="reading" class="reading" role="group" :aria-label="text.whatTheFileHolds">
      <p>
        <b>{{ file?.name }}</b>{{
          text.fileHolds(matches, decisions, reading.known, reading.problems.length)
        }}
      </p>
      <ul v-if="reading.matches.length">
        <li v-for="(one, i) in reading.matches.slice(0, 12)" :key="i">
          {{ text.racksDecisions(one.date, one.player, one.opponent, one.racks, one.decisions) }}
        </li>
        <li v-if="matches > 12">{{ text.andMoreMatches(matches - 12) }}</li>
      </ul>
      <ul v-if="reading.problems.length" class="wrong">
        <li v-for="(one, i) in reading.problems.slice(0, 12)" :key="i">{{ sentence(one) }}</li>
        <li v-if="reading.problems.length > 12">{{ text.andMoreProblems(reading.problems.length - 12) }}</li>
      </ul>
      <label v-if="reading.strangers.length || level"
        >{{ text.playersNobodyKnowsHere }}
        <select v-model="level" @change="look()">
          <option value="">{{ text.leaveTheirMatchesOut }}</option>
          <option v-for="one in levels" :key="one.key" :value="one.key">
            {{ text.makeThemPlayers(one.name) }}
          </option>
        </select>
      </label>
      <p class="choices">
        <button type="button" class="main" :disabled="!(matches + decisions) || running" @click="send(false)">
          {{ text.takeItIn }}
        </button>
        <button type="button" @click="reading = null">{{ text.leaveIt }}</button>
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
  border-radius: var(--radius-md);
}
ul {
  margin: 0;
  padding-left: 18px;
}
.wrong {
  color: var(--foul);
}
</style>
