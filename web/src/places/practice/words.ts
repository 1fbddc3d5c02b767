/** Words of the practice pages. */
import type { ExpectedStep } from '@/api/client'
import { text } from '@/words/text/practice'
import { decimal } from '@/words/numbers'

export const OUTCOME_WORDS: Record<string, string> = {
  made: text.made,
  off: text.pottedNotInPlace,
  missed: text.missed,
}
export const OUTCOME_KEYS: Record<string, string> = { made: 'M', off: 'O', missed: 'X' }
export const VARIES: Record<string, string> = {
  distance: text.harderByDistance,
  cut: text.harderByTheCut,
  tolerance: text.harderByHowNear,
  tip: text.harderByTheTip,
  speed: text.harderBySpeed,
  place: text.harderByWhere,
  layout: text.stepByStep,
}
const whole = (share: number) => Math.round(100 * share)
/** What is expected at a step, with how sure that is. */
export function expectedWords(step: ExpectedStep | undefined): string {
  if (!step) return text.beingWorkedOut
  if (!step.chance) return text.cannotBeSaidOnThis
  return text.to(whole(step.chance.value), whole(step.chance.low), whole(step.chance.high))
}
/** How the stroke is struck by which the step is made most often. */
export const strokeWords = (step: ExpectedStep | undefined) =>
  step?.stroke ? `${step.tip_words}; ${step.speed_words}` : ''
/** Points of rack chance given away. */
export const costWords = (cost: number | null): string =>
  cost === null ? text.didNotCount : cost < 0.0005 ? text.costNothing : text.costPoints(decimal(100 * cost))
