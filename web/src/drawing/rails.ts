/** Numbers on the rails, as the server counts them: ten a diamond, read through to the diamonds behind the nose. */
import type { Place } from '@/drawing/place'
import { text } from '@/words/text/drawing'

const BEHIND_M = 0.0937
type Cushion = 'head' | 'foot' | 'near-long' | 'far-long'
interface Size {
  length: number
  width: number
}
const isLong = (rail: string) => rail === 'near-long' || rail === 'far-long'
/** How far behind the nose the diamonds lie, in diamonds across a rail. */
const behind = (rail: string, { length, width }: Size) =>
  isLong(rail) ? BEHIND_M / (width / 4) : BEHIND_M / (length / 8)

/** The place of a rail's number, in diamonds: on the diamonds, or at the nose. */
export function placeOf(
  rail: string,
  countedFrom: string,
  number: number,
  size: Size,
  atNose = false,
): Place {
  const off = atNose ? 0 : behind(rail, size)
  const along = number / 10
  if (isLong(rail)) return [countedFrom === 'foot' ? 8 - along : along, rail === 'far-long' ? 4 + off : -off]
  return [rail === 'foot' ? 8 + off : -off, countedFrom === 'far-long' ? 4 - along : along]
}
/** The number of a rail at a place, in diamonds. */
export function numberAt(rail: string, countedFrom: string, [x, y]: Place): number {
  if (isLong(rail)) return 10 * (countedFrom === 'foot' ? 8 - x : x)
  return 10 * (countedFrom === 'far-long' ? 4 - y : y)
}
/** How many diamonds a rail has, its ends included. */
export const diamondsOf = (rail: string) => (isLong(rail) ? 8 : 4)

const OPPOSITE: Record<string, string> = {
  head: 'foot',
  foot: 'head',
  'near-long': 'far-long',
  'far-long': 'near-long',
}
/** The start numbers of a three-cushion way, with their places: 50 in the corner, down the long rail, up the short one. */
export function startsOf([, short, long]: string[], size: Size): { number: number; at: Place }[] {
  if (!short || !long) return []
  const behind = OPPOSITE[short] ?? ''
  const down = Array.from({ length: 8 }, (_, k) => ({
    number: 50 - 5 * k,
    at: placeOf(long, behind, 10 * k, size),
  }))
  const up = [1, 2, 3].map((k) => ({ number: 50 + 10 * k, at: placeOf(behind, long, 10 * k, size) }))
  return [...down, ...up]
}

/** The rail that a place lies nearest to. */
export function nearestRail([x, y]: Place): Cushion {
  const off: [Cushion, number][] = [
    ['head', x],
    ['foot', 8 - x],
    ['near-long', y],
    ['far-long', 4 - y],
  ]
  return off.reduce((a, b) => (b[1] < a[1] ? b : a))[0]
}
/** From which corner a rail counts beside another: from that one where it lies at an end, else from the one given. */
export function countedBeside(rail: string, beside: string, given: string): string {
  const ends = isLong(rail) ? ['head', 'foot'] : ['near-long', 'far-long']
  if (ends.includes(beside)) return beside
  return ends.includes(given) ? given : (ends[1] as string)
}
/** The direction, degrees, from a place to another, both in diamonds. */
export function aimBetween(from: Place, to: Place, { length, width }: Size): number {
  const [dx, dy] = [((to[0] - from[0]) * length) / 8, ((to[1] - from[1]) * width) / 4]
  return (Math.atan2(dy, dx) * 180) / Math.PI
}
const HALVES = ['', '½']
/** A number to the half, as one says it. */
export function numberWords(value: number): string {
  const halves = Math.round(2 * Math.abs(value))
  const whole = halves === 1 ? '' : String(Math.floor(halves / 2))
  return `${value < 0 && halves ? '−' : ''}${whole}${HALVES[halves % 2] ?? ''}`
}
const RAILS: Record<string, string> = {
  head: text.headRail,
  foot: text.footRail,
  'near-long': text.nearRail,
  'far-long': text.farRail,
}
export const railWords = (rail: string) => RAILS[rail] ?? rail
export const endWords = (rail: string) => (RAILS[rail] ?? rail).replace(' rail', ' end')
