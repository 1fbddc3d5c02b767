/** Kept layouts that show what a page is for, found by how their balls lie. */
import { answered, api, type KeptLayout } from '@/api/client'
import { isHidden } from '@/drawing/hidden'
import type { Place } from '@/drawing/place'

const ballsOf = ({ document }: KeptLayout) => document.balls as Record<string, Place>
const count = (layout: KeptLayout) => Object.keys(ballsOf(layout)).length
/** In games that are played in order. */
const lowest = (balls: Record<string, Place>) =>
  String(Math.min(...Object.keys(balls).map(Number).filter(Number.isFinite)))
const isInOrder = ({ document }: KeptLayout) =>
  ['nine-ball', 'ten-ball'].includes(document.game ?? 'nine-ball')
const isHooked = (layout: KeptLayout) =>
  isInOrder(layout) && isHidden(ballsOf(layout), lowest(ballsOf(layout)))

/** So many balls make a pattern worth planning. */
const FEWEST = 7
/** A rack to run: of those with many balls, the cue ball among them and the first in sight, the one with the fewest. */
export function toRun(layouts: KeptLayout[]): KeptLayout | null {
  const racks = layouts.filter((one) => 'cue' in ballsOf(one) && count(one) >= FEWEST && !isHooked(one))
  return racks.sort((a, b) => count(a) - count(b))[0] ?? null
}
/** A layout whose ball on cannot be hit straight: of several the one with the most balls, where ways differ most. */
export const hooked = (layouts: KeptLayout[]): KeptLayout | null =>
  layouts.filter(isHooked).sort((a, b) => count(b) - count(a))[0] ?? null

/** One's own layouts; none while the server does not answer. */
export const keptLayouts = () => answered(api.GET('/api/layouts')).catch(() => [] as KeptLayout[])
