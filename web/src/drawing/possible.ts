/** While a ball is dragged: where it snaps to, and why it cannot lie there. The server checks again, exactly. */
import type { Table } from '@/api/client'
import type { Place } from '@/drawing/place'
import { ballName, ballWords } from './balls'
import { spotsOf, stringOf } from './marks'
import { text } from '@/words/text/drawing'
import { decimal } from '@/words/numbers'

const TOUCHING_M = 0.0005
/** Nearer than this to a rail, a ball, a spot or a string, a dragged ball is meant to lie at it. */
const SNAP_M = { rail: 0.008, ball: 0.009, spot: 0.012, string: 0.006 }
type Balls = Record<string, Place>
type Metres = [number, number]

/** A place, and what it is at when it snapped there. */
export interface Snapped {
  at: Place
  says: string
}

function metres(table: Table, place: Place): Metres {
  return [(place[0] * table.length) / 8, (place[1] * table.width) / 4]
}
function diamonds(table: Table, [x, y]: Metres): Place {
  return [(8 * x) / table.length, (4 * y) / table.width]
}

export function impossible(table: Table, balls: Balls, ball: string): string | null {
  const place = balls[ball]
  if (!place) return null
  const [x, y] = metres(table, place)
  for (const [other, at] of Object.entries(balls)) {
    if (other === ball) continue
    const [ox, oy] = metres(table, at)
    const overlap = 2 * table.radius - Math.hypot(x - ox, y - oy)
    if (overlap > TOUCHING_M) {
      return text.overlaps(ballName(ball), ballWords(other), decimal(overlap * 1000))
    }
  }
  const depth = table.reach - Math.min(x, table.length - x, y, table.width - y)
  if (depth <= TOUCHING_M) return null
  if (nearMouth(table, x, y)) {
    const dropped = table.drops.some(([dx = 0, dy = 0, r = 0]) => Math.hypot(x - dx, y - dy) < r)
    return dropped ? text.hasDropped(ballName(ball)) : null
  }
  return text.insideACushion(ballName(ball), decimal(depth * 1000))
}

function nearMouth(table: Table, x: number, y: number): boolean {
  return table.mouths.some(([mx = 0, my = 0]) => Math.hypot(x - mx, y - my) < 0.075)
}

/** True when the place is beyond the rails: the ball is being taken off. */
export function isOffTable(place: Place): boolean {
  return place[0] < -0.3 || place[0] > 8.3 || place[1] < -0.3 || place[1] > 4.3
}

/** The place to the hundredth of a diamond, or exactly at the rail, ball, spot or string that it nearly touches. */
export function snapped(table: Table, place: Place, balls: Balls = {}, ball = ''): Snapped {
  if (isOffTable(place)) return { at: place, says: '' }
  const at = metres(table, place)
  const touching = againstBall(table, at, balls, ball)
  if (touching) return touching
  const spot = spotsOf(table).find((mark) => distance(metres(table, mark.at), at) < SNAP_M.spot)
  if (spot) return { at: spot.at, says: text.onThe(spot.name) }
  if (nearMouth(table, ...at)) return { at: rounded(place), says: '' }
  return againstRails(table, place, at)
}

function againstBall(table: Table, at: Metres, balls: Balls, ball: string): Snapped | null {
  for (const [other, place] of Object.entries(balls)) {
    if (other === ball) continue
    const there = metres(table, place)
    const apart = distance(there, at)
    if (apart < table.radius || Math.abs(apart - 2 * table.radius) > SNAP_M.ball) continue
    const step = (2 * table.radius) / apart
    const x = there[0] + step * (at[0] - there[0])
    const y = there[1] + step * (at[1] - there[1])
    return { at: diamonds(table, [x, y]), says: text.frozenTo(ballWords(other)) }
  }
  return null
}

function againstRails(table: Table, place: Place, at: Metres): Snapped {
  const says: string[] = []
  const fit = (axis: 0 | 1, size: number, low: string, high: string, lines: number[]): number => {
    const v = at[axis]
    const perDiamond = size / (axis ? 4 : 8)
    if (Math.abs(v - table.reach) < SNAP_M.rail || (v < table.reach && v > -0.05)) {
      says.push(text.frozenToRail(low))
      return table.reach / perDiamond
    }
    if (Math.abs(size - v - table.reach) < SNAP_M.rail || (v > size - table.reach && v < size + 0.05)) {
      says.push(text.frozenToRail(high))
      return (size - table.reach) / perDiamond
    }
    const line = lines.find((d) => Math.abs(d * perDiamond - v) < SNAP_M.string)
    return line ?? rounded(place)[axis]
  }
  const string = stringOf(table)
  const x = fit(0, table.length, text.headRail, text.footRail, [string, 4, 6])
  const y = fit(1, table.width, text.nearLongRail, text.farLongRail, [2])
  if (!says.length && x === string) says.push(text.onTheHeadString)
  return { at: [x, y], says: says.join(text.and) }
}

const distance = (a: Metres, b: Metres) => Math.hypot(a[0] - b[0], a[1] - b[1])
const rounded = ([x, y]: Place): Place => [Math.round(x * 100) / 100, Math.round(y * 100) / 100]
