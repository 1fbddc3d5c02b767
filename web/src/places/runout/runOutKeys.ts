/** The Run-out place's keys, as the sheet of keys lists them. */
import { BOARD_KEYS } from '@/frame/useBoardKeys'

export const RUN_OUT_KEYS: [key: string, what: string][] = [
  ['P', 'plan the layout'],
  ['Arrows', 'ball by ball through the plan; with a ball chosen on the table, nudge it'],
  ['Escape', 'the whole plan again'],
  ['Y', 'a shot of your own at the ball that is looked at'],
  ['K', 'keep this plan to compare it'],
  ...BOARD_KEYS,
]
