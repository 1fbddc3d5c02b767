/** The window of a kick as a picture: scales, the curve of what each number leaves, and the player's aim over it. */
import type { KickWindow } from '@/api/client'
import { text } from '@/words/text/kicks'

export const CHART = { left: 42, right: 10, top: 12, curve: 104, band: 22 }
type Point = KickWindow['points'][number]

/** Pixels from a number of the rail, and from a rack chance; the numbers run as on the rail, the chances fill the height. */
export function scalesOf(points: Point[], width: number) {
  const numbers = points.map(({ number }) => number)
  const [low, high] = [Math.min(...numbers), Math.max(...numbers)]
  const values = points.map(({ value }) => value)
  const [least, most] = [Math.min(...values), Math.max(...values)]
  const [bottom, top] = [Math.max(0, least - 0.02), Math.min(1, most + 0.02)]
  const wide = width - CHART.left - CHART.right
  return {
    low,
    high,
    bottom,
    top,
    x: (number: number) => CHART.left + (wide * (number - low)) / Math.max(1e-9, high - low),
    y: (value: number) => CHART.top + CHART.curve * (1 - (value - bottom) / Math.max(1e-9, top - bottom)),
    number: (x: number) => low + ((x - CHART.left) / wide) * (high - low),
  }
}

/** The whole numbers worth a tick: at most a dozen of them. */
export function ticksOf(low: number, high: number): number[] {
  const step = [0.5, 1, 2, 5, 10].find((size) => (high - low) / size <= 12) ?? 20
  const first = Math.ceil(low / step)
  return Array.from({ length: Math.floor(high / step) - first + 1 }, (_, k) => (first + k) * step)
}

/** A bell of the player's aim, as tall as the curve's field. */
export function bellOf(mean: number, deviation: number, low: number, high: number): [number, number][] {
  if (deviation <= 0) return []
  return Array.from({ length: 61 }, (_, k) => {
    const number = low + ((high - low) * k) / 60
    return [number, Math.exp(-0.5 * ((number - mean) / deviation) ** 2)]
  })
}

/** Runs of points that hit alike: thin or full, on one side; or are fouls. */
export function stretchesOf(points: Point[]): { from: number; to: number; words: string; kind: string }[] {
  const ordered = [...points].sort((a, b) => a.number - b.number)
  const told = ordered.map((point) => {
    if (!point.legal) return { words: point.met ? text.noRail : 'foul', kind: 'foul' }
    if (!point.met) return { words: text.anotherWay, kind: 'other' }
    const word = point.fullness > 0.82 ? 'full' : point.fullness > 0.4 ? 'half' : 'thin'
    return { words: word === 'full' ? word : `${word} ${point.side}`, kind: word }
  })
  const found: { from: number; to: number; words: string; kind: string }[] = []
  ordered.forEach(({ number }, k) => {
    const last = found.at(-1)
    const { words, kind } = told[k] as { words: string; kind: string }
    if (last?.words === words) last.to = number
    else found.push({ from: last ? last.to : number, to: number, words, kind })
  })
  return found
}
