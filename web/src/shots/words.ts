/** Figures as they are said, one way everywhere. */
import type { Chance, Option, Verdict, Way } from '@/api/client'
import { text } from '@/words/text/shots'
import { decimal } from '@/words/numbers'

export const percent = (share: number) => `${Math.round(100 * share)} %`
/** A figure and its unit stay on one line. */
export const unbroken = (words: string) =>
  words.replace(/(\d) (%|m\b)/g, '$1\u00a0$2').replace(/± (\d)/g, '±\u00a0$1')
/** Half the width of an interval, in percent. */
export const spread = ({ low, high }: Chance) => `± ${decimal(50 * (high - low))} %`
/** What is won: at snooker a frame. */
export const chanceWords = (game: string) => (game === 'snooker' ? text.frameChance : text.rackChance)
/** A difference of two chances: never percent, which would be of what? */
export function pointsWords(share: number): string {
  const points = Math.round(Math.abs(1000 * share)) / 10
  return text.points(share < 0 ? '−' : '+', points)
}
/** How far behind the best a shot is. */
export const behindWords = (chance: number, best: number) => pointsWords(-Math.max(1e-9, best - chance))
/** What a verdict says of a line: nothing yet, or that it is the best, or as good as others, or the one to play. */
export type Standing = 'plain' | 'open' | 'best' | 'alike' | 'advised'
export function standingOf(verdict: Verdict | null | undefined, rank: number): Standing {
  if (!verdict) return 'plain'
  if (verdict.kind === 'group' && verdict.lines > 1) return rank <= verdict.lines ? 'alike' : 'plain'
  if (verdict.kind === 'group') return rank === 1 ? 'advised' : 'plain'
  return rank === 1 ? verdict.kind : 'plain'
}
export function standingWords(standing: Standing, rank: number, chance: number, best: number): string {
  if (standing === 'alike') return text.asGood
  if (standing === 'advised') return text.playThis
  if (rank === 1) return standing === 'open' ? text.first : text.best
  return behindWords(chance, best)
}
/** How a way of playing a shot stands to the one that is advised. */
export const leadWords = ({ advised, alike, ahead }: Way) =>
  advised ? text.advised : alike ? text.asGood : pointsWords(ahead.value)
// What falls by luck so seldom is not worth a word.
const LUCK_WORTH_SAYING = 0.02
/** How often the ball that is meant falls where it is meant, and how often another one does; none for a safety. */
export const makeWords = ({ potted, make, luck }: Pick<Option, 'potted' | 'make' | 'luck'>) => {
  if (!potted) return ''
  const made = text.madeOften(percent(make.value))
  return (luck ?? 0) >= LUCK_WORTH_SAYING ? text.byLuckMore(made, percent(luck ?? 0)) : made
}
export const speedWords = ({ speed }: Pick<Option, 'speed'>) => `${speed.pace}, ${speed.words}`
export const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)
