/** Strokes of the user's own: when two are the same, and what becomes of one on a turned table. */
import { copied, type OwnStroke } from './document'

type Numbers = Pick<Partial<OwnStroke>, 'aim_deg' | 'speed_mps' | 'side' | 'height' | 'elevation_deg'>
const cueOf = (s: Partial<OwnStroke>) => s.cue ?? 'playing'

/** The same as far as files and studies keep a stroke's numbers; wishes have no aim. */
export function isSameStroke(one: Partial<OwnStroke>, two: Partial<OwnStroke>): boolean {
  const numbers = (s: Numbers) => [s.aim_deg, s.speed_mps, s.side, s.height, s.elevation_deg]
  const other = numbers(two)
  const wish = (s: Partial<OwnStroke>) => JSON.stringify([s.pot, s.contact])
  const near = (value: number | undefined, i: number) => Math.abs((value ?? 0) - (other[i] ?? 0)) < 1e-3
  return (
    wish(one) === wish(two) &&
    cueOf(one) === cueOf(two) &&
    (one.aim_deg === undefined) === (two.aim_deg === undefined) &&
    numbers(one).every(near)
  )
}

export type Turn = 'mirror' | 'half-turn'
/** An own stroke on a table that is mirrored across its long axis or turned half round. */
export function turnedStroke(own: OwnStroke, kind: Turn): OwnStroke {
  const swaps: Record<string, string> = { near: 'far', far: 'near' }
  if (kind === 'half-turn') Object.assign(swaps, { head: 'foot', foot: 'head' })
  else Object.assign(swaps, { left: 'right', right: 'left' })
  const swapped = <T extends string>(words: T): T =>
    words.replace(/near|far|head|foot|left|right/g, (word) => swaps[word] ?? word) as T
  const turned = copied(own)
  const { aim_deg: aim, side, pot, contact } = turned
  if (aim !== undefined) turned.aim_deg = kind === 'mirror' ? -aim : aim + (aim > 0 ? -180 : 180)
  if (side && kind === 'mirror') turned.side = -side
  if (pot) pot.pocket = swapped(pot.pocket)
  if (contact?.side) contact.side = swapped(contact.side)
  if (contact?.cushions_first) contact.cushions_first = contact.cushions_first.map((c) => swapped(c))
  return turned
}
