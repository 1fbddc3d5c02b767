/** A page with a board by keyboard: letters act, arrows aim, nudge the chosen ball, or go through what is listed. */
import { useBoard } from '@/board/useBoard'
import { useNudge } from '@/board/useNudge'
import { useOwnShotKeys } from '@/shots/useOwnShotKeys'
import { useSession } from '@/session/session'
import { letterOf, useKeys } from './keys'

interface BoardKeys {
  /** A new break or layout; a place is typed. */
  rack: () => void
  type: () => void
  /** What else the page's letters do. */
  letters: Record<string, () => unknown>
  /** What Escape leaves; it lets go of the chosen ball too. */
  leave?: () => unknown
  /** One on or back in what is listed; without anything listed none. */
  step?: () => ((by: 1 | -1) => unknown) | undefined
}
const STEPS: Record<string, 1 | -1> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }

export function useBoardKeys({ rack, type, letters, leave, step }: BoardKeys) {
  const board = useBoard()
  const session = useSession()
  const nudged = useNudge(board, () => session.geometryOf(board.document.table))
  const aimed = useOwnShotKeys()
  const all: Record<string, () => unknown> = {
    t: type,
    n: rack,
    m: () => board.run({ do: 'turn', kind: 'mirror' }),
    h: () => board.run({ do: 'turn', kind: 'half-turn' }),
    ...letters,
  }
  function escaped() {
    leave?.()
    board.selected = null
  }
  useKeys((event) => {
    const letter = letterOf(event)
    if (event.ctrlKey || event.metaKey)
      return letter === 'z' ? (event.shiftKey ? board.redo : board.undo) : undefined
    const aim = aimed(event)
    if (aim) return aim
    if (event.key === 'Escape' && leave) return escaped
    const ball = nudged(event)
    if (ball) return ball
    const [by, go] = [STEPS[event.key], step?.()]
    return by && go ? () => go(by) : all[letter]
  })
}
