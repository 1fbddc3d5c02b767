/** The Kicks place's keys, as the sheet of keys lists them. */
import { BOARD_KEYS } from '@/frame/boardKeys'
import { text } from '@/words/text/keys'

export const KICKS_KEYS: [key: string, what: string][] = [
  ['W', text.findTheWays],
  [text.arrows, text.arrowsDo],
  ['B', text.nextBallOn],
  ['Y', text.aimByHandAndBack],
  ['I', text.drawTries],
  ['G', text.logWhereATryArrived],
  [text.escape, text.leaveAiming],
  ...BOARD_KEYS,
]
