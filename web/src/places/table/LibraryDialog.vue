<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, api } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { GAMES } from '@/board/document'
import { useSharedBoard } from '@/board/useBoard'
import { emptyDocument, wholeDocument, type LayoutDocument } from '@/board/document'
import ProblemList from '@/parts/ProblemList.vue'
import { useStudy } from '@/stores/study'
import { entriesOf, found, KINDS, type Entry } from './library'
import LibraryEntry from './LibraryEntry.vue'
import { text } from '@/words/text/library'

/** Saved layouts and studies, and what was lately weighed: found by words and game, each with a small drawing. */
const props = defineProps<{ visible: boolean }>()
const emit = defineEmits<{ close: [] }>()
const route = useRoute()
const router = useRouter()
const board = useSharedBoard()
const study = useStudy()
const entries = ref<Entry[]>([])
const words = ref('')
const game = ref('')
const { problems, guarded } = useGuarded()
const games = computed(() => GAMES.filter(({ key }) => entries.value.some((entry) => entry.game === key)))
const shown = computed(() => {
  const matching = found(entries.value, words.value, game.value)
  return KINDS.map((kind) => ({ ...kind, entries: matching.filter((entry) => entry.kind === kind.kind) }))
})

/** As many as the server lists at a time. */
const PAGE = 100
const pages = ref(1)
const isMore = ref(false)
const paged = async <T,>(ask: (page: number) => Promise<T[]>) =>
  (await Promise.all(Array.from({ length: pages.value }, (_, page) => ask(page)))).flat()
const look = () =>
  guarded(async () => {
    const [layouts, studies, recent] = await Promise.all([
      paged((page) => answered(api.GET('/api/layouts', { params: { query: { page } } }))),
      paged((page) => answered(api.GET('/api/studies', { params: { query: { page } } }))),
      answered(api.GET('/api/studies/recent')),
    ])
    isMore.value = [layouts, studies].some(({ length }) => length >= pages.value * PAGE)
    entries.value = entriesOf(layouts, studies, recent)
  })
/** Older ones too; whoever searches wants to find what is on any page. */
async function older() {
  pages.value += 1
  await look()
  if (isMore.value && (words.value || game.value)) await older()
}
watch([words, game], () => isMore.value && void older())
function go({ kind, id, name: called, document }: Entry) {
  emit('close')
  if (kind === 'to-try') return put(wholeDocument(document), called)
  // The same address again must open it again: what is on the table may have changed since.
  board.markKept(null)
  study.close()
  const params = kind === 'layout' ? { layoutId: id } : { studyId: id }
  const name = kind === 'layout' ? 'layout' : 'study'
  void router.push({ name: 'table' }).then(() => router.push({ name, params }))
}
/** What is not kept yet. */
function put(document: LayoutDocument, name: string) {
  study.close()
  board.load(document, name, null)
  void router.push({ name: 'table' })
}
function begin() {
  put(emptyDocument(), '')
  emit('close')
}
const remove = ({ kind, id }: Entry) =>
  guarded(async () => {
    if (kind === 'layout') {
      await answered(api.DELETE('/api/layouts/{layout_id}', { params: { path: { layout_id: id } } }))
      if (board.id === id) board.markKept(null)
    } else {
      await answered(api.DELETE('/api/studies/{key}', { params: { path: { key: id } } }))
    }
    // What is deleted has no address any more.
    if (Number(route.params[`${kind}Id`]) === id) await router.replace({ name: 'table' })
    await look()
  })
watch(
  () => props.visible,
  (visible) => visible && void look(),
  { immediate: true },
)
</script>

<template>
  <Dialog
    :visible="visible"
    modal
    :pt="{ content: { tabindex: 0 } }"
    :header="text.library"
    :style="{ width: 'min(680px, 94vw)' }"
    @update:visible="emit('close')"
  >
    <div class="find">
      <InputText v-model="words" :placeholder="text.findByNameLineOr" :aria-label="text.find" size="small" />
      <label class="game">
        <span class="visually-hidden">{{ text.game }}</span>
        <select v-model="game">
          <option value="">{{ text.allGames }}</option>
          <option v-for="g in games" :key="g.key" :value="g.key">{{ g.name }}</option>
        </select>
      </label>
      <Button :label="text.newEmptyTable" variant="outlined" size="small" @click="begin" />
    </div>
    <ProblemList :problems="problems" />
    <template v-for="part in shown" :key="part.kind">
      <h3 v-if="part.entries.length || part.empty">{{ part.title }}</h3>
      <p v-if="!part.entries.length && part.empty" class="muted">
        {{ words || game ? text.nothingHereFits : part.empty }}
      </p>
      <ul>
        <LibraryEntry
          v-for="entry in part.entries"
          :key="entry.key"
          :entry="entry"
          @open="go(entry)"
          @remove="remove(entry)"
        />
      </ul>
    </template>
    <Button v-if="isMore" :label="text.olderOnes" variant="text" size="small" @click="older" />
  </Dialog>
</template>

<style scoped>
.find {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.find :deep(input) {
  flex: 1 1 200px;
}
select {
  min-height: 34px;
  padding: 4px 8px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius-md);
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
}
h3 {
  font-size: var(--text-lg);
  margin: 14px 0 4px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
