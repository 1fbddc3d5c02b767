import { useQuestionAddress } from '@/frame/useQuestionAddress'
import { useKicks } from '@/stores/kicks'
import { text } from '@/words/text/kicks'

/** The ways to a ball have an address, with the one that is looked at. */
export function useKicksAddress(guarded: (work: () => Promise<unknown>) => Promise<void>) {
  const kicks = useKicks()
  useQuestionAddress(guarded, {
    place: 'kicks',
    param: 'kickId',
    untitled: text.hiddenBallLayout,
    id: () => kicks.kick?.id,
    open: kicks.open,
    query: () => (kicks.chosen ? { way: kicks.chosen } : {}),
    // Ways are those of the layout: now that it lies on the board, there are some to choose from.
    look: ({ way }) => kicks.choose(typeof way === 'string' && way ? way : (kicks.ways[0]?.id ?? null)),
  })
}
