import { onMounted, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, api, type Question } from '@/api/client'
import { wholeDocument, type Race } from '@/board/document'
import { useSharedBoard } from '@/board/useBoard'
import { useStudy } from '@/stores/study'

/** The address names a layout or a study, and a line of it: what it names is opened, and follows what is chosen. */
export function useAddress(guarded: (work: () => Promise<unknown>) => Promise<void>) {
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
      if (latest) board.load(wholeDocument(latest.document), latest.name, latest.id)
    }
  }
  async function openStudy(id: number) {
    const { question, name, layout_id } = await study.open(id)
    board.load(wholeDocument(question.document), name || 'A weighed layout', layout_id ?? null, {
      ...question.players,
      race: raceOf(question),
    })
    const line = study.options[Number(route.query['line']) - 1]
    if (line) study.choose(line)
  }
  async function openLayout(id: number) {
    const found = await answered(api.GET('/api/layouts/{layout_id}', { params: { path: { layout_id: id } } }))
    study.close()
    board.load(wholeDocument(found.document), found.name, found.id)
  }
  function raceOf({ match }: Question): Race | null {
    if (!match) return null
    const { race_to = 7, my_racks = 0, their_racks = 0, i_break = true } = match
    return { race_to, my_racks, their_racks, i_break }
  }
  /** Keep layout and study under addresses of their own. */
  async function save() {
    await board.save()
    if (study.study && !study.stale) {
      await study.keep(board.name)
      await router.replace({ name: 'study', params: { studyId: study.study.id } })
    } else {
      await router.replace({ name: 'layout', params: { layoutId: board.id } })
    }
  }

  let opening = Promise.resolve()
  const isHere = () => route.meta['place'] === 'table'
  const show = () => {
    if (isHere()) opening = guarded(open)
  }
  onMounted(show)
  watch([() => route.name, () => route.params['layoutId'], () => route.params['studyId']], show)
  watch(
    () => study.place,
    (place) => {
      if (route.name === 'study' && place >= 0) void router.replace({ query: { line: String(place + 1) } })
    },
  )
  /** What the address names is on the table from then on. */
  return { opened: () => opening, save: () => guarded(save) }
}
