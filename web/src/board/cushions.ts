/** Balls on another table: what is frozen to a cushion stays frozen to it, and nothing comes to lie in the rubber. */
import type { Table } from '@/api/client'
import type { Place } from '@/drawing/place'

/** Diamonds: a ball nearer to where it would touch the cushion than this is frozen to it. */
const FROZEN = 0.004

export function fittedOn(balls: Record<string, Place>, from: Table, to: Table): Record<string, Place> {
  const edges = ({ reach, length, width }: Table) => [(8 * reach) / length, (4 * reach) / width] as const
  const [[fromX, fromY], [toX, toY]] = [edges(from), edges(to)]
  return Object.fromEntries(
    Object.entries(balls).map(([ball, [x, y]]) => [
      ball,
      [fitted(x, 8, fromX, toX), fitted(y, 4, fromY, toY)],
    ]),
  )
}
function fitted(at: number, whole: number, before: number, now: number): number {
  // Beyond the noses it lies in a pocket's jaws.
  if (at < before - FROZEN || at > whole - before + FROZEN) return at
  if (at < before + FROZEN) return now
  if (at > whole - before - FROZEN) return whole - now
  return Math.min(whole - now, Math.max(now, at))
}
