/** Outlines of the six cushions with their exact noses, tip arcs and facings. */
import type { Table } from '@/api/client'
import { CUSHION_M, type Frame, type Point } from './frame'

/** Pocket and jaw at both ends of each cushion, and the direction from the bed into it. */
const CUSHIONS: { from: Point; to: Point; out: Point }[] = [
  { from: [0, 0], to: [1, 0], out: [0, -1] },
  { from: [1, 1], to: [2, 0], out: [0, -1] },
  { from: [3, 0], to: [4, 0], out: [0, 1] },
  { from: [4, 1], to: [5, 0], out: [0, 1] },
  { from: [0, 1], to: [3, 1], out: [-1, 0] },
  { from: [2, 1], to: [5, 1], out: [1, 0] },
]

function pair(values: number[] | undefined): Point {
  return [values?.[0] ?? 0, values?.[1] ?? 0]
}

/** Nose end, facing start, and where the facing meets the wood. */
function jaw(table: Table, [pocket, side]: Point, out: Point): [Point, Point, Point] {
  const tip = pair(table.tips[pocket]?.[side])
  const start = pair(table.facing_starts[pocket]?.[side])
  const along = pair(table.facing_directions[pocket]?.[side])
  const radius = table.tip_radii[pocket] ?? 0
  const nose: Point = [tip[0] - out[0] * radius, tip[1] - out[1] * radius]
  const deep = (start[0] - nose[0]) * out[0] + (start[1] - nose[1]) * out[1]
  const reach = (CUSHION_M - deep) / (along[0] * out[0] + along[1] * out[1])
  return [nose, start, [start[0] + reach * along[0], start[1] + reach * along[1]]]
}

export function cushionPaths(table: Table, frame: Frame): string[] {
  return CUSHIONS.map(({ from, to, out }) => {
    const [noseA, startA, endA] = jaw(table, from, out)
    const [noseB, startB, endB] = jaw(table, to, out)
    const put = (p: Point) =>
      frame
        .at(p[0], p[1])
        .map((v) => v.toFixed(2))
        .join(' ')
    const arc = (pocket: number, a: Point, b: Point) => {
      const r = (table.tip_radii[pocket] ?? 0) * 1000
      return `A ${r} ${r} 0 0 ${sweep(frame, a, b, out)} ${put(b)}`
    }
    const [first, second] = [arc(from[0], startA, noseA), arc(to[0], noseB, startB)]
    return `M ${put(endA)} L ${put(startA)} ${first} L ${put(noseB)} ${second} L ${put(endB)} Z`
  })
}

/** The side to which the arc from a to b must bulge: toward the bed, away from the rubber. */
function sweep(frame: Frame, a: Point, b: Point, out: Point): 0 | 1 {
  const [p, q] = [frame.at(...a), frame.at(...b)]
  const [o, c] = [frame.at(0, 0), frame.at(...out)]
  const cross = (q[0] - p[0]) * (c[1] - o[1]) - (q[1] - p[1]) * (c[0] - o[0])
  return cross > 0 ? 1 : 0
}
