/** The Table place's keys, as the sheet of keys lists them. */
import { LAYERS } from '@/drawing/layers'
import { BOARD_KEYS } from '@/frame/boardKeys'
import { text } from '@/words/text/keys'

export const TABLE_KEYS: [key: string, what: string][] = [
  ['W', text.weighTheLayout],
  ['R', text.refineWeighAgainWithMore],
  [text.arrows, text.nudgeTheChosenBallFiner],
  ['Y', text.aimAShotOfMy],
  ['C', text.compareTheChosenShotWith],
  ['P', text.playTheDrawnShotIn],
  ...LAYERS.map(({ letter, says }): [string, string] => [letter, text.showOrHide(says)]),
  ['O', text.theShownLayersInSentences],
  ['S', text.saveLayoutAndStudy],
  ['L', text.theLibraryOfSavedLayouts],
  ['F', text.filesDownloadPrintOpen],
  [text.ctrlV, text.putACopiedLayoutFile],
  ...BOARD_KEYS,
]
