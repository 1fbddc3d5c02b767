/** The keys of a sitting, as the sheet of keys lists them. */
export const SITTING_KEYS: [key: string, what: string][] = [
  ['M', 'made'],
  ['K or N', 'missed thick, or thin; with Shift by far (R or L where the pot is straight)'],
  ['D', 'did not get there, or fell in a pocket'],
  ['Arrows, Enter', 'on the table: move to where the cue ball rests, and set it'],
  ['U', 'take the last one back'],
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
