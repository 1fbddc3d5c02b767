/** The controls of the scene: who plays what, where and how it stands; only what the game in play has. */
import { computed } from 'vue'
import type { Table } from '@/api/client'
import { useSession } from '@/session/session'
import { fittedOn } from './cushions'
import { STANDARD_TABLES } from '@/words/tables'
import { GAMES, tableNameOf, type Game, type Race, type Situation } from './document'
import type { BoardTable } from '@/api/client'
import { useBoard } from './useBoard'
import { text } from '@/words/text/board'

type Key = string | number
interface Shared {
  /** Said in full for a screen reader, and a short word before the choice where it would not explain itself. */
  label: string
  before?: string
}
export interface Choice extends Shared {
  kind: 'choice'
  options: { key: Key; name: string }[]
  value: Key
  set: (key: Key) => void
}
export interface Count extends Shared {
  kind: 'count'
  min: number
  max: number
  value: number
  set: (count: number) => void
}
export interface Tick extends Shared {
  kind: 'tick'
  value: boolean
  set: (on: boolean) => void
}
export type Control = Choice | Count | Tick

const named = (names: Record<string, string>) => Object.entries(names).map(([key, name]) => ({ key, name }))
const SHOOTERS = named({ me: text.iShoot, them: text.opponentShoots })
const GROUPS = named({ '': text.tableOpen, solids: text.iHaveSolids, stripes: text.iHaveStripes })
const PUSHES = named({ none: text.no, allowed: text.allowedNow, made: text.justMadeByTheOpponent })
const BREAKERS = named({ me: text.iBroke, them: text.opponentBroke })
const BALLS_ON = [
  { key: '', name: text.byTheBallsLeft },
  ...['red', 'colour', 'yellow', 'green', 'brown', 'blue', 'pink', 'black'].map((key) => ({
    key,
    name: key,
  })),
]
const FOULS = [0, 1, 2].map((key) => ({ key, name: String(key) }))
const RACES = [{ key: 0, name: 'none' }, ...[3, 5, 7, 9, 11, 13].map((key) => ({ key, name: `to ${key}` }))]

const choice = (
  label: string,
  before: string | undefined,
  options: Choice['options'],
  value: Key,
  set: (key: never) => void,
): Choice => ({ kind: 'choice', label, before, options, value, set: set as Choice['set'] })
const count = (
  label: string,
  before: string,
  [min, max]: [number, number],
  value: number,
  set: Count['set'],
): Count => ({ kind: 'count', label, before, min, max, value, set })

/** Said in any case, in this order: what is played, by whom, on what, and who shoots. */
const ALWAYS = 5
/** What a control says: nothing where it is as it mostly is. */
function saidBy(control: Control): string {
  if (control.kind === 'tick') return control.value ? control.label.toLowerCase() : ''
  // "Opponent’s" beside "My fouls" says enough in a row of controls, not by itself.
  const short = control.before?.endsWith('’s') ? control.label.replace(/ in a row$/, '') : control.before
  const before = short ? `${short.replace(/^(?!I )./, (first) => first.toLowerCase())} ` : ''
  if (control.kind === 'count') return control.value === 0 ? '' : `${before}${control.value}`
  const [usual] = control.options
  return control.value === usual?.key ? '' : `${before}${nameOf(control).toLowerCase()}`
}
const nameOf = ({ options, value }: Choice) => options.find(({ key }) => key === value)?.name ?? String(value)
/** The whole scene in one line, from its controls. */
export function sceneWords(controls: Control[]): string {
  const [game, me, them, shooter, table] = controls
    .slice(0, ALWAYS)
    .map((one) => (one.kind === 'choice' ? nameOf(one) : ''))
  const players = [me, them].map((name) => name?.replace(/ level$/, '')).join(' against ')
  const rest = controls.slice(ALWAYS).map(saidBy)
  return [game, players, table?.replace(/ table$/, ''), shooter, ...rest].filter(Boolean).join(' · ')
}

