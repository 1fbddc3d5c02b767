/** A question on a board page has an address, with what of its answer is looked at: what it names is opened. */
import { onActivated, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { wholeDocument, type GivenDocument } from '@/board/document'
import { useSharedBoard } from '@/board/useBoard'

interface Addressed {
  /** The page, its parameter, and the name of a layout that has none. */
  place: string
  param: string
  untitled: string
  /** Which question stands on the page; open another one. */
  id: () => number | undefined
  open: (
    id: number,
  ) => Promise<{ question: { document: GivenDocument; players: { me: string; them: string } } }>
  /** What of the answer is looked at, as it stands in the address; and from there. */
  query: () => Partial<Record<string, string>>
  look: (query: Record<string, unknown>) => void
}

export function useQuestionAddress(guarded: (work: () => Promise<unknown>) => Promise<void>, of: Addressed) {
  const board = useSharedBoard()
  const route = useRoute()
  const router = useRouter()
  const isHere = () => route.meta['place'] === of.place

  async function open() {
    const id = Number(route.params[of.param] || 0)
    if (!id) {
      if (!Object.keys(board.document.balls).length) board.restoreDraft()
      return
    }
    if (id === of.id()) return
    // Read first: the address follows the page from the moment it has another question.
    const query = { ...route.query }
    const { question } = await of.open(id)
    const scene = { ...question.players, race: board.scene.race }
    board.load(wholeDocument(question.document), board.name || of.untitled, null, scene)
    of.look(query)
  }
  const show = () => {
    if (isHere()) void guarded(open)
  }
  onActivated(show)
  watch(() => route.params[of.param], show, { immediate: true })
  watch([of.id, () => JSON.stringify(of.query())], ([id]) => {
    if (!isHere() || !id) return
    void router.replace({ name: of.place, params: { [of.param]: String(id) }, query: of.query() })
  })
}
