import { text } from '@/words/text/keys'

/** The keys of a sitting, as the sheet of keys lists them. */
export const SITTING_KEYS: [key: string, what: string][] = [
  ['M', 'made'],
  [text.kOrN, text.missedThickOrThinWith],
  ['D', text.didNotGetThereOr],
  [text.arrowsEnter, text.onTheTableMoveTo],
  ['U', text.takeTheLastOneBack],
]
/** The outcome that a key stands for at a pot. */
const OUTCOMES: Record<string, string> = { k: 'thick', r: 'thick', n: 'thin', l: 'thin' }
export function outcomeOf(key: string, isPot: boolean): string | null {
  const letter = key.toLowerCase()
  if (letter === 'd') return isPot ? 'short' : 'pocketed'
  if (!isPot) return null
  if (letter === 'm') return 'made'
  const side = OUTCOMES[letter]
  return side ? (key === letter ? side : `far ${side}`) : null
}
