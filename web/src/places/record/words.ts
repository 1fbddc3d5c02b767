/** Figures of the record as they are said. */
import { text } from '@/words/text/record'
import { decimal } from '@/words/numbers'

export const SHOTS = [
  { key: 'position', name: text.potsWithinReach },
  { key: 'long', name: text.longPots },
  { key: 'thin', name: text.thinCuts },
  { key: 'bank', name: text.banksCombinationsAndKisses },
  { key: 'kick', name: 'kicks' },
  { key: 'safety', name: 'safeties' },
]
export const CHOICES = [
  { key: 'attacked', name: text.attackedWhenSafeWasBetter },
  { key: 'safe', name: text.safeWhenAttackingWasBetter },
  { key: 'pot', name: text.anotherPotWasBetter },
  { key: 'safety', name: text.anotherSafetyWasBetter },
  { key: 'hard', name: text.tooMuchSpeedOrSide },
  { key: 'place', name: text.rightBallWrongPlace },
  { key: 'chased', name: text.chasedARecovery },
]
/** Whether it can be told of one decision alone that its choice gave something away. */
export const isTold = ({ choice }: { choice: string }): boolean => CHOICES.some(({ key }) => key === choice)
export const HOWS = [
  { key: 'break', name: text.onTheBreak },
  { key: 'break-and-run', name: text.brokeAndRanOut },
  { key: 'run-out', name: text.ranOut },
  { key: 'safety', name: text.afterASafety },
  { key: 'miss', name: text.afterAMiss },
  { key: 'foul', name: text.afterAFoul },
  { key: 'long', name: text.afterALongRack },
  { key: 'given', name: text.given },
]
/** Points of rack chance, with their sign. */
export const points = (share: number) => {
  const value = Math.abs(100 * share)
  return value < 0.05 ? '0' : `${share < 0 ? '−' : '+'}${decimal(value)}`
}
export const pages = (total: number, size: number) => Math.max(1, Math.ceil(total / size))
