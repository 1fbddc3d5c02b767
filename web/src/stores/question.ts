/** What is asked of the odds engine: the layout as it is set up, both players, the race; and whether it has changed since. */
import { isSameStroke, type OwnStroke, type Race, type Situation, type useLayout } from './layout'

type Layout = ReturnType<typeof useLayout>
/** A question as a study keeps it. */
interface Asked {
  document: Record<'balls' | 'situation' | 'table' | 'game', unknown> & { strokes?: OwnStroke[] }
  players: Record<'me' | 'them', string>
  match?: (Race & { breaks: string }) | null
  samples: number
}
export const askedOf = (question: unknown) => question as Asked

export function questionOf({ document, scene, isKept, id }: Layout) {
  const match = scene.race ? { ...scene.race, breaks: 'alternate' as const } : null
  return { document, me: scene.me, them: scene.them, layout: isKept ? id : null, match }
}

/** True while the layout, the situation, the players and own strokes are those of a study's question. */
export function isStillAsked(question: unknown, layout: Layout): boolean {
  const { document, players, match } = askedOf(question)
  const now = questionOf(layout)
  const { balls, situation, table, game, strokes = [] } = now.document
  const own = document.strokes ?? []
  return (
    sameThing(
      [document.balls, document.situation, document.table, document.game, players, match ?? null],
      [balls, seldom(situation), table, game, { me: now.me, them: now.them }, now.match],
    ) &&
    own.length === strokes.length &&
    own.every((stroke, i) => isSameStroke(stroke, strokes[i] as OwnStroke))
  )
}

/** What is ordinary; files leave it out. */
const ORDINARY: Partial<Situation> = {
  push_out: 'none',
  my_group: null,
  my_points: 0,
  their_points: 0,
  points_to: 100,
  ball_on: null,
  free_ball: false,
}
function seldom(situation: Situation): Partial<Situation> {
  const kept = Object.entries(situation).filter(([key, value]) => ORDINARY[key as keyof Situation] !== value)
  return Object.fromEntries(kept) as Partial<Situation>
}

/** Equal up to the order of keys and the fifth digit, which files keep. */
function sameThing(one: unknown, two: unknown): boolean {
  return JSON.stringify(normal(one)) === JSON.stringify(normal(two))
}
function normal(value: unknown): unknown {
  if (typeof value === 'number') return Math.round(value * 1e5) / 1e5
  if (Array.isArray(value)) return value.map(normal)
  if (value && typeof value === 'object') {
    return Object.fromEntries(
      Object.entries(value)
        .sort(([a], [b]) => a.localeCompare(b))
        .map(([key, inner]) => [key, normal(inner)]),
    )
  }
  return value
}
