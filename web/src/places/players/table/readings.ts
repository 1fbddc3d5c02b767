/** The readings that measure a table: what is asked for each, and how a reading is said. */
import type { Table } from '@/api/client'
import type { Place } from '@/drawing/place'

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
    title: 'A slow roll',
    tells: 'how fast the cloth is',
    says: 'Roll a ball slowly along the table. Tap as it passes the second diamond and again as it comes to rest, then say where it lies.',
    watch: { start: 'It passes the 2nd diamond', stop: 'It has come to rest', into: 'seconds' },
    fields: [
      { key: 'seconds', label: 'Time', unit: 's', step: 0.01, from: 0.05, to: 60 },
      { key: 'length', label: 'Rest, diamonds beyond the mark', unit: '', step: 0.1, from: 0.5, to: 6 },
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
    title: 'A lag',
    tells: 'how lively the cushions are',
    says: 'Strike a ball along the table without side. Tap as it touches the first short rail and again at the other one, then count the lengths it went in all.',
    watch: { start: 'First short rail', stop: 'Other short rail', into: 'first_length_s' },
    fields: [
      { key: 'first_length_s', label: 'Time of the length', unit: 's', step: 0.01, from: 0.3, to: 10 },
      { key: 'lengths', label: 'Lengths in all', unit: '', step: 0.1, from: 1, to: 12 },
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
    title: 'A stop shot',
    tells: 'how the ball slides',
    says: 'Strike low, so that the cue ball just stops dead on a full hit. Time it on a film, from tip to ball: a thumb is too slow.',
    watch: null,
    fields: [
      { key: 'distance', label: 'Way to the ball, diamonds', unit: '', step: 0.1, from: 0.4, to: 8 },
      { key: 'seconds', label: 'Time, from a film', unit: 's', step: 0.005, from: 0.05, to: 3 },
      { key: 'depth', label: 'Tip below the centre, ball radii', unit: '', step: 0.05, from: 0.05, to: 0.5 },
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
  if (kind === 'rolls') return `rolled ${of('length_m').toFixed(2)} m in ${of('seconds').toFixed(2)} s`
  if (kind === 'lags')
    return `first length in ${of('first_length_s').toFixed(2)} s, ${of('lengths').toFixed(1)} lengths in all`
  if (kind === 'stops')
    return `${of('distance_m').toFixed(2)} m in ${of('seconds').toFixed(3)} s, tip ${of('depth')} R low`
  return 'width_mm' in values
    ? `${values['pocket']} mouth ${of('width_mm')} mm across`
    : `${values['pocket']} mouth: two balls and ${of('gap_mm')} mm`
}
