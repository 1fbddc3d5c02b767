/** The chosen ball by keyboard, on every page with a board: arrows nudge it, finer with Shift; Delete takes it off. */
import { arrowOf } from '@/drawing/arrows'
import { useUpright } from '@/drawing/useUpright'
import type { Place } from '@/drawing/place'
import type { SharedBoard } from './useBoard'

const NUDGE = { coarse: 0.05, fine: 0.01 }
const within = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v))

/** What a key press does to the chosen ball, if anything. */
export function useNudge(board: SharedBoard) {
  const upright = useUpright()
  function nudge(ball: string, direction: Place, step: number) {
    const at = board.document.balls[ball]
    if (!at) return
    const moved = (axis: 0 | 1, most: number) =>
      Math.round(within(at[axis] + step * direction[axis], 0, most) * 1e4) / 1e4
    board.place(ball, [moved(0, 8), moved(1, 4)])
  }
  return (event: KeyboardEvent): (() => unknown) | undefined => {
    const ball = board.selected
    if (!ball) return undefined
    const arrow = arrowOf(event.key, upright.value)
    if (arrow) return () => nudge(ball, arrow, NUDGE[event.shiftKey ? 'fine' : 'coarse'])
    return ['Delete', 'Backspace'].includes(event.key) ? () => board.run({ do: 'remove', ball }) : undefined
  }
}
