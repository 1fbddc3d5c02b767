import { useBoardKeys } from '@/frame/useBoardKeys'
import { useRunOut } from '@/stores/runout'

/** The Run-out place by keyboard: arrows go through the plan, or nudge the chosen ball. */
export function useRunOutKeys(actions: { rack: () => void; type: () => void; own: () => void }) {
  const runOut = useRunOut()
  useBoardKeys({
    ...actions,
    letters: { w: () => void runOut.ask(), k: runOut.keep, y: actions.own },
    leave: () => runOut.look(null),
    step: () => (runOut.plan ? (by) => runOut.look((runOut.step ?? (by > 0 ? -1 : 1)) + by) : undefined),
  })
}
