/** The sport's standard ball colours; from nine on the same ones as stripes. */
export const BALL_COLOURS: Record<string, string> = {
  cue: '#fbf8ee',
  '1': '#e8b923',
  '2': '#2456a6',
  '3': '#c8322b',
  '4': '#6a3d8f',
  '5': '#e0762b',
  '6': '#23774a',
  '7': '#7c2730',
  '8': '#1c1c1e',
  '9': '#e8b923',
  '10': '#2456a6',
  '11': '#c8322b',
  '12': '#6a3d8f',
  '13': '#e0762b',
  '14': '#23774a',
  '15': '#7c2730',
  yellow: '#e8c53a',
  green: '#1f7a4d',
  brown: '#7a4a28',
  blue: '#2f66b5',
  pink: '#e79aa8',
  black: '#1c1c1e',
}
for (let red = 1; red <= 15; red++) BALL_COLOURS[`red${red}`] = '#b8242a'
/** Snooker's colours by their values; they carry them in the drawing, so that no colour need be told apart. */
const VALUES: Record<string, number> = { yellow: 2, green: 3, brown: 4, blue: 5, pink: 6, black: 7 }
export const isRed = (ball: string) => ball.startsWith('red')
/** What stands on a ball: its number, a colour's value; a red's number stands without the white disc. */
export const ballMark = (ball: string) =>
  ball === 'cue' ? '' : isRed(ball) ? ball.slice(3) : String(VALUES[ball] ?? ball)
export const isStripe = (ball: string) => Number(ball) > 8
/** A path in the colour of its ball, lightened so that it stands out on the cloth. */
export function pathColour(ball: string): string {
  if (ball === 'cue') return '#fff6dc'
  const colour = parseInt((BALL_COLOURS[ball] ?? '#ffffff').slice(1), 16)
  const parts = [16, 8, 0].map((bits) => Math.round(0.45 * ((colour >> bits) & 255) + 0.55 * 255))
  return `rgb(${parts.join(', ')})`
}
export function ballName(ball: string): string {
  if (ball === 'cue') return 'Cue ball'
  if (isRed(ball)) return `Red ${ball.slice(3)}`
  return ball in VALUES ? ball.charAt(0).toUpperCase() + ball.slice(1) : `Ball ${ball}`
}
