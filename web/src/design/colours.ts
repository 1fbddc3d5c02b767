/** Colours of things that have their own: the sport's standard ball set, and what is drawn in their light. */

export const IVORY = '#fbf8ee'
/** The balls; from nine on the colours of one to seven as stripes. */
export const BALL_COLOURS: Record<string, string> = {
  cue: IVORY,
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
/** The cue ball's path, and dots of worth. */
export const CUE_LIGHT = '#fff6dc'
const UNKNOWN = '#ffffff'
const LIGHTER = 0.55

/** A path in the colour of its ball, lightened so that it stands out on the cloth. */
export function pathColour(ball: string): string {
  if (ball === 'cue') return CUE_LIGHT
  const colour = parseInt((BALL_COLOURS[ball] ?? UNKNOWN).slice(1), 16)
  const parts = [16, 8, 0].map((bits) => Math.round((1 - LIGHTER) * ((colour >> bits) & 255) + LIGHTER * 255))
  return `rgb(${parts.join(', ')})`
}
