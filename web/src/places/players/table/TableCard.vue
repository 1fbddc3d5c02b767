<script setup lang="ts">
import { computed, onActivated, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { answered, api, type MeasuredTable } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import FrameActs from '@/frame/FrameActs.vue'
import ProblemList from '@/parts/ProblemList.vue'
import { saveFile } from '@/frame/saveFile'
import { useSession } from '@/session/session'
import { newToken } from '@/session/token'
import { tableWords } from '../words'
import MouthReading from './MouthReading.vue'
import { readingWords, SHOTS } from './readings'
import ShotReading from './ShotReading.vue'
import { text } from '@/words/text/players'

/** One table: measured by simple shots, what they say, and which of it the table is to have. */
defineEmits<{ keys: [] }>()
const route = useRoute()
const session = useSession()
const { problems, guarded } = useGuarded()
const measured = ref<MeasuredTable | null>(null)
const id = computed(() => Number(route.params['tableId']))
const table = computed(() => session.tables.find(({ key }) => key === `table:${id.value}`) ?? null)
const path = () => ({ params: { path: { table_id: id.value } } })
const take = (work: () => Promise<MeasuredTable>) => guarded(async () => void (measured.value = await work()))
const show = () => {
  if (route.name === 'table-card')
    void take(() => answered(api.GET('/api/tables/{table_id}/measured', path())))
}
onActivated(show)
watch(
  id,
  () => {
    measured.value = null
    show()
  },
  { immediate: true },
)

const read = (kind: string, values: Record<string, number | string>) =>
  take(() => {
    const body = { kind, values: values as Record<string, number>, token: newToken() }
    return answered(api.POST('/api/tables/{table_id}/readings', { ...path(), body }))
  })
const remove = (reading_id: number) =>
  take(() => {
    const params = { path: { table_id: id.value, reading_id } }
    return answered(api.DELETE('/api/tables/{table_id}/readings/{reading_id}', { params }))
  })
async function putIn(field: string, wanted: boolean) {
  const fields = (measured.value?.put_in ?? []).filter((one) => one !== field)
  const body = { fields: wanted ? [...fields, field] : fields }
  await take(() => answered(api.PUT('/api/tables/{table_id}/measured', { ...path(), body })))
  await session.loadTables()
}
const print = () =>
  guarded(async () => {
    const query = { units: session.units }
    const params = { path: { table_id: id.value }, query }
    const card = await answered(api.POST('/api/tables/{table_id}/card', { params, parseAs: 'blob' }))
    saveFile(card as unknown as Blob, 'table-card.pdf')
  })
</script>

<template>
  <main class="card">
    <header>
      <RouterLink :to="{ name: 'players' }" class="back">{{ text.tables }}</RouterLink>
      <h1>{{ table?.name ?? text.thisTableIsGone }}</h1>
      <FrameActs @keys="$emit('keys')" />
    </header>
    <ProblemList :problems="problems" />
    <template v-if="table">
      <p class="muted">{{ tableWords(table) }}</p>
      <div class="halves">
        <section class="sheet" :aria-label="text.shotsThatMeasureIt">
          <h2>{{ text.shotsThatMeasureIt }}</h2>
          <ShotReading
            v-for="shot in SHOTS"
            :key="shot.kind"
            :shot="shot"
            :table="table.geometry"
            @read="read(shot.kind, $event)"
          />
          <MouthReading @read="read('mouths', $event)" />
        </section>
        <div class="column">
          <section class="sheet" :aria-label="text.whatTheySay">
            <h2>{{ text.whatTheySay }}</h2>
            <p v-if="measured?.says.words" class="muted">{{ measured.says.words }}</p>
            <table v-if="measured?.says.settings.length">
              <tbody>
                <tr v-for="one in measured.says.settings" :key="one.field">
                  <th scope="row">{{ one.name }}</th>
                  <td>{{ one.words }}</td>
                  <td>
                    <label class="tick">
                      <input
                        type="checkbox"
                        :checked="measured.put_in.includes(one.field)"
                        @change="putIn(one.field, ($event.target as HTMLInputElement).checked)"
                      />
                      {{ text.useIt }}
                    </label>
                  </td>
                </tr>
              </tbody>
            </table>
            <p v-if="measured" class="muted small">
              {{ text.readingsCounted(measured.says.readings, measured.says.tries) }}
            </p>
            <p>
              <button type="button" class="main" @click="print">{{ text.theTablesCardPdf }}</button>
            </p>
          </section>
          <section v-if="measured?.readings.length" class="sheet" :aria-label="text.readings">
            <h2>{{ text.readings }}</h2>
            <table>
              <tbody>
                <tr v-for="one in measured.readings" :key="one.id">
                  <td>{{ readingWords(one.kind, one.values) }}</td>
                  <td>
                    <button type="button" @click="remove(one.id)">{{ text.delete }}</button>
                  </td>
                </tr>
              </tbody>
            </table>
          </section>
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped src="@/design/card.css"></style>
<style scoped src="@/design/card-page.css"></style>
<style scoped>
.tick {
  display: flex;
  white-space: nowrap;
  align-items: center;
  gap: 6px;
  font-weight: 500;
}
.tick input {
  min-height: 20px;
  width: 18px;
}
</style>