export function useScene() {
  const board = useBoard()
  const session = useSession()
  const situate = (part: Partial<Situation>) => board.run({ do: 'situate', part })
  const set = (part: keyof Situation) => (value: unknown) => situate({ [part]: value })
  const seat = (who: 'me' | 'them') => (player: string) => board.run({ do: 'seat', who, player })

  const everywhere = computed<Control[]>(() => {
    const { document, scene } = board
    return [
      choice(text.game, undefined, GAMES, document.game, (game: Game) => board.run({ do: 'game', game })),
      choice(text.me, text.me, players(scene.me), scene.me, seat('me')),
      choice(text.opponent, text.opponent, players(scene.them), scene.them, seat('them')),
      choice(text.whoShoots, undefined, SHOOTERS, document.situation.shooter, set('shooter')),
      tables(),
      cueBall(document.game === 'snooker', document.situation.ball_in_hand),
    ]
  })
  /** One's own and the levels; a player who has been deleted stays in his seat until another takes it. */
  function players(seated: string): Choice['options'] {
    const known = session.players.map((p) => ({ key: p.key, name: p.own ? p.name : `${p.name} level` }))
    const isKnown = !known.length || known.some((player) => player.key === seated)
    return isKnown ? known : [...known, { key: seated, name: text.aDeletedPlayer }]
  }
  /** The standard tables and one's own; a table that came with the layout stands beside them. */
  function tables(): Choice {
    const { table } = board.document
    const known = session.tables.map(({ key, name }) => ({ key, name: STANDARD_TABLES[key] ?? name }))
    const here = session.choiceOf(table)
    const options = here ? known : [...known, { key: 'here', name: tableNameOf(table) }]
    return choice(text.table, undefined, options, here?.key ?? 'here', (key: string) => {
      const chosen = session.tables.find((t) => t.key === key)
      if (chosen)
        board.run({ do: 'table', table: chosen.document as BoardTable, ...fitting(chosen.geometry) })
    })
  }
  /** The balls as they fit another table. */
  function fitting(to: Table) {
    const from = session.geometryOf(board.document.table)
    return from && { balls: fittedOn(board.document.balls, from, to) }
  }
  function cueBall(isSnooker: boolean, said: Situation['ball_in_hand']): Choice {
    const options = [
      { key: 'none', name: text.whereItLies },
      ...(isSnooker ? [] : [{ key: 'anywhere', name: text.inHand }]),
      { key: 'behind-line', name: isSnooker ? text.inHandInTheD : text.inHandBehindTheLine },
    ]
    return choice(text.cueBall, text.cueBall, options, said, set('ball_in_hand'))
  }

  /** What this game has and others have not. */
  const ofTheGame = computed<Control[]>(() => {
    const s = board.document.situation
    const parts: Record<string, () => Control[]> = {
      fouls: () => [
        choice(text.myFoulsInARow, text.myFouls, FOULS, s.my_fouls, set('my_fouls')),
        choice(text.opponentsFoulsInARow, text.opponentsFouls, FOULS, s.their_fouls, set('their_fouls')),
      ],
      group: () => [
        choice(text.groups, undefined, GROUPS, s.my_group ?? '', (key: string) =>
          situate({ my_group: (key || null) as Situation['my_group'] }),
        ),
      ],
      points: () => [
        count(text.myPoints, text.myPoints, [-100, 999], s.my_points ?? 0, set('my_points')),
        count(text.opponentsPoints, text.opponents, [-100, 999], s.their_points ?? 0, set('their_points')),
      ],
      'points-to': () => [
        count(text.pointsThatWin, text.raceTo, [1, 1000], s.points_to ?? 100, set('points_to')),
      ],
      'ball-on': () => [
        choice(text.ballOn, text.on, BALLS_ON, s.ball_on ?? '', (key: string) =>
          situate({ ball_on: (key || null) as Situation['ball_on'] }),
        ),
        { kind: 'tick', label: text.freeBall, value: !!s.free_ball, set: set('free_ball') },
      ],
      'push-out': () => [
        choice(text.pushOutMeans, text.pushOut, PUSHES, s.push_out ?? 'none', set('push_out')),
      ],
    }
    return Object.entries(parts).flatMap(([part, controls]) =>
      board.has(part as Parameters<typeof board.has>[0]) ? controls() : [],
    )
  })

  const setRace = (race: Race | null) => board.run({ do: 'race', race })
  const theRace = computed<Control[]>(() => {
    const race = board.scene.race ?? null
    const racks = choice(text.raceMeans, text.race, RACES, race?.race_to ?? 0, runTo)
    if (!race) return [racks]
    const part = (change: Partial<Race>) => setRace({ ...race, ...change })
    const short: [number, number] = [0, race.race_to - 1]
    return [
      racks,
      count(text.racksIHaveWon, text.iHave, short, race.my_racks, (n) => part({ my_racks: n })),
      count(text.racksTheOpponentHasWon, text.opponentHas, short, race.their_racks, (n) =>
        part({ their_racks: n }),
      ),
      choice(text.whoBrokeThisRack, undefined, BREAKERS, race.i_break ? 'me' : 'them', (key: string) =>
        part({ i_break: key === 'me' }),
      ),
    ]
  })
  /** Another length of race keeps what has been won, as far as it can be. */
  function runTo(racks: number) {
    const race = board.scene.race
    const won = (soFar?: number) => Math.min(soFar ?? 0, racks - 1)
    setRace(
      racks
        ? {
            race_to: racks,
            my_racks: won(race?.my_racks),
            their_racks: won(race?.their_racks),
            i_break: race?.i_break ?? true,
          }
        : null,
    )
  }

  return computed(() => [...everywhere.value, ...ofTheGame.value, ...theRace.value])
}
