import { useQuestionAddress } from '@/frame/useQuestionAddress'
import { useRunOut } from '@/stores/runout'
import { text } from '@/words/text/runout'

/** A plan has an address, with the ball that is looked at. */
export function useRunOutAddress(guarded: (work: () => Promise<unknown>) => Promise<void>) {
  const runOut = useRunOut()
  useQuestionAddress(guarded, {
    place: 'runout',
    param: 'runOutId',
    untitled: text.aPlannedLayout,
    id: () => runOut.runOut?.id,
    open: runOut.open,
    query: () => (runOut.step === null ? {} : { shot: String(runOut.step + 1) }),
    look: ({ shot }) => {
      if (Number(shot)) runOut.look(Number(shot) - 1)
    },
  })
}
