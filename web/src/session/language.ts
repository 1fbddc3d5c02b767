/**
 * The language somebody chose, kept by the browser. The page's words are read once, so another choice opens the page
 * anew; the board and what was typed are kept as ever.
 */
import { keep, kept } from './kept'

const KEPT = 'partita-language'
if (kept(KEPT) === 'de') document.documentElement.lang = 'de'

export function speak(chosen: string) {
  keep(KEPT, chosen)
  location.reload()
}
