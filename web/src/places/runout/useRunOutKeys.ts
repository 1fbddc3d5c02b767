import { useBoard } from '@/board/useBoard'
import { useNudge } from '@/board/useNudge'
import { letterOf, useKeys } from '@/frame/keys'
import { useOwnShotKeys } from '@/shots/useOwnShotKeys'
import { useRunOut } from '@/stores/runout'

/** The Run-out place by keyboard: arrows go through the plan, or nudge the chosen ball. */
export function useRunOutKeys(actions: { rack: () => void; type: () => void; own: () => void }) {
  const board = useBoard()
  const runOut = useRunOut()
  const nudged = useNudge(board)
  const aimed = useOwnShotKeys()
  const letters: Record<string, () => unknown> = {
    p: () => void runOut.ask(),
    k: runOut.keep,
    t: actions.type,
    y: actions.own,
    n: actions.rack,
    m: () => board.run({ do: 'turn', kind: 'mirror' }),
    h: () => board.run({ do: 'turn', kind: 'half-turn' }),
  }
  const steps: Record<string, number> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }
  useKeys((event) => {
    const letter = letterOf(event)
    if (event.ctrlKey || event.metaKey)
      return letter === 'z' ? (event.shiftKey ? board.redo : board.undo) : undefined
    const aim = aimed(event)
    if (aim) return aim
    if (event.key === 'Escape') {
      return () => {
        runOut.look(null)
        board.selected = null
      }
    }
    const ball = nudged(event)
    if (ball) return ball
    const by = steps[event.key]
    if (by && runOut.plan) return () => runOut.look((runOut.step ?? (by > 0 ? -1 : 1)) + by)
    return letters[letter]
  })
}
