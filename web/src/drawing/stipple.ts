/** A zone as stipple: dots that grow with what a place is worth, drawn only where it counts; no colour says it alone. */
import { pathOf, type Frame, type Point } from './frame'

export interface Tone {
  d: string
  width: number
}
const TONES = [5, 9, 14, 19]
/** Below this share of the best a place has no dot. */
const LEAST = 0.6
/** Dots a cell of the net, each way: the net is coarse for the eye. */
const FINER = 2

/** worth : by columns from the head and rows from the near rail; inside : 1 in the zone, 2 where two pockets serve. */
export function stippled(worth: number[][], inside: number[][], frame: Frame): Tone[] {
  const best = Math.max(...worth.flat(), 1e-9)
  const dots: Point[][] = TONES.map(() => [])
  const [columns, rows] = [worth.length, worth[0]?.length ?? 0]
  for (let i = 0; i < columns * FINER; i++) {
    for (let j = 0; j < rows * FINER; j++) {
      const [a, b] = [Math.floor(i / FINER), Math.floor(j / FINER)]
      const share = (worth[a]?.[b] ?? 0) / best
      if (share < LEAST) continue
      const tone = inside[a]?.[b] ? (inside[a]?.[b] === 2 ? 3 : 2) : share > 0.8 ? 1 : 0
      const at = frame.fromDiamonds([(8 * (i + 0.5)) / (columns * FINER), (4 * (j + 0.5)) / (rows * FINER)])
      dots[tone]?.push(at)
    }
  }
  return TONES.map((width, tone) => ({
    width,
    d: (dots[tone] ?? []).map((at) => `${pathOf([at])}h0`).join(''),
  })).filter((t) => t.d)
}
