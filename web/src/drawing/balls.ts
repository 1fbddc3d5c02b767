/** The sport's standard ball colours. */
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
}
/** A path in the colour of its ball, lightened so that it stands out on the cloth. */
export function pathColour(ball: string): string {
  return ball === 'cue' ? '#fff6dc' : `color-mix(in srgb, ${BALL_COLOURS[ball] ?? '#fff'} 45%, #ffffff)`
}
export const ballName = (ball: string) => (ball === 'cue' ? 'Cue ball' : `Ball ${ball}`)
