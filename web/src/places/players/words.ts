/** Players and tables in a line of words. */
import type { Player, PlayerIn, TableChoice, TableIn } from '@/api/client'
import { baseOf } from '@/board/document'
import { STANDARD_TABLES } from '@/words/tables'
import { capital } from '@/shots/words'
import { text } from '@/words/text/players'
import { decimal } from '@/words/numbers'

/** The number of one's own player or table, from its key in the lists. */
export const idOf = ({ key }: { key: string }) => Number(key.split(':')[1])

/** How much worse the softest stroke on the deciding ball is, in words. */
export const NERVES = [
  { value: 0, name: 'none' },
  { value: 0.3, name: 'some' },
  { value: 0.7, name: 'much' },
]
export const nervesWords = (nerves: number) =>
  nerves < 0.2 ? '' : nerves < 0.5 ? text.someNerves : text.muchNerves

/** The two schools of potting a ball by a kick. */
export const KICKS = [
  { value: 'neither', name: text.neitherInParticular },
  { value: 'sliding', name: text.slidesTheCueBallInto },
  { value: 'rolling', name: text.rollsItIntoTheRail },
] as const
export const kicksWords = (kicks: Player['stroke_model']['kicks']) =>
  ({ neither: '', sliding: text.slidesKicks, rolling: text.rollsKicks })[kicks ?? 'neither']

/** What a player jumps with. */
export const JUMPS = [
  { value: 'none', name: text.doesNotJump },
  { value: 'playing cue', name: text.withThePlayingCue },
  { value: 'jump cue', name: text.withAJumpCue },
] as const
export const jumpsWords = (jumps: Player['stroke_model']['jumps']) =>
  ({ none: '', 'playing cue': text.jumpsFull, 'jump cue': text.jumpsLight })[jumps ?? 'none']

/** The errors of a stroke, as they are called. */
export const ERROR_NAMES: Record<string, string> = {
  aim_deg: text.aim,
  speed: text.speed,
  tip: text.tip,
  sight_mm: text.sightingOfCuts,
}
/** What a player is, as it is asked for: to change one thing and keep the rest. */
export const playerIn = ({
  name,
  level,
  stroke_model: model,
  use_measured,
  cue,
  notes,
}: Player): PlayerIn => ({
  name,
  level,
  hand: model.hand,
  reach_m: model.reach_m,
  nerves: model.nerves,
  kicks: model.kicks,
  jumps: model.jumps,
  use_measured,
  cue,
  notes,
})

export function playerWords({ own, level, stroke_model: model, use_measured, is_measured }: Player): string {
  const errors = text.aimWithinSpeedWithin(decimal(model.aim_deg, 2), Math.round(100 * model.speed))
  const hand = model.hand === 'left' ? 'left-handed' : ''
  const reach = model.reach_m === 0.75 ? '' : text.reachIs(decimal(model.reach_m, 2))
  const from = use_measured && is_measured ? 'measured' : `${level || 'own'} level`
  const parts = [
    own ? from : '',
    hand,
    reach,
    nervesWords(model.nerves),
    kicksWords(model.kicks),
    jumpsWords(model.jumps),
    errors,
  ]
  return parts.filter(Boolean).join(' · ')
}

/** What a table of one's own is like, as it is asked for. */
export function fieldsOf({ name, document }: TableChoice): TableIn {
  const fields = typeof document === 'string' ? {} : (document as Partial<TableIn>)
  return {
    name,
    base: baseOf(document),
    cloth: fields.cloth ?? 'standard',
    cushions: fields.cushions ?? 'standard',
    pockets: fields.pockets ?? 'standard',
    jump_cues: fields.jump_cues ?? 'allowed',
  }
}
export function tableWords(table: TableChoice): string {
  const { base, cloth, cushions, pockets, jump_cues } = fieldsOf(table)
  const size = `${decimal(table.geometry.length, 2)} × ${decimal(table.geometry.width, 2)} m`
  const unlike = [
    cloth !== 'standard' && `${cloth} cloth`,
    cushions !== 'standard' && `${cushions} cushions`,
    pockets !== 'standard' && `${pockets} pockets`,
    jump_cues === 'forbidden' && text.noJumpCues,
  ].filter(Boolean)
  return [table.own ? STANDARD_TABLES[base ?? ''] : '', size, ...unlike].filter(Boolean).join(' · ')
}
export const tableTitle = ({ key, name }: TableChoice) => STANDARD_TABLES[key] ?? name
export const playerTitle = ({ own, name }: Player) => (own ? name : `${capital(name)} level`)
/** A name for a copy that no other has. */
export function nameOfCopy(name: string, taken: string[]): string {
  for (let n = 2; ; n++) {
    const next = `${name} ${n}`
    if (!taken.includes(next)) return next
  }
}
