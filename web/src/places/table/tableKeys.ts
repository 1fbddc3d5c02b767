/** The Table place's keys, as the sheet of keys lists them. */
import { LAYERS } from '@/drawing/layers'
import { BOARD_KEYS } from '@/frame/useBoardKeys'

export const TABLE_KEYS: [key: string, what: string][] = [
  ['W', 'weigh the layout'],
  ['R', 'refine: weigh again with more tries'],
  ['Arrows', 'nudge the chosen ball; finer with Shift'],
  ['Y', 'aim a shot of my own; arrows then turn the aim and change the speed'],
  ['C', 'compare the chosen shot with the next one'],
  ['P', 'play the drawn shot in time, or pause it'],
  ...LAYERS.map(({ letter, says }): [string, string] => [letter, `show or hide ${says}`]),
  ['O', 'the shown layers in sentences'],
  ['S', 'save layout and study'],
  ['L', 'the library of saved layouts and studies'],
  ['F', 'files: download, print, open'],
  ['Ctrl V', 'put a copied layout file on the table'],
  ...BOARD_KEYS,
]
