import { useBoard } from '@/board/useBoard'
import { useNudge } from '@/board/useNudge'
import { letterOf, useKeys } from '@/frame/keys'
import { useOwnShotKeys } from '@/shots/useOwnShotKeys'
import { useKicks } from '@/stores/kicks'

interface Actions {
  rack: () => void
  type: () => void
  aim: () => void
  log: () => void
  draw: () => void
  leave: () => boolean
}
/** The Kicks place by keyboard: arrows go through the ways, nudge the chosen ball, or aim. */
export function useKicksKeys(actions: Actions) {
  const board = useBoard()
  const kicks = useKicks()
  const nudged = useNudge(board)
  const aimed = useOwnShotKeys()
  function nextBall() {
    const balls = kicks.found?.targets ?? []
    const at = balls.indexOf(kicks.found?.target ?? '')
    if (balls.length > 1) void kicks.ask(balls[(at + 1) % balls.length])
  }
  const letters: Record<string, () => unknown> = {
    f: () => void kicks.ask(),
    b: nextBall,
    y: actions.aim,
    l: actions.log,
    e: actions.draw,
    t: actions.type,
    n: actions.rack,
    m: () => board.run({ do: 'turn', kind: 'mirror' }),
    h: () => board.run({ do: 'turn', kind: 'half-turn' }),
  }
  const steps: Record<string, 1 | -1> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }
  useKeys((event) => {
    const letter = letterOf(event)
    if (event.ctrlKey || event.metaKey)
      return letter === 'z' ? (event.shiftKey ? board.redo : board.undo) : undefined
    const aim = aimed(event)
    if (aim) return aim
    if (event.key === 'Escape') return () => actions.leave() || (board.selected = null)
    const ball = nudged(event)
    if (ball) return ball
    const by = steps[event.key]
    if (by && kicks.ways.length) return () => kicks.step(by)
    return letters[letter]
  })
}
