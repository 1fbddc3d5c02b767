/** What the library holds, as one list that can be searched: saved layouts, saved studies, and what was lately weighed. */
import type { KeptLayout, Recent, StudyLine } from '@/api/client'
import { gameOf } from '@/board/document'
import { TO_TRY } from '@/board/toTry'
import { percent } from '@/shots/words'
import { text } from '@/words/text/library'

export type Kind = 'layout' | 'study' | 'recent' | 'to-try'
export interface Entry {
  key: string
  kind: Kind
  id: number
  name: string
  /** The first line of a study, or how many balls lie there. */
  more: string
  when: string
  game: string
  document: KeptLayout['document']
}
export const KINDS: { kind: Kind; title: string; empty: string }[] = [
  { kind: 'layout', title: text.layouts, empty: text.noneYetSaveKeepsThe },
  {
    kind: 'study',
    title: text.studies,
    empty: text.noneYetSaveAfterWeighing,
  },
  { kind: 'recent', title: text.latelyWeighed, empty: '' },
  { kind: 'to-try', title: text.toTry, empty: '' },
]

export function entriesOf(layouts: KeptLayout[], studies: StudyLine[], recent: Recent[]): Entry[] {
  const entry = (
    kind: Kind,
    id: number,
    name: string,
    more: string,
    when: string,
    document: Entry['document'],
  ) => ({
    key: `${kind}-${id}`,
    kind,
    id,
    name,
    more,
    when,
    game: document.game ?? 'nine-ball',
    document,
  })
  const balls = (document: Entry['document']) => {
    const count = Object.keys(document.balls).filter((ball) => ball !== 'cue').length
    return text.ballsCounted(count)
  }
  const chance = (line: StudyLine) => (line.chance == null ? '' : `, ${percent(line.chance)}`)
  return [
    ...layouts.map((l) => entry('layout', l.id, l.name, balls(l.document), l.updated, l.document)),
    ...studies.map((s) =>
      entry(
        'study',
        s.id,
        s.name,
        s.best ? `${s.best}${chance(s)}` : text.nothingFound,
        s.created,
        s.document,
      ),
    ),
    ...recent.map((r) =>
      entry('recent', r.id, r.best || text.nothingFound, balls(r.document), r.created, r.document),
    ),
    ...TO_TRY.map(({ name, about, document }, i) =>
      entry('to-try', i, name, about, '', document as unknown as Entry['document']),
    ),
  ]
}

/** Entries whose name, first line or game has every word; `game` empty for all games. */
export function found(entries: Entry[], words: string, game: string): Entry[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean)
  return entries.filter((entry) => {
    const text = `${entry.name} ${entry.more} ${gameOf(entry.game).name}`.toLowerCase()
    return (!game || entry.game === game) && wanted.every((word) => text.includes(word))
  })
}
