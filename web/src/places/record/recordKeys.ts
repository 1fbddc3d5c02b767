/** Keys of the record's pages, as the sheet of keys lists them. */
export const RECORD_KEYS: [key: string, what: string][] = [
  ['M', 'a new match'],
  ['F', 'find among matches and decisions'],
  ['Ctrl Z', 'bring back what was deleted last'],
]
export const MATCH_KEYS: [key: string, what: string][] = [
  ['W', 'I won the rack'],
  ['L', 'I lost the rack'],
  ['U', 'take the last rack back'],
]
