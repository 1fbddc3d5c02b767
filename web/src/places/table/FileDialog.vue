<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import Textarea from 'primevue/textarea'
import { computed, ref, watch } from 'vue'
import { answered, api, problemsOf } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { pngFile, svgFile } from '@/drawing/picture'
import { wholeDocument } from '@/board/document'
import { useSharedBoard } from '@/board/useBoard'
import { useSession } from '@/session/session'
import { useStudy } from '@/stores/study'
import ProblemList from '@/parts/ProblemList.vue'
import GiveAway from '@/frame/GiveAway.vue'
import { text } from '@/words/text/library'

/** given : a layout file's text, or a file, that was pasted or dropped on the page. */
const props = defineProps<{
  visible: boolean
  drawn: () => SVGSVGElement | null
  given: { content: string | File } | null
}>()
const emit = defineEmits<{ close: [] }>()
const board = useSharedBoard()
const study = useStudy()
const session = useSession()
const UNITS = { cm: text.centimetres, in: text.inches }
const pasted = ref('')
const notes = ref<string[]>([])
const { problems, guarded } = useGuarded()

/** An answer that stands can go with its layout. */
const answer = computed(() =>
  study.isFinal && !study.stale && study.study ? { study: study.study.id } : null,
)
function give(content: Blob, ending: string) {
  const name = (board.name.trim() || 'layout').toLowerCase().replace(/[^a-z0-9]+/g, '-')
  const link = document.createElement('a')
  link.href = URL.createObjectURL(content)
  link.download = `${name}.${ending}`
  link.click()
  URL.revokeObjectURL(link.href)
}
const download = (content: unknown, ending: string) =>
  give(new Blob([JSON.stringify(content, null, 2)], { type: 'application/json' }), `${ending}.json`)
/** The drawing as it stands: the table, the balls, and whatever of the chosen line is shown. */
async function picture(kind: 'svg' | 'png') {
  const svg = props.drawn()
  if (!svg) return
  try {
    give(kind === 'svg' ? svgFile(svg) : await pngFile(svg), kind)
  } catch {
    problems.value = [{ where: '', what: text.thePictureCouldNotBe, accepted: text.tryTheOtherKind }]
  }
}
/** One page with ring marks; of the chosen line where it still fits the layout, else of the layout alone. */
const sheet = () =>
  guarded(async () => {
    const name = board.name.trim() || text.untitledLayout
    const { units } = session
    const id = study.study?.id
    const asked =
      id !== undefined && study.place >= 0 && study.isFinal
        ? api.GET('/api/studies/{study_id}/options/{place}/sheet', {
            params: { path: { study_id: id, place: study.place }, query: { units, title: name } },
            parseAs: 'blob',
          })
        : api.POST('/api/sheets', { body: { name, document: board.document, units }, parseAs: 'blob' })
    give((await answered(asked as Promise<{ data?: Blob; response: Response }>)) as Blob, 'pdf')
  })
/** The page prints as a sheet of its own. */
function print() {
  emit('close')
  window.setTimeout(() => window.print(), 300)
}
/** More is no layout: the server says so. */
const MOST_BYTES = 200_000
async function take(given: string | File) {
  pasted.value = typeof given === 'string' ? given : await given.slice(0, MOST_BYTES).text()
  await read()
}
watch(() => props.given, (now) => now && void take(now.content), { immediate: true }) // prettier-ignore
async function choose(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) await take(file)
}
/** Read the text; when it is refused, the text and the table stay as they are. */
async function read() {
  problems.value = []
  try {
    const found = await answered(api.POST('/api/layouts/import', { body: { text: pasted.value } }))
    const document = wholeDocument(found.document)
    board.load(document, document.name ?? '', null)
    study.close()
    notes.value = found.notes
    pasted.value = ''
    if (!found.notes.length) emit('close')
  } catch (error) {
    problems.value = problemsOf(error)
  }
}
</script>

<template>
  <Dialog
    :visible="visible"
    modal
    :pt="{ content: { tabindex: 0 } }"
    :header="text.files"
    :style="{ width: 'min(560px, 94vw)' }"
    @update:visible="emit('close')"
  >
    <div class="row">
      <Button
        :label="text.downloadLayout"
        variant="outlined"
        size="small"
        @click="download(board.document, 'partita')"
      />
      <Button
        :label="text.downloadStudy"
        variant="outlined"
        size="small"
        :disabled="!study.result"
        @click="download(study.result, 'partita-study')"
      />
      <Button :label="text.shotSheetPdf" variant="outlined" size="small" @click="sheet" />
      <Button :label="text.print" variant="outlined" size="small" @click="print" />
      <Button :label="text.drawingSvg" variant="outlined" size="small" @click="picture('svg')" />
      <Button :label="text.drawingPng" variant="outlined" size="small" @click="picture('png')" />
    </div>
    <fieldset class="units">
      <legend>{{ text.ringMarksIn }}</legend>
      <label v-for="(words, unit) in UNITS" :key="unit">
        <input v-model="session.units" type="radio" name="units" :value="unit" /> {{ words }}
      </label>
    </fieldset>
    <GiveAway :whole="answer" :document="board.document" :title="board.name" />
    <label for="file-text">{{ text.openALayoutFileOr }}</label>
    <input type="file" accept=".json,application/json" :aria-label="text.layoutFile" @change="choose" />
    <Textarea id="file-text" v-model="pasted" rows="9" fluid spellcheck="false" />
    <ProblemList :problems="problems" />
    <p v-for="note in notes" :key="note" class="muted">{{ note }}</p>
    <Button :label="text.putItOnTheTable" :disabled="!pasted.trim()" @click="read" />
  </Dialog>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 12px;
}
.units {
  display: flex;
  gap: 4px 16px;
  border: 0;
  padding: 0;
  margin: 0 0 12px;
}
.units legend {
  float: left;
  margin-right: 12px;
}
.units label {
  font-weight: 400;
  margin: 0;
}
.units input {
  margin: 0;
  accent-color: var(--brass);
}
label {
  display: block;
  font-weight: 600;
  margin-bottom: 6px;
}
input::file-selector-button {
  font: 600 var(--text-sm) var(--sans);
  margin-right: 10px;
  padding: 5px 12px;
  border: 1px solid var(--muted);
  border-radius: var(--radius-md);
  background: transparent;
  color: var(--ink);
}
input,
textarea {
  margin-bottom: 10px;
}
textarea {
  font-family: ui-monospace, monospace;
  font-size: var(--text-sm);
}
</style>
