import { onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, api, RefusedError, type KeptLayout, type Question } from '@/api/client'
import { copied, wholeDocument, type Race } from '@/board/document'
import { TO_TRY } from '@/board/toTry'
import { useSharedBoard } from '@/board/useBoard'
import { useStudy } from '@/stores/study'
import { text } from '@/words/text/table'

/**
 * The address names a layout or a study, and a line of it: what it names is opened, and follows what is chosen.
 * isNew : there is nothing yet to open, and the first layout to try lies on the table
 */
export function useAddress(guarded: (work: () => Promise<unknown>) => Promise<void>, isNew: () => unknown) {
  const board = useSharedBoard()
  const study = useStudy()
  const route = useRoute()
  const router = useRouter()
  let begun = false

  async function open() {
    const { layoutId, studyId } = route.params
    const first = !begun
    begun = true
    if (studyId) {
      if (Number(studyId) !== study.study?.id) await openStudy(Number(studyId))
    } else if (layoutId) {
      if (Number(layoutId) !== board.id) await openLayout(Number(layoutId))
    } else if (first && !board.restoreDraft()) {
      const [latest] = await answered(api.GET('/api/layouts'))
      if (latest) return show(latest)
      const [first] = TO_TRY
      if (first) board.load(copied(first.document), first.name, null)
      void isNew()
    }
  }
  async function openStudy(id: number) {
    const { question, name, layout_id } = await study.open(id)
    board.load(wholeDocument(question.document), name || text.aWeighedLayout, layout_id ?? null, {
      ...question.players,
      race: raceOf(question),
    })
    const line = study.options[Number(route.query['line']) - 1]
    if (line) study.choose(line)
  }
  async function openLayout(id: number) {
    const found = await answered(api.GET('/api/layouts/{layout_id}', { params: { path: { layout_id: id } } }))
    study.close()
    show(found)
  }
  const show = (found: KeptLayout) =>
    board.load(wholeDocument(found.document), found.name, found.id, undefined, found.revision)
  function raceOf({ match }: Question): Race | null {
    if (!match) return null
    const { race_to = 7, my_racks = 0, their_racks = 0, i_break = true } = match
    return { race_to, my_racks, their_racks, i_break }
  }
  /** True while what is to be saved was saved by another window since. */
  const conflict = ref(false)
  async function save() {
    conflict.value = false
    try {
      await board.save()
    } catch (error) {
      conflict.value = error instanceof RefusedError && error.status === 409
      if (conflict.value) return
      throw error
    }
    await settle()
  }
  const saveBeside = async () => {
    conflict.value = false
    await board.saveBeside()
    await settle()
  }
  /** The one that the other window has saved; undo brings back what lay here. */
  const openOther = async () => {
    conflict.value = false
    if (board.id !== null) await openLayout(board.id)
  }
  /** Layout and study have addresses of their own. */
  async function settle() {
    if (study.study && !study.stale) {
      await study.keep(board.name)
      await router.replace({ name: 'study', params: { studyId: study.study.id } })
    } else {
      await router.replace({ name: 'layout', params: { layoutId: board.id } })
    }
  }

  let opening = Promise.resolve()
  const isHere = () => route.meta['place'] === 'table'
  const turnTo = () => {
    if (isHere()) opening = guarded(open)
  }
  onMounted(turnTo)
  watch([() => route.name, () => route.params['layoutId'], () => route.params['studyId']], turnTo)
  watch(
    () => study.place,
    (place) => {
      if (route.name === 'study' && place >= 0) void router.replace({ query: { line: String(place + 1) } })
    },
  )
  /** What the address names is on the table from then on. */
  return {
    opened: () => opening,
    save: () => guarded(save),
    conflict,
    saveBeside: () => guarded(saveBeside),
    openOther: () => guarded(openOther),
  }
}
