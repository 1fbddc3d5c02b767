/** Words of the practice pages. */
import type { ExpectedStep } from '@/api/client'

export const OUTCOME_WORDS: Record<string, string> = {
  made: 'Made',
  off: 'Potted, not in place',
  missed: 'Missed',
}
export const OUTCOME_KEYS: Record<string, string> = { made: 'M', off: 'O', missed: 'X' }
export const VARIES: Record<string, string> = {
  distance: 'harder by distance',
  cut: 'harder by the cut',
  tolerance: 'harder by how near',
  tip: 'harder by the tip',
  speed: 'harder by speed',
  place: 'harder by where',
  layout: 'step by step',
}
const whole = (share: number) => Math.round(100 * share)
/** What is expected at a step, with how sure that is. */
export function expectedWords(step: ExpectedStep | undefined): string {
  if (!step) return 'being worked out'
  if (!step.chance) return 'cannot be said on this table'
  return `${whole(step.chance.value)} % (${whole(step.chance.low)} to ${whole(step.chance.high)})`
}
/** How the stroke is struck by which the step is made most often. */
export const strokeWords = (step: ExpectedStep | undefined) =>
  step?.stroke ? `${step.tip_words}; ${step.speed_words}` : ''
/** Points of rack chance given away. */
export const costWords = (cost: number | null): string =>
  cost === null ? 'did not count' : cost < 0.0005 ? 'cost nothing' : `cost ${(100 * cost).toFixed(1)} points`
