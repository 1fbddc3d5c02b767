import { text } from '@/words/text/shots'

/** How tries end, always in this order, each with its own word and pattern (endings.css). */
export const ENDINGS = [
  { key: 'won', word: text.wonNow },
  { key: 'made_in_shape', word: text.madeInShape },
  { key: 'made_in_trouble', word: text.madeInTrouble },
  { key: 'nothing_left', word: text.nothingLeft },
  { key: 'left_a_shot', word: text.leftAShot },
  { key: 'foul', word: text.fouled },
  { key: 'lost', word: text.lostNow },
]
export const endingWord = (key: string) => ENDINGS.find((one) => one.key === key)?.word ?? key
/** As what an option can end: anything is missed or fouled, a pot is made; all else only as it came in the weighing. */
export const endingsOf = ({ shares, potted }: { shares: Record<string, number>; potted: string | null }) =>
  ENDINGS.filter(
    ({ key }) =>
      ['nothing_left', 'left_a_shot', 'foul'].includes(key) ||
      (shares[key] ?? 0) > 0 ||
      (potted !== null && key.startsWith('made')),
  )
export const AIM_MARKS: Record<string, { mark: string; word: string }> = {
  attack: { mark: '▲', word: text.attack },
  safe: { mark: '■', word: text.safe },
  'two-way': { mark: '◆', word: text.twoWay },
}
