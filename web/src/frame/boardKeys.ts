import { text } from '@/words/text/keys'

/** What every board page's sheet of keys ends with. */
export const BOARD_KEYS: [key: string, what: string][] = [
  ['T', text.typePlaces],
  [text.delete, text.takeTheChosenBallOff],
  [text.ctrlZ, text.undoWithShiftRedo],
  ['M', text.mirrorAcrossTheLongAxis],
  ['H', text.halfTurnOfTheTable],
  ['N', text.aNewBreak],
]
