/** A drill of one's own from what a form says: each step asks for two thirds of the one before it. */
import type { DrillZone } from '@/api/client'
import type { LayoutDocument } from '@/board/document'
import type { Place } from '@/drawing/place'
import { text } from '@/words/text/practice'

export interface DrillWish {
  name: string
  says: string
  ball: string
  pocket: string
  cueAt: Place | null
  ballAt: Place | null
  within: number
  steps: number
  nothingOpen: boolean
}
const NEARER = 2 / 3
const round = (value: number) => Math.round(100 * value) / 100
const zone = (at: Place | null, within: number): DrillZone | null => (at ? { at, within } : null)

export function drillOfForm(wish: DrillWish, layout: LayoutDocument): Record<string, unknown> {
  const pots = !!wish.pocket
  const placed = !!wish.cueAt || (!pots && !!wish.ballAt)
  // Without a place of rest nothing gets harder: one step.
  const count = placed ? Math.max(1, Math.min(6, wish.steps)) : 1
  return {
    name: wish.name,
    says: wish.says,
    varies: placed ? 'tolerance' : 'layout',
    game: layout.game,
    feeds: pots ? 'pot' : '',
    errors: [],
    steps: Array.from({ length: count }, (_, k) => {
      const within = round(Math.max(0.05, wish.within * NEARER ** k))
      return {
        name: placed ? text.withinDiamonds(within) : text.asItLies,
        balls: layout.balls,
        rule: {
          ball: wish.ball || null,
          pocket: wish.pocket || null,
          cue_in: zone(wish.cueAt, within),
          ball_in: pots ? null : zone(wish.ballAt, within),
          nothing_open: wish.nothingOpen,
        },
      }
    }),
  }
}
