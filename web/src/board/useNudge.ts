/** The chosen ball by keyboard, on every page with a board: arrows nudge it, finer with Shift; Delete takes it off. */
import type { Table } from '@/api/client'
import { arrowOf } from '@/drawing/arrows'
import { useUpright } from '@/drawing/useUpright'
import type { Place } from '@/drawing/place'
import { impossible, snapped } from '@/drawing/possible'
import { announce } from '@/parts/announce'
import type { OpenBoard } from './board'

const NUDGE = { coarse: 0.05, fine: 0.01 }
/** Halvings of a step until it is known where it is stopped; what is nearer than this, diamonds, is where it was. */
const [HALVED, STILL] = [12, 1e-3]
const within = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v))

/** What a key press does to the chosen ball, if anything; `table` is unknown while its geometry is asked for. */
export function useNudge(board: OpenBoard, table: () => Table | undefined) {
  const upright = useUpright()
  function nudge(ball: string, direction: Place, step: number) {
    const at = board.document.balls[ball]
    if (!at) return
    const moved = (axis: 0 | 1, most: number) =>
      Math.round(within(at[axis] + step * direction[axis], 0, most) * 1e4) / 1e4
    move(ball, [moved(0, 8), moved(1, 4)])
  }
  /** As far as other balls and cushions let it, as a dragged one. */
  function move(ball: string, to: Place) {
    const [geometry, { balls }] = [table(), board.document]
    const words = geometry && impossible(geometry, { ...balls, [ball]: to }, ball)
    if (!geometry || !words) return board.place(ball, to)
    const here = balls[ball] ?? to
    const along = (share: number): Place => [
      here[0] + share * (to[0] - here[0]),
      here[1] + share * (to[1] - here[1]),
    ]
    const fits = (at: Place) => !impossible(geometry, { ...balls, [ball]: at }, ball)
    let [free, blocked] = [0, 1]
    for (let halved = 0; halved < HALVED; halved++) {
      const middle = (free + blocked) / 2
      if (fits(along(middle))) free = middle
      else blocked = middle
    }
    const { at, says } = snapped(geometry, along(free), balls, ball)
    announce(says || words)
    const stop = fits(at) ? at : along(free)
    if (Math.hypot(stop[0] - here[0], stop[1] - here[1]) > STILL) board.place(ball, stop)
  }
  const isOnTheTable = (target: EventTarget | null) =>
    target === document.body || !!(target as Element | null)?.closest('[data-ball]')
  return (event: KeyboardEvent): (() => unknown) | undefined => {
    const ball = board.selected
    if (!ball) return undefined
    const arrow = arrowOf(event.key, upright.value)
    if (arrow) return () => nudge(ball, arrow, NUDGE[event.shiftKey ? 'fine' : 'coarse'])
    const removes = ['Delete', 'Backspace'].includes(event.key) && isOnTheTable(event.target)
    return removes ? () => board.run({ do: 'remove', ball }) : undefined
  }
}
