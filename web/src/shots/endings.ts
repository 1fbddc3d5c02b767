/** How tries end, always in this order, each with its own word and pattern (endings.css). */
export const ENDINGS = [
  { key: 'won', word: 'won now' },
  { key: 'made_in_shape', word: 'made, in shape' },
  { key: 'made_in_trouble', word: 'made, in trouble' },
  { key: 'nothing_left', word: 'nothing left' },
  { key: 'left_a_shot', word: 'left a shot' },
  { key: 'foul', word: 'foul' },
  { key: 'lost', word: 'lost now' },
]
export const AIM_MARKS: Record<string, { mark: string; word: string }> = {
  attack: { mark: '▲', word: 'Attack' },
  safe: { mark: '■', word: 'Safe' },
  'two-way': { mark: '◆', word: 'Two-way' },
}
