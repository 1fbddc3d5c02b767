/** The Run-out place's keys, as the sheet of keys lists them. */
import { BOARD_KEYS } from '@/frame/boardKeys'
import { text } from '@/words/text/keys'

export const RUN_OUT_KEYS: [key: string, what: string][] = [
  ['W', text.planTheLayout],
  [text.arrows, text.arrowsDoRunOut],
  [text.escape, text.theWholePlanAgain],
  ['Y', text.aShotOfYourOwn],
  ['K', text.keepKey],
  ...BOARD_KEYS,
]
