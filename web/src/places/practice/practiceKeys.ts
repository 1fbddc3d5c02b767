import { text } from '@/words/text/keys'

/** Keys of the practice pages, as the sheet of keys lists them. */
export const PRACTICE_KEYS: [key: string, what: string][] = [
  ['G', text.goOnWithTheSitting],
  ['B', text.beginARoundOfThe],
]
export const DRILL_KEYS: [key: string, what: string][] = [
  ['M', 'made'],
  ['X', 'missed'],
  ['O', text.pottedButNotInIts],
  ['U', 'undo'],
  [text.arrowsEnter, text.onTheDrawingWhereThe],
]
export const QUIZ_KEYS: [key: string, what: string][] = [
  ['P', text.potABall],
  ['S', text.playSafe],
  ['O', text.aStrokeOfYourOwn],
  [text.enter, text.openTheLedger],
  ['N', text.nextPosition],
]
/** What a key counts an attempt as. */
export const outcomeOfKey = (letter: string): string | undefined =>
  ({ m: 'made', x: 'missed', o: 'off' })[letter]
