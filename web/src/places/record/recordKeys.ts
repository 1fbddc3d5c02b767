import { text } from '@/words/text/keys'

/** Keys of the record's pages, as the sheet of keys lists them. */
export const RECORD_KEYS: [key: string, what: string][] = [
  ['N', text.aNewMatch],
  ['F', text.findAmongMatchesAndDecisions],
  [text.ctrlZ, text.bringBackWhatWasDeleted],
]
export const MATCH_KEYS: [key: string, what: string][] = [
  ['I', text.iWonTheRack],
  ['L', text.iLostTheRack],
  ['U', text.takeTheLastRackBack],
]
