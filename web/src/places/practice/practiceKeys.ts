/** Keys of the practice pages, as the sheet of keys lists them. */
export const PRACTICE_KEYS: [key: string, what: string][] = [
  ['G', 'go on with the sitting that is open'],
  ['B', 'begin a round of the quiz'],
]
export const DRILL_KEYS: [key: string, what: string][] = [
  ['M', 'made'],
  ['X', 'missed'],
  ['O', 'potted, but not in its place'],
  ['U', 'undo'],
  ['Arrows, Enter', 'on the drawing: where the ball came to rest'],
]
export const QUIZ_KEYS: [key: string, what: string][] = [
  ['P', 'pot a ball'],
  ['S', 'play safe'],
  ['O', 'a stroke of your own'],
  ['Enter', 'open the ledger'],
  ['N', 'next position'],
]
/** What a key counts an attempt as. */
export const outcomeOfKey = (letter: string): string | undefined =>
  ({ m: 'made', x: 'missed', o: 'off' })[letter]
