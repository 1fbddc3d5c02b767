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
    const next = await kicks.open(id)
    const { question } = next
    board.load(wholeDocument(question.document), board.name || 'A layout with a hidden ball', null, {
      ...question.players,
      race: board.scene.race,
    })
    const way = route.query['way']
    kicks.take(next)
    if (typeof way === 'string' && way) kicks.choose(way)
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
