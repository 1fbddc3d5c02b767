/** The Table place's keys, as the sheet of keys lists them. */
import { LAYERS } from '@/drawing/layers'

export const TABLE_KEYS: [key: string, what: string][] = [
  ['W', 'weigh the layout'],
  ['R', 'refine: weigh again with more tries'],
  ['T', 'type places'],
  ['Arrows', 'nudge the chosen ball; finer with Shift'],
  ['Delete', 'take the chosen ball off'],
  ['Ctrl Z', 'undo; with Shift, redo'],
  ['Ctrl V', 'put a copied layout file on the table'],
  ['M', 'mirror across the long axis'],
  ['H', 'half-turn of the table'],
  ['N', 'a new break, or a new layout of the game'],
  ['Y', 'aim a shot of my own; arrows then turn the aim and change the speed'],
  ['C', 'compare the chosen line with the next one'],
  ['P', 'play the drawn shot in time, or pause it'],
  ...LAYERS.map(({ letter, says }): [string, string] => [letter, `show or hide ${says}`]),
  ['O', 'the shown layers in sentences'],
  ['S', 'save layout and study'],
  ['L', 'the library of saved layouts and studies'],
  ['F', 'files: download, print, open'],
]
