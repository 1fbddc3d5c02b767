/** Where a player stands on a drill's ladder: by the bounds that came with what is expected (`practice.drills.ladder`). */
import type { DrillAttempt, ExpectedStep } from '@/api/client'

type Made = Pick<DrillAttempt, 'by' | 'step' | 'made'>
/** At a step: how many were made of how many since it was come to. */
export interface Standing {
  step: number
  made: number
  attempts: number
}

/** The next step in a direction of which anything is expected. */
const beside = (steps: ExpectedStep[], from: number, by: 1 | -1): number => {
  for (let k = from + by; k >= 0 && k < steps.length; k += by) if (steps[k]?.chance) return k
  return from
}
/** The step at which to go on, after the attempts at this one. */
export function movedOn(steps: ExpectedStep[], { step, made, attempts }: Standing): number {
  const [up, down] = [steps[step]?.up?.[attempts], steps[step]?.down?.[attempts]]
  if (up != null && made >= up) return beside(steps, step, 1)
  if (down != null && made <= down) return beside(steps, step, -1)
  return step
}
/** Where the player stands after his attempts, the partner's left aside; before any he begins at `begin`. */
export function standingOf(steps: ExpectedStep[], attempts: Made[], begin: number): Standing {
  const mine = attempts.filter((one) => one.by === 'player')
  const step = mine.at(-1)?.step ?? begin
  const away = mine.findLastIndex((one) => one.step !== step)
  const here = mine.slice(away + 1)
  const now = { step, made: here.filter((one) => one.made).length, attempts: here.length }
  const next = movedOn(steps, now)
  return next === step ? now : { step: next, made: 0, attempts: 0 }
}
/** How many in a row from here move up, where that is told. */
export function inARow(steps: ExpectedStep[], { step, made, attempts }: Standing): number | null {
  const up = steps[step]?.up ?? []
  for (let more = 1; more <= 12; more++) {
    const bound = up[attempts + more]
    if (bound != null && made + more >= bound) return more
  }
  return null
}
/** The run that goes on, and the longest one. */
export function runsOf(attempts: Pick<Made, 'made'>[]): { now: number; best: number } {
  let [now, best] = [0, 0]
  for (const one of attempts) {
    now = one.made ? now + 1 : 0
    best = Math.max(best, now)
  }
  return { now, best }
}
