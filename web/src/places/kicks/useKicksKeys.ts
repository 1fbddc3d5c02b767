import { useBoardKeys } from '@/frame/useBoardKeys'
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
  const kicks = useKicks()
  function nextBall() {
    const balls = kicks.found?.targets ?? []
    const at = balls.indexOf(kicks.found?.target ?? '')
    if (balls.length > 1) void kicks.ask(balls[(at + 1) % balls.length])
  }
  useBoardKeys({
    ...actions,
    letters: { w: () => void kicks.ask(), b: nextBall, y: actions.aim, g: actions.log, i: actions.draw },
    step: () => (kicks.ways.length ? kicks.step : undefined),
  })
}
