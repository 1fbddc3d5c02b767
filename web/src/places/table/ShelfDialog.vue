<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import {
  answered,
  api,
  problemsOf,
  type KeptLayout,
  type Problem,
  type Recent,
  type StudySummary,
} from '@/api/client'
import { emptyDocument, GAMES, useLayout } from '@/stores/layout'
import { useStudy } from '@/stores/study'
import ProblemList from './ProblemList.vue'

const props = defineProps<{ visible: boolean }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const layout = useLayout()
const study = useStudy()
const layouts = ref<KeptLayout[]>([])
const studies = ref<StudySummary[]>([])
const recent = ref<Recent[]>([])
const problems = ref<Problem[]>([])

async function look() {
  problems.value = []
  try {
    ;[layouts.value, studies.value, recent.value] = await Promise.all([
      answered(api.GET('/api/layouts')),
      answered(api.GET('/api/studies')),
      answered(api.GET('/api/studies/recent')),
    ])
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
function go(name: 'layout' | 'study', id: number) {
  // The same address again must open it again: what is on the table may have changed since.
  layout.id = null
  study.close()
  const params = name === 'layout' ? { layoutId: id } : { studyId: id }
  void router.push({ name: 'table' }).then(() => router.push({ name, params }))
  emit('close')
}
function begin() {
  study.close()
  layout.load(emptyDocument(), '', null)
  void router.push({ name: 'table' })
  emit('close')
}
async function removeLayout(id: number) {
  await answered(api.DELETE('/api/layouts/{layout_id}', { params: { path: { layout_id: id } } }))
  if (layout.id === id) layout.id = null
  await look()
}
async function removeStudy(id: number) {
  await answered(api.DELETE('/api/studies/{study_id}', { params: { path: { study_id: id } } }))
  await look()
}
const when = (time: string) =>
  new Date(time).toLocaleDateString(undefined, { day: 'numeric', month: 'short' })
const moment = (time: string) =>
  new Date(time).toLocaleString(undefined, {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  })
const gameName = (key: string) => GAMES.find((g) => g.key === key)?.name ?? key
watch(
  () => props.visible,
  (visible) => visible && void look(),
)
</script>

<template>
  <Dialog
    :visible="visible"
    modal
    :pt="{ content: { tabindex: 0 } }"
    header="Open"
    :style="{ width: 'min(560px, 94vw)' }"
    @update:visible="emit('close')"
  >
    <ProblemList :problems="problems" />
    <Button label="New empty table" variant="outlined" size="small" @click="begin" />
    <h3>Layouts</h3>
    <p v-if="!layouts.length" class="muted">None yet. Save keeps the one on the table.</p>
    <ul>
      <li v-for="item in layouts" :key="item.id">
        <button type="button" class="open" @click="go('layout', item.id)">
          {{ item.name }}
          <span class="muted">{{ Object.keys((item.document.balls ?? {}) as object).length }} balls</span>
        </button>
        <Button
          label="Delete"
          variant="text"
          size="small"
          :aria-label="`Delete ${item.name}`"
          @click="removeLayout(item.id)"
        />
      </li>
    </ul>
    <h3>Studies</h3>
    <p v-if="!studies.length" class="muted">None yet. Save after weighing keeps the layout with its study.</p>
    <ul>
      <li v-for="item in studies" :key="item.id">
        <button type="button" class="open" @click="go('study', item.id)">
          {{ item.name }} <span class="muted">weighed {{ when(item.created) }}</span>
        </button>
        <Button
          label="Delete"
          variant="text"
          size="small"
          :aria-label="`Delete study ${item.name}`"
          @click="removeStudy(item.id)"
        />
      </li>
    </ul>
    <template v-if="recent.length">
      <h3>Lately weighed</h3>
      <ul>
        <li v-for="item in recent" :key="item.id">
          <button type="button" class="open" @click="go('study', item.id)">
            {{ item.best || 'nothing found' }}
            <span class="muted"
              >{{ gameName(item.game) }}, {{ item.balls }} balls · {{ moment(item.created) }}</span
            >
          </button>
        </li>
      </ul>
    </template>
  </Dialog>
</template>

<style scoped>
h3 {
  font-size: 17px;
  margin: 14px 0 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  border-bottom: 1px solid var(--hairline);
}
.open {
  flex: 1;
  text-align: left;
  font: inherit;
  font-weight: 600;
  color: inherit;
  background: none;
  border: 0;
  padding: 9px 4px;
  cursor: pointer;
}
.open .muted {
  font-weight: 400;
  margin-left: 6px;
}
</style>
