/** A try, from a kick that was played with the cue ball alone and the place where it arrived. */
import type { KickLook, TryIn } from '@/api/client'
import type { Place } from '@/drawing/place'
import { countedBeside, nearestRail, numberAt, railWords } from '@/drawing/rails'
import { text } from '@/words/text/kicks'

const KINDS: Record<number, string> = { 2: 'mirror', 3: 'two-cushion' }

/** The try, or a sentence that says why the place cannot be where it arrived. */
export function tryOf(look: KickLook, cue: Place, arrived: Place, aim: number): TryIn | string {
  const { route } = look
  const { stroke } = look.option
  const rail = nearestRail(arrived)
  const numbered = look.sum.kind === 'three-cushion'
  const last = route.at(-1) ?? ''
  if (route.some((part) => part.startsWith('jaw'))) return text.noNumbersOffAJaw
  if (numbered && rail !== last) return text.readAtAnotherRail(railWords(rail), railWords(last))
  if (!numbered && rail === last) return text.pressTheRailAfter(railWords(rail))
  const rails = numbered ? route : [...route, rail]
  const kind = numbered ? 'three-cushion' : KINDS[rails.length]
  if (!kind) return text.noSumFor(route.length)
  const beside = rails.at(-2) ?? ''
  const counted = look.window?.counted_from ?? look.sum.counted_from ?? 'foot'
  const from = countedBeside(rail, beside, counted)
  return {
    kind, cue, rails, aim: halved(aim), arrival: halved(numberAt(rail, from, arrived)), side: stroke.side ?? 0,
    height: stroke.height ?? 0, speed_mps: stroke.speed_mps, counted_from: counted,
  } // prettier-ignore
}
const halved = (number: number) => Math.round(2 * number) / 2
