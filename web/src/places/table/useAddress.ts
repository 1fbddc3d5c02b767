import { onMounted, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { answered, api } from '@/api/client'
import { useLayout, type LayoutDocument, type Race } from '@/stores/layout'
import { askedOf } from '@/stores/question'
import { useStudy } from '@/stores/study'

/** The address names a layout or a study, and a line of it: what it names is opened, and follows what is chosen. */
export function useAddress(guarded: (work: () => Promise<unknown>) => Promise<void>) {
  const layout = useLayout()
  const study = useStudy()
  const route = useRoute()
  const router = useRouter()

  async function open() {
    const { layoutId, studyId } = route.params
    if (studyId) {
      if (Number(studyId) !== study.study?.id) await openStudy(Number(studyId))
    } else if (layoutId) {
      if (Number(layoutId) !== layout.id) await openLayout(Number(layoutId))
    } else if (!layout.restore()) {
      const [first] = await answered(api.GET('/api/layouts'))
      if (first) layout.load(first.document as unknown as LayoutDocument, first.name, first.id)
    }
  }
  async function openStudy(id: number) {
    const opened = await study.open(id)
    const question = askedOf(opened.question)
    layout.load(
      question.document as LayoutDocument,
      opened.name || 'A weighed layout',
      opened.layout_id ?? null,
    )
    layout.change((scene) => Object.assign(scene, question.players, { race: raceOf(question) }))
    const line = study.options[Number(route.query.line) - 1]
    if (line) study.choose(line)
  }
  async function openLayout(id: number) {
    const found = await answered(api.GET('/api/layouts/{layout_id}', { params: { path: { layout_id: id } } }))
    study.close()
    layout.load(found.document as unknown as LayoutDocument, found.name, found.id)
  }
  function raceOf({ match }: ReturnType<typeof askedOf>): Race | null {
    if (!match) return null
    const { race_to, my_racks, their_racks, i_break } = match
    return { race_to, my_racks, their_racks, i_break }
  }
  /** Keep layout and study under addresses of their own. */
  async function save() {
    await layout.save()
    if (study.study && !study.stale) {
      await study.keep(layout.name)
      await router.replace({ name: 'study', params: { studyId: study.study.id } })
    } else {
      await router.replace({ name: 'layout', params: { layoutId: layout.id } })
    }
  }

  let opening = Promise.resolve()
  const show = () => (opening = guarded(open))
  onMounted(() => void show())
  watch([() => route.name, () => route.params.layoutId, () => route.params.studyId], () => void show())
  watch(
    () => study.place,
    (place) => {
      if (route.name === 'study' && place >= 0) void router.replace({ query: { line: String(place + 1) } })
    },
  )
  /** What the address names is on the table from then on. */
  return { opened: () => opening, save: () => guarded(save) }
}
