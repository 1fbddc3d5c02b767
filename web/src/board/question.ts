/** What is asked of the odds engine: the layout as it is set up, both players, the race; and whether it has changed since. */
import type { Question } from '@/api/client'
import type { OwnStroke, Situation } from '@/board/document'
import { sameThing } from '@/api/same'
import { isSameStroke } from '@/board/strokes'
import type { SharedBoard } from '@/board/useBoard'

export function questionOf({ document, scene, isKept, id }: SharedBoard) {
  const match = scene.race ? { ...scene.race, breaks: 'alternate' as const } : null
  return { document, me: scene.me, them: scene.them, layout: isKept ? id : null, match }
}

/** True while the layout, the situation, the players and own strokes are those of a study's question. */
export function isStillAsked({ document, players, match }: Question, board: SharedBoard): boolean {
  const now = questionOf(board)
  const { balls, situation, table, game, strokes = [] } = now.document
  const own = document.strokes ?? []
  return (
    sameThing(
      [document.balls, seldom(document.situation), document.table, document.game, players, match ?? null],
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
function seldom(situation: Partial<Situation> = {}): Partial<Situation> {
  const kept = Object.entries(situation).filter(([key, value]) => ORDINARY[key as keyof Situation] !== value)
  return Object.fromEntries(kept) as Partial<Situation>
}
