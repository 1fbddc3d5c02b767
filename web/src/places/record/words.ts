/** Figures of the record as they are said. */
import { ENDINGS } from '@/shots/endings'

export const SHOTS = [
  { key: 'position', name: 'pots within reach' },
  { key: 'long', name: 'long pots' },
  { key: 'thin', name: 'thin cuts' },
  { key: 'bank', name: 'banks, combinations and kisses' },
  { key: 'kick', name: 'kicks' },
  { key: 'safety', name: 'safeties' },
]
export const CHOICES = [
  { key: 'attacked', name: 'attacked when safe was better' },
  { key: 'safe', name: 'safe when attacking was better' },
  { key: 'pot', name: 'another pot was better' },
  { key: 'safety', name: 'another safety was better' },
  { key: 'hard', name: 'too much speed or side' },
  { key: 'place', name: 'right ball, wrong place' },
  { key: 'chased', name: 'chased a recovery' },
]
/** Whether it can be told of one decision alone that its choice gave something away. */
export const isTold = ({ choice }: { choice: string }): boolean => CHOICES.some(({ key }) => key === choice)
export const HOWS = [
  { key: 'break', name: 'on the break' },
  { key: 'break-and-run', name: 'broke and ran out' },
  { key: 'run-out', name: 'ran out' },
  { key: 'safety', name: 'after a safety' },
  { key: 'miss', name: 'after a miss' },
  { key: 'foul', name: 'after a foul' },
  { key: 'long', name: 'after a long rack' },
  { key: 'given', name: 'given' },
]
export const endingWord = (key: string) => ENDINGS.find((one) => one.key === key)?.word ?? key
/** Points of rack chance, with their sign. */
export const points = (share: number) => {
  const value = Math.abs(100 * share).toFixed(1)
  return value === '0.0' ? '0' : `${share < 0 ? '−' : '+'}${value}`
}
export const pages = (total: number, size: number) => Math.max(1, Math.ceil(total / size))
