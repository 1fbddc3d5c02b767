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
}
export const isStripe = (ball: string) => Number(ball) > 8
/** A path in the colour of its ball, lightened so that it stands out on the cloth. */
export function pathColour(ball: string): string {
  return ball === 'cue' ? '#fff6dc' : `color-mix(in srgb, ${BALL_COLOURS[ball] ?? '#fff'} 45%, #ffffff)`
}
export const ballName = (ball: string) => (ball === 'cue' ? 'Cue ball' : `Ball ${ball}`)
