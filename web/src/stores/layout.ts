import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api, type KeptLayout, type Stroke } from '@/api/client'
import { useSession } from './session'

export type Place = [number, number]
export interface Situation {
  shooter: 'me' | 'them'
  ball_in_hand: boolean | 'behind-line'
  my_fouls: number
  their_fouls: number
  push_out?: 'none' | 'allowed' | 'made'
  my_group?: 'solids' | 'stripes' | null
  my_points?: number
  their_points?: number
  points_to?: number
  ball_on?: string | null
  free_ball?: boolean
}
/** A stroke of the user's own that is weighed with the layout: by its aim, or in files by what it should do. */
export interface OwnStroke extends Partial<Stroke> {
  name: string
  pot?: { ball: string; pocket: string }
  contact?: { ball: string; side?: string; cushions_first?: string[]; fullness?: number }
}
/** A race as it stands; none when the rack stands alone. */
export interface Race {
  race_to: number
  my_racks: number
  their_racks: number
  i_break: boolean
}
export interface LayoutDocument {
  format: string
  version: number
  table: string | Record<string, unknown>
  game: string
  balls: Record<string, Place>
  situation: Situation
  strokes?: OwnStroke[]
  [unknown: string]: unknown
}
interface Scene {
  document: LayoutDocument
  me: string
  them: string
  race?: Race | null
}

const numbered = (last: number) => ['cue', ...Array.from({ length: last }, (_, i) => String(i + 1))]
const REDS = Array.from({ length: 15 }, (_, i) => `red${i + 1}`)
const COLOURS = ['yellow', 'green', 'brown', 'blue', 'pink', 'black']
/** The games with their balls, and what of a situation each of them has. */
export const GAMES = [
  { key: 'nine-ball', name: 'Nine-ball', balls: numbered(9), has: ['fouls', 'push-out'] },
  { key: 'ten-ball', name: 'Ten-ball', balls: numbered(10), has: ['fouls', 'push-out'] },
  { key: 'eight-ball', name: 'Eight-ball', balls: numbered(15), has: ['group'] },
  { key: 'straight-pool', name: 'Straight pool', balls: numbered(15), has: ['fouls', 'points', 'points-to'] },
  { key: 'snooker', name: 'Snooker', balls: ['cue', ...COLOURS, ...REDS], has: ['points', 'ball-on'] },
]
const gameOf = (key: string) =>
  GAMES.find((g) => g.key === key) ?? { key, name: key, balls: numbered(15), has: [] }
export const ballsOf = (game: string) => gameOf(game).balls
const isSnookerTable = (name: string) => name.startsWith('snooker')
/** Each account has a draft of its own in this browser. */
const draftKey = () => `partita-draft-${useSession().username ?? ''}`
const MOST_STEPS = 100

export function emptyDocument(): LayoutDocument {
  return {
    format: 'partita-layout',
    version: 1,
    table: 'pool-9ft',
    game: 'nine-ball',
    balls: {},
    situation: { shooter: 'me', ball_in_hand: false, my_fouls: 0, their_fouls: 0 },
  }
}

/** The same as far as files and studies keep a stroke's numbers; wishes have no aim. */
export function isSameStroke(one: Partial<OwnStroke>, two: Partial<OwnStroke>): boolean {
  const numbers = (s: Partial<Stroke>) => [s.aim_deg, s.speed_mps, s.side, s.height, s.elevation_deg]
  const other = numbers(two)
  const wish = (s: Partial<OwnStroke>) => JSON.stringify([s.pot, s.contact])
  const near = (value: number | undefined, i: number) => Math.abs((value ?? 0) - (other[i] ?? 0)) < 1e-3
  return (
    wish(one) === wish(two) &&
    (one.aim_deg === undefined) === (two.aim_deg === undefined) &&
    numbers(one).every(near)
  )
}
/** An own stroke on a table that is mirrored across its long axis or turned half round. */
function turnedStroke(own: OwnStroke, kind: 'mirror' | 'half-turn'): OwnStroke {
  const swaps: Record<string, string> = { near: 'far', far: 'near' }
  if (kind === 'half-turn') Object.assign(swaps, { head: 'foot', foot: 'head' })
  else Object.assign(swaps, { left: 'right', right: 'left' })
  const swapped = (words: string) =>
    words.replace(/near|far|head|foot|left|right/g, (word) => swaps[word] ?? word)
  const turned = copy(own)
  const { aim_deg: aim, side, pot, contact } = turned
  if (aim !== undefined) turned.aim_deg = kind === 'mirror' ? -aim : aim + (aim > 0 ? -180 : 180)
  if (side && kind === 'mirror') turned.side = -side
  if (pot) pot.pocket = swapped(pot.pocket)
  if (contact?.side) contact.side = swapped(contact.side)
  if (contact?.cushions_first) contact.cushions_first = contact.cushions_first.map(swapped)
  return turned
}

