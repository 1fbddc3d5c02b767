/** Places said in words, one or several parted by semicolons, and layouts that a break or a game may leave. */
import { answered, api } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { wholeDocument } from './document'
import type { Place } from '@/drawing/place'
import { useBoard } from './useBoard'

export function useSaying() {
  const board = useBoard()
  const { problems, guarded } = useGuarded()

  /** True when all of it was understood. */
  async function say(words: string): Promise<boolean> {
    await guarded(async () => {
      for (const phrase of words.split(/[;·\n]/).filter((part) => part.trim())) {
        const { table, game, balls } = board.document
        const spoken = await answered(api.POST('/api/places', { body: { table, game, balls, phrase } }))
        if (spoken.place) board.place(spoken.ball, spoken.place as Place)
        else board.run({ do: 'remove', ball: spoken.ball })
        board.selected = spoken.place ? spoken.ball : null
      }
    })
    return problems.value.length === 0
  }
  /** Balls as the break may leave them; undo brings back what lay there. What is changed meanwhile stays: the answer
   * was for what stood there when it was asked. */
  const rack = () =>
    guarded(async () => {
      const { table, game } = board.document
      // By what it says: on a board open to others the same one comes back anew.
      const before = JSON.stringify(board.document)
      const seed = Math.floor(Math.random() * 2 ** 31)
      const found = await answered(api.POST('/api/racks', { body: { game, table, seed } }))
      if (JSON.stringify(board.document) === before) board.load(wholeDocument(found.document), '', null)
    })
  return { problems, say, rack }
}
