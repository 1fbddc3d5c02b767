/** The readings that measure a table: what is asked for each, and how a reading is said. */
import type { Table } from '@/api/client'
import type { Place } from '@/drawing/place'
import { text } from '@/words/text/players'
import { decimal } from '@/words/numbers'

export type Kind = 'rolls' | 'lags' | 'stops' | 'mouths'
type Values = Record<string, number | string>
interface Field {
  key: string
  label: string
  /** In which unit it is typed, and what one of it is in the reading's own. */
  unit: string
  step: number
  from: number
  to: number
}
export interface Shot {
  kind: Kind
  title: string
  tells: string
  says: string
  /** What a tap on the stopwatch marks, and into which field the time goes; none: it is no matter of a thumb. */
  watch: { start: string; stop: string; into: string } | null
  fields: Field[]
  cue: Place
  way: Place[]
  mark: Place | null
}
export const SHOTS: Shot[] = [
  {
    kind: 'rolls',
    title: text.aSlowRoll,
    tells: text.howFastTheClothIs,
    says: text.slowRollHow,
    watch: { start: text.itPassesThe2ndDiamond, stop: text.itHasComeToRest, into: 'seconds' },
    fields: [
      { key: 'seconds', label: text.time, unit: 's', step: 0.01, from: 0.05, to: 60 },
      { key: 'length', label: text.restDiamondsBeyondTheMark, unit: '', step: 0.1, from: 0.5, to: 6 },
    ],
    cue: [0.5, 1],
    way: [
      [0.5, 1],
      [6.6, 1],
    ],
    mark: [2, 1],
  },
  {
    kind: 'lags',
    title: text.aLag,
    tells: text.howLivelyTheCushionsAre,
    says: text.lagHow,
    watch: { start: text.firstShortRail, stop: text.otherShortRail, into: 'first_length_s' },
    fields: [
      { key: 'first_length_s', label: text.timeOfTheLength, unit: 's', step: 0.01, from: 0.3, to: 10 },
      { key: 'lengths', label: text.lengthsInAll, unit: '', step: 0.1, from: 1, to: 12 },
    ],
    cue: [0.3, 2],
    way: [
      [0.3, 2],
      [7.9, 2],
      [0.2, 2.1],
    ],
    mark: null,
  },
  {
    kind: 'stops',
    title: text.aStopShot,
    tells: text.howTheBallSlides,
    says: text.stopShotHow,
    watch: null,
    fields: [
      { key: 'distance', label: text.wayToTheBallDiamonds, unit: '', step: 0.1, from: 0.4, to: 8 },
      { key: 'seconds', label: text.timeFromAFilm, unit: 's', step: 0.005, from: 0.05, to: 3 },
      { key: 'depth', label: text.tipBelowTheCentreBall, unit: '', step: 0.05, from: 0.05, to: 0.5 },
    ],
    cue: [2, 2],
    way: [
      [2, 2],
      [4, 2],
    ],
    mark: [4, 2],
  },
]
/** A shot's typed fields as the reading that the server takes: lengths in metres. */
export function readingOf(kind: Kind, typed: Record<string, number>, table: Table): Values {
  const diamond = table.length / 8
  if (kind === 'rolls')
    return { length_m: round((typed['length'] ?? 0) * diamond), seconds: typed['seconds'] ?? 0 }
  if (kind === 'stops')
    return {
      distance_m: round((typed['distance'] ?? 0) * diamond),
      seconds: typed['seconds'] ?? 0,
      depth: typed['depth'] ?? 0,
    }
  return { ...typed }
}
const round = (value: number) => Math.round(1000 * value) / 1000
/** A kept reading in words. */
export function readingWords(kind: string, values: Values): string {
  const of = (key: string) => Number(values[key] ?? 0)
  if (kind === 'rolls') return text.rolledRead(decimal(of('length_m'), 2), decimal(of('seconds'), 2))
  if (kind === 'lags') return text.lagRead(decimal(of('first_length_s'), 2), decimal(of('lengths')))
  if (kind === 'stops')
    return text.stopShotRead(decimal(of('distance_m'), 2), decimal(of('seconds'), 3), of('depth'))
  const pocket = values['pocket'] ?? ''
  return 'width_mm' in values
    ? text.mouthRead(pocket, of('width_mm'))
    : text.mouthGapRead(pocket, of('gap_mm'))
}