const copy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** The layout being set up: every change can be undone, and survives a reload in this browser. */
export const useLayout = defineStore('layout', () => {
  const scene = ref<Scene>({ document: emptyDocument(), me: 'league', them: 'league' })
  const name = ref('')
  const id = ref<number | null>(null)
  const selected = ref<string | null>(null)
  const kept = ref('')
  const past = ref<string[]>([])
  const future = ref<string[]>([])

  const document = computed(() => scene.value.document)
  const tableName = computed(() =>
    typeof document.value.table === 'string'
      ? document.value.table
      : String(document.value.table.name ?? 'pool-9ft'),
  )
  const missing = computed(() =>
    ballsOf(document.value.game).filter((ball) => !(ball in document.value.balls)),
  )
  const isKept = computed(
    () => id.value !== null && kept.value === JSON.stringify([name.value, document.value]),
  )

  /** Change the scene; the state before it can be had back. */
  function change(edit: (scene: Scene) => void) {
    const before = JSON.stringify(scene.value)
    const next = copy(scene.value)
    edit(next)
    if (JSON.stringify(next) === before) return
    past.value = [...past.value.slice(1 - MOST_STEPS), before]
    future.value = []
    scene.value = next
  }
  function step(from: typeof past, to: typeof past) {
    const state = from.value.at(-1)
    if (state === undefined) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, JSON.stringify(scene.value)]
    scene.value = JSON.parse(state) as Scene
  }
  const undo = () => step(past, future)
  const redo = () => step(future, past)

  /** Put a ball somewhere; the cue ball put down by hand is no longer in hand. */
  const place = (ball: string, at: Place) =>
    change((s) => {
      s.document.balls[ball] = at
      if (ball === 'cue') s.document.situation.ball_in_hand = false
    })
  const remove = (ball: string) => change((s) => Reflect.deleteProperty(s.document.balls, ball))
  const has = (part: string) => gameOf(document.value.game).has.includes(part)
  const setRace = (race: Race | null) => change((s) => (s.race = race))
  const situate = (part: Partial<Situation>) => change((s) => Object.assign(s.document.situation, part))
  /** Another game: balls and parts of the situation that it does not have go; snooker brings its table. */
  function playGame(game: string) {
    change((s) => {
      s.document.game = game
      const known = ballsOf(game)
      const { shooter, ball_in_hand } = s.document.situation
      s.document.situation = { ...emptyDocument().situation, shooter, ball_in_hand }
      if (isSnookerTable(tableName.value) !== (game === 'snooker')) {
        s.document.table = game === 'snooker' ? 'snooker-12ft' : 'pool-9ft'
      }
      s.document.balls = Object.fromEntries(
        Object.entries(s.document.balls).filter(([ball]) => known.includes(ball)),
      )
    })
  }
  const clear = () =>
    change((s) => {
      s.document.balls = {}
      delete s.document.strokes
    })
  const addStroke = (stroke: OwnStroke) =>
    change((s) => (s.document.strokes = [...(s.document.strokes ?? []), stroke]))
  const removeStroke = (stroke: Partial<OwnStroke>) =>
    change((s) => {
      const left = (s.document.strokes ?? []).filter((own) => !isSameStroke(own, stroke))
      if (left.length) s.document.strokes = left
      else delete s.document.strokes
    })
  function turn(kind: 'mirror' | 'half-turn') {
    change((s) => {
      for (const [ball, [x, y]] of Object.entries(s.document.balls)) {
        s.document.balls[ball] = kind === 'mirror' ? [x, 4 - y] : [8 - x, 4 - y]
      }
      const { strokes } = s.document
      if (strokes) s.document.strokes = strokes.map((own) => turnedStroke(own, kind))
    })
  }

  function load(next: LayoutDocument, called: string, layoutId: number | null) {
    change((s) => (s.document = { ...emptyDocument(), ...copy(next) }))
    name.value = called
    id.value = layoutId
    kept.value = layoutId === null ? '' : JSON.stringify([called, document.value])
    selected.value = null
  }
  async function save() {
    const body = { name: name.value.trim() || 'Untitled layout', document: document.value }
    const path = { layout_id: id.value ?? 0 }
    const layout: KeptLayout = await answered(
      id.value === null
        ? api.POST('/api/layouts', { body })
        : api.PUT('/api/layouts/{layout_id}', { params: { path }, body }),
    )
    id.value = layout.id
    name.value = layout.name
    kept.value = JSON.stringify([layout.name, document.value])
  }

  function restore(): boolean {
    const draft = localStorage.getItem(draftKey())
    if (!draft) return false
    try {
      const saved = JSON.parse(draft) as { scene: Scene; name: string; id: number | null; kept: string }
      scene.value = saved.scene
      name.value = saved.name
      id.value = saved.id
      kept.value = saved.kept
      return true
    } catch {
      localStorage.removeItem(draftKey())
      return false
    }
  }
  watch([scene, name, id, kept], () => {
    const draft = { scene: scene.value, name: name.value, id: id.value, kept: kept.value }
    localStorage.setItem(draftKey(), JSON.stringify(draft))
  })

  return {
    scene, document, tableName, name, id, selected, missing, isKept, past, future,
    change, undo, redo, place, remove, situate, has, setRace, playGame, clear, addStroke, removeStroke, turn, load, save, restore,
  } // prettier-ignore
})
