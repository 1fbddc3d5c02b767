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
/** As what an option can end: anything is missed or fouled, a pot is made; all else only as it came in the weighing. */
export const endingsOf = ({ shares, potted }: { shares: Record<string, number>; potted: string | null }) =>
  ENDINGS.filter(
    ({ key }) =>
      ['nothing_left', 'left_a_shot', 'foul'].includes(key) ||
      (shares[key] ?? 0) > 0 ||
      (potted !== null && key.startsWith('made')),
  )
export const AIM_MARKS: Record<string, { mark: string; word: string }> = {
  attack: { mark: '▲', word: 'Attack' },
  safe: { mark: '■', word: 'Safe' },
  'two-way': { mark: '◆', word: 'Two-way' },
}
