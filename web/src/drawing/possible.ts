/** While a ball is dragged: why it cannot lie there. The server checks again, exactly. */
import type { Table } from '@/api/client'
import type { Place } from '@/stores/layout'
import { ballName } from './balls'

const TOUCHING_M = 0.0005
/** Nearer than this to a rail a dragged ball is meant to be frozen to it. */
const SNAP_M = 0.008

function metres(table: Table, place: Place): [number, number] {
  return [(place[0] * table.length) / 8, (place[1] * table.width) / 4]
}

export function impossible(table: Table, balls: Record<string, Place>, ball: string): string | null {
  const place = balls[ball]
  if (!place) return null
  const [x, y] = metres(table, place)
  for (const [other, at] of Object.entries(balls)) {
    if (other === ball) continue
    const [ox, oy] = metres(table, at)
    const overlap = 2 * table.radius - Math.hypot(x - ox, y - oy)
    if (overlap > TOUCHING_M) {
      return `${ballName(ball)} overlaps ${ballName(other).toLowerCase()} by ${(overlap * 1000).toFixed(1)} mm.`
    }
  }
  const depth = table.reach - Math.min(x, table.length - x, y, table.width - y)
  if (depth <= TOUCHING_M) return null
  if (nearMouth(table, x, y)) {
    const dropped = table.drops.some(([dx = 0, dy = 0, r = 0]) => Math.hypot(x - dx, y - dy) < r)
    return dropped ? `${ballName(ball)} has dropped into the pocket: leave it off the table instead.` : null
  }
  return `${ballName(ball)} is ${(depth * 1000).toFixed(1)} mm inside a cushion.`
}

function nearMouth(table: Table, x: number, y: number): boolean {
  return table.mouths.some(([mx = 0, my = 0]) => Math.hypot(x - mx, y - my) < 0.075)
}

/** True when the place is beyond the rails: the ball is being taken off. */
export function isOffTable(place: Place): boolean {
  return place[0] < -0.3 || place[0] > 8.3 || place[1] < -0.3 || place[1] > 4.3
}

/** The place itself, or frozen to the rail it nearly touches; to the hundredth of a diamond. */
export function snapped(table: Table, place: Place): Place {
  const [x, y] = metres(table, place)
  if (nearMouth(table, x, y)) return rounded(place)
  const fit = (v: number, size: number) => {
    if (Math.abs(v - table.reach) < SNAP_M || (v < table.reach && v > -0.05)) return table.reach
    if (Math.abs(size - v - table.reach) < SNAP_M || (v > size - table.reach && v < size + 0.05))
      return size - table.reach
    return v
  }
  const [fx, fy] = [fit(x, table.length), fit(y, table.width)]
  const [rx, ry] = rounded([(8 * fx) / table.length, (4 * fy) / table.width])
  return [fx === x ? rx : (8 * fx) / table.length, fy === y ? ry : (4 * fy) / table.width]
}
const rounded = ([x, y]: Place): Place => [Math.round(x * 100) / 100, Math.round(y * 100) / 100]
