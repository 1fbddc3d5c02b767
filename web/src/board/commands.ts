/** What can be done to a board, as plain data: one list, replayable, which undo, a draft and a shared board are made of. */
import {
  ballsOf,
  baseOf,
  copied,
  emptyDocument,
  wholeDocument,
  type Game,
  type LayoutDocument,
  type OwnStroke,
  type Race,
  type Scene,
  type Situation,
} from './document'
import type { BoardTable } from '@/api/client'
import type { Place } from '@/drawing/place'
import { isSameStroke, turnedStroke, type Turn } from './strokes'

export type Command =
  | { do: 'place'; ball: string; at: Place }
  | { do: 'remove'; ball: string }
  | { do: 'clear' }
  | { do: 'load'; document: LayoutDocument; players?: { me: string; them: string }; race?: Race | null }
  | { do: 'situate'; part: Partial<Situation> }
  | { do: 'seat'; who: 'me' | 'them'; player: string }
  | { do: 'race'; race: Race | null }
  | { do: 'game'; game: Game }
  | { do: 'table'; table: BoardTable; balls?: Record<string, Place> }
  | { do: 'turn'; kind: Turn }
  | { do: 'add-stroke'; stroke: OwnStroke }
  | { do: 'remove-stroke'; stroke: Partial<OwnStroke> }

const isSnookerTable = (table: BoardTable) => baseOf(table).startsWith('snooker')

/** The scene after a command; the one before it stays as it is. */
export function applied(before: Scene, command: Command): Scene {
  const scene = copied(before)
  const { document } = scene
  switch (command.do) {
    case 'place':
      document.balls[command.ball] = command.at
      // Put down by hand it is no longer in hand.
      if (command.ball === 'cue') document.situation.ball_in_hand = 'none'
      break
    case 'remove':
      document.balls = without(document.balls, command.ball)
      break
    case 'clear':
      document.balls = {}
      delete document.strokes
      break
    case 'load':
      scene.document = wholeDocument(command.document)
      Object.assign(scene, command.players ?? {})
      if (command.race !== undefined) scene.race = command.race
      break
    case 'situate':
      Object.assign(document.situation, command.part)
      break
    case 'seat':
      scene[command.who] = command.player
      break
    case 'race':
      scene.race = command.race
      break
    case 'game':
      play(document, command.game)
      break
    case 'table':
      document.table = copied(command.table)
      if (command.balls) document.balls = copied(command.balls)
      break
    case 'turn':
      turn(document, command.kind)
      break
    case 'add-stroke':
      document.strokes = [...(document.strokes ?? []), copied(command.stroke)]
      break
    case 'remove-stroke':
      document.strokes = (document.strokes ?? []).filter((own) => !isSameStroke(own, command.stroke))
      if (!document.strokes.length) delete document.strokes
  }
  return scene
}

const without = (balls: Record<string, Place>, ball: string) =>
  Object.fromEntries(Object.entries(balls).filter(([other]) => other !== ball))

/** Another game: what it does not know goes, and the table changes between pool and snooker. */
function play(document: LayoutDocument, game: Game) {
  const known = ballsOf(game)
  const { shooter, ball_in_hand } = document.situation
  document.game = game
  document.situation = { ...emptyDocument().situation, shooter, ball_in_hand }
  if (isSnookerTable(document.table) !== (game === 'snooker')) {
    document.table = game === 'snooker' ? 'snooker-12ft' : 'pool-9ft'
  }
  document.balls = Object.fromEntries(Object.entries(document.balls).filter(([ball]) => known.includes(ball)))
}

function turn(document: LayoutDocument, kind: Turn) {
  for (const [ball, [x, y]] of Object.entries(document.balls)) {
    document.balls[ball] = kind === 'mirror' ? [x, 4 - y] : [8 - x, 4 - y]
  }
  const { strokes } = document
  if (strokes) document.strokes = strokes.map((own) => turnedStroke(own, kind))
}
