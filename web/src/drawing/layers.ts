/** The layers of a drawing that can be shown or hidden, each with its key and what it shows. */
export const LAYERS = [
  {
    key: 'fan',
    name: 'Tries',
    letter: 'I',
    says: 'how the shot comes out in this player’s hands, many times',
  },
  { key: 'rests', name: 'Rests', letter: 'E', says: 'where the balls come to rest' },
  { key: 'shadows', name: 'Shadows', letter: 'D', says: 'from where the next ball cannot be hit straight' },
  { key: 'window', name: 'Pocket', letter: 'K', says: 'how far the pocket is open' },
  { key: 'scratches', name: 'Scratch', letter: 'A', says: 'ways on which the cue ball falls' },
  { key: 'positions', name: 'Next ball', letter: 'X', says: 'straight lines to the next ball' },
  { key: 'hand', name: 'Ball in hand', letter: 'B', says: 'where the cue ball in hand is worth most' },
] as const
export type Layer = (typeof LAYERS)[number]['key']
