import { onActivated, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { wholeDocument } from '@/board/document'
import { useSharedBoard } from '@/board/useBoard'
import { useKicks } from '@/stores/kicks'

/** The ways to a ball have an address, with the one that is looked at; what it names is opened. */
export function useKicksAddress(guarded: (work: () => Promise<unknown>) => Promise<void>) {
  const board = useSharedBoard()
  const kicks = useKicks()
  const route = useRoute()
  const router = useRouter()
  const isHere = () => route.meta['place'] === 'kicks'

  async function open() {
    const id = Number(route.params['kickId'] || 0)
    if (!id) {
      if (!Object.keys(board.document.balls).length) board.restoreDraft()
      return
    }
    if (id === kicks.kick?.id) return
    const way = route.query['way']
    const { question } = await kicks.open(id)
    board.load(wholeDocument(question.document), board.name || 'A layout with a hidden ball', null, {
      ...question.players,
      race: board.scene.race,
    })
    // Ways are those of the layout: now that it lies on the board, there are some to choose from.
    kicks.choose(typeof way === 'string' && way ? way : (kicks.ways[0]?.id ?? null))
  }
  const show = () => {
    if (isHere()) void guarded(open)
  }
  onActivated(show)
  watch(() => route.params['kickId'], show, { immediate: true })
  watch([() => kicks.kick?.id, () => kicks.chosen], ([id, chosen]) => {
    if (!isHere() || !id) return
    void router.replace({
      name: 'kicks',
      params: { kickId: String(id) },
      query: chosen ? { way: chosen } : {},
    })
  })
}
