/** The Kicks place's keys, as the sheet of keys lists them. */
import { BOARD_KEYS } from '@/frame/useBoardKeys'

export const KICKS_KEYS: [key: string, what: string][] = [
  ['F', 'find the ways'],
  ['Arrows', 'way by way; with a ball chosen on the table, nudge it; while aiming, turn and speed'],
  ['B', 'the next ball that is on'],
  ['Y', 'aim by hand, and back'],
  ['E', 'draw the tries of the player'],
  ['L', 'log where a try arrived'],
  ['Escape', 'leave what is being aimed or logged'],
  ...BOARD_KEYS,
]
