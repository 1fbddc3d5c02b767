/** Layouts that show what a page is for, one's own or those to try, found by how their balls lie. */
import { answered, api } from '@/api/client'
import { isHidden } from '@/drawing/hidden'
import type { Place } from '@/drawing/place'
import type { GivenDocument } from './document'
import { TO_TRY } from './toTry'

export interface Sample {
  /** Of those that are kept. */
  id: number | null
  name: string
  document: GivenDocument
}

const ballsOf = ({ document }: Sample) => document.balls as Record<string, Place>
const count = (layout: Sample) => Object.keys(ballsOf(layout)).length
/** In games that are played in order. */
const lowest = (balls: Record<string, Place>) =>
  String(Math.min(...Object.keys(balls).map(Number).filter(Number.isFinite)))
const isInOrder = ({ document }: Sample) => ['nine-ball', 'ten-ball'].includes(document.game ?? 'nine-ball')
const isHooked = (layout: Sample) => isInOrder(layout) && isHidden(ballsOf(layout), lowest(ballsOf(layout)))

/** So many balls make a pattern worth planning. */
const FEWEST = 7
/** A rack to run: of those with many balls, the cue ball among them and the first in sight, the one with the fewest. */
export function toRun(layouts: Sample[]): Sample | null {
  const racks = layouts.filter((one) => 'cue' in ballsOf(one) && count(one) >= FEWEST && !isHooked(one))
  return racks.sort((a, b) => count(a) - count(b))[0] ?? null
}
/** A layout whose ball on cannot be hit straight: of several the one with the most balls, where ways differ most. */
export const hooked = (layouts: Sample[]): Sample | null =>
  layouts.filter(isHooked).sort((a, b) => count(b) - count(a))[0] ?? null

const toTry: Sample[] = TO_TRY.map(({ name, document }) => ({
  id: null,
  name,
  document: document as GivenDocument,
}))
/** The one that fits: of one's own layouts, else of those to try; of these while the server does not answer. */
export async function sampleFor(fitting: (layouts: Sample[]) => Sample | null): Promise<Sample | null> {
  const own: Sample[] = await answered(api.GET('/api/layouts')).catch(() => [])
  return fitting(own) ?? fitting(toTry)
}
