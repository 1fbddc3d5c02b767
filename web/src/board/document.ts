/** What lies on a board: the layout document with both players and the race, and what each game has. */
import type { BoardTable } from '@/api/client'
import type { components } from '@/api/schema'
import type { Place } from '@/drawing/place'
import { tableNamed } from '@/words/tables'
import { text } from '@/words/text/board'

type Document = components['schemas']['LayoutDocument']
export type Situation = NonNullable<Document['situation']> & {
  shooter: 'me' | 'them'
  ball_in_hand: 'none' | 'anywhere' | 'behind-line'
  my_fouls: number
  their_fouls: number
}
export type Game = NonNullable<Document['game']>
/** A stroke of the user's own that is weighed with the layout: by its aim, or in files by what it should do. */
export type OwnStroke = NonNullable<Document['strokes']>[number]
/** A layout as the server gives and takes it. */
export type GivenDocument = Document
/** A layout on a board: whole. */
export interface LayoutDocument extends Omit<Document, 'balls'> {
  balls: Record<string, Place>
  table: BoardTable
  game: Game
  situation: Situation
}
/** A race as it stands; none when the rack stands alone. */
export interface Race {
  race_to: number
  my_racks: number
  their_racks: number
  i_break: boolean
}
/** All that a question is asked of. */
export interface Scene {
  document: LayoutDocument
  me: string
  them: string
  race: Race | null
}

const numbered = (last: number) => ['cue', ...Array.from({ length: last }, (_, i) => String(i + 1))]
const REDS = Array.from({ length: 15 }, (_, i) => `red${i + 1}`)
const COLOURS = ['yellow', 'green', 'brown', 'blue', 'pink', 'black']
type Part = 'fouls' | 'push-out' | 'group' | 'points' | 'points-to' | 'ball-on'
interface GameFacts {
  key: Game
  name: string
  balls: string[]
  /** What of a situation this game has. */
  has: Part[]
}
/** The games with their balls. */
export const GAMES: GameFacts[] = [
  { key: 'nine-ball', name: text.nineBall, balls: numbered(9), has: ['fouls', 'push-out'] },
  { key: 'ten-ball', name: text.tenBall, balls: numbered(10), has: ['fouls', 'push-out'] },
  { key: 'eight-ball', name: text.eightBall, balls: numbered(15), has: ['group'] },
  {
    key: 'straight-pool',
    name: text.straightPool,
    balls: numbered(15),
    has: ['fouls', 'points', 'points-to'],
  },
  { key: 'snooker', name: text.snooker, balls: ['cue', ...COLOURS, ...REDS], has: ['points', 'ball-on'] },
]
export const gameOf = (key: string): GameFacts => GAMES.find((g) => g.key === key) ?? (GAMES[0] as GameFacts)
export const ballsOf = (game: string) => gameOf(game).balls
export const gameHas = (game: string, part: Part) => gameOf(game).has.includes(part)
export const isInHand = (document: LayoutDocument) => document.situation.ball_in_hand !== 'none'
/** A table's name as it is listed. */
export const tableNameOf = (table: BoardTable | string): string =>
  tableNamed(typeof table === 'string' ? table : String(table['name'] ?? 'pool-9ft'))
/** The standard table that it is, or that it was made from. */
export const baseOf = (table: BoardTable | string): string =>
  typeof table === 'string' ? table : String(table['base'] ?? table['name'] ?? 'pool-9ft')

export function emptyDocument(): LayoutDocument {
  return {
    format: 'partita-layout',
    version: 1,
    table: 'pool-9ft',
    game: 'nine-ball',
    balls: {},
    situation: { shooter: 'me', ball_in_hand: 'none', my_fouls: 0, their_fouls: 0 },
  }
}
export const emptyScene = (): Scene => ({
  document: emptyDocument(),
  me: 'league',
  them: 'league',
  race: null,
})
/** A document from the server or a file, whole; ball in hand as versions before 0.6 kept it is understood. */
export function wholeDocument(given: Document): LayoutDocument {
  const plain = emptyDocument()
  const situation = { ...plain.situation, ...given.situation } as Situation
  const hand = situation.ball_in_hand as unknown
  if (typeof hand === 'boolean') situation.ball_in_hand = hand ? 'anywhere' : 'none'
  return { ...plain, ...copied(given), situation } as unknown as LayoutDocument
}
/** Whether it can be drawn and asked about: a known game, each ball at a place, a table, a situation. */
export function isOnATable(document: LayoutDocument): boolean {
  const { balls, game, table, situation } = document
  const isPlace = (at: unknown) => Array.isArray(at) && at.length === 2 && at.every(Number.isFinite)
  return (
    GAMES.some(({ key }) => key === game) &&
    Object.values(balls).every(isPlace) &&
    (typeof table === 'string' || (typeof table === 'object' && table !== null)) &&
    typeof situation === 'object' &&
    situation !== null
  )
}
export const copied = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T
