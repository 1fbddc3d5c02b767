/** The keys of every page, for the sheet that tells them. */
import { KICKS_KEYS } from './places/kicks/kicksKeys'
import { SITTING_KEYS } from './places/players/sitting/sittingKeys'
import { DRILL_KEYS, PRACTICE_KEYS, QUIZ_KEYS } from './places/practice/practiceKeys'
import { MATCH_KEYS, RECORD_KEYS } from './places/record/recordKeys'
import { RUN_OUT_KEYS } from './places/runout/runOutKeys'
import { TABLE_KEYS } from './places/table/tableKeys'

export const KEY_SHEETS = {
  table: TABLE_KEYS,
  runOut: RUN_OUT_KEYS,
  kicks: KICKS_KEYS,
  practice: PRACTICE_KEYS,
  drill: DRILL_KEYS,
  quiz: QUIZ_KEYS,
  record: RECORD_KEYS,
  match: MATCH_KEYS,
  sitting: SITTING_KEYS,
}
export type KeySheet = keyof typeof KEY_SHEETS
