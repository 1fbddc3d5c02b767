/** Balls by name: their marks, stripes and spoken names. */
import { text } from '@/words/text/drawing'

/** Snooker's colours by their values; they carry them in the drawing, so that no colour need be told apart. */
const VALUES: Record<string, number> = { yellow: 2, green: 3, brown: 4, blue: 5, pink: 6, black: 7 }
export const isRed = (ball: string) => ball.startsWith('red')
/** What stands on a ball: its number, a colour's value; a red's number stands without the white disc. */
export const ballMark = (ball: string) =>
  ball === 'cue' ? '' : isRed(ball) ? ball.slice(3) : String(VALUES[ball] ?? ball)
export const isStripe = (ball: string) => Number(ball) > 8
export function ballName(ball: string): string {
  if (ball === 'cue') return text.cueBallName
  if (isRed(ball)) return text.redNumbered(ball.slice(3))
  return ball in VALUES ? ball.charAt(0).toUpperCase() + ball.slice(1) : text.ballNumbered(ball)
}
/** A ball's name within a sentence. */
export const ballWords = (ball: string) => text.inASentence(ballName(ball))
