/** A layout that was given to somebody who had to sign in first: kept until the Table takes it. */
import { keep, readKept } from '@/session/kept'
import { wholeDocument } from './document'

const GIVEN = 'partita-given'
interface Given {
  document: Parameters<typeof wholeDocument>[0]
  title: string
}
export const keepGiven = (given: Given) => keep(GIVEN, JSON.stringify(given))
/** What was kept, once; null where there is nothing. */
export function takeGiven(): { document: ReturnType<typeof wholeDocument>; title: string } | null {
  const { found } = readKept(GIVEN, (kept) => {
    const { document, title } = JSON.parse(kept) as Given
    return { document: wholeDocument(document), title: String(title) }
  })
  keep(GIVEN, null)
  return found
}
