/** The Kicks place's keys, as the sheet of keys lists them. */
export const KICKS_KEYS: [key: string, what: string][] = [
  ['F', 'find the ways'],
  ['Arrows', 'way by way; with a ball chosen on the table, nudge it; while aiming, turn and speed'],
  ['B', 'the next ball that is on'],
  ['Y', 'aim by hand, and back'],
  ['E', 'draw the tries of the player'],
  ['L', 'log where a try arrived'],
  ['Escape', 'leave what is being aimed or logged'],
  ['T', 'type places'],
  ['Delete', 'take the chosen ball off'],
  ['Ctrl Z', 'undo; with Shift, redo'],
  ['M', 'mirror across the long axis'],
  ['H', 'half-turn of the table'],
  ['N', 'a new break, or a new layout of the game'],
]
