/** Players and tables in a line of words. */
import type { Player, PlayerIn, TableChoice, TableIn } from '@/api/client'
import { baseOf } from '@/board/document'
import { STANDARD_TABLES } from '@/words/tables'
import { capital } from '@/shots/words'

/** The number of one's own player or table, from its key in the lists. */
export const idOf = ({ key }: { key: string }) => Number(key.split(':')[1])

/** How much worse the softest stroke on the deciding ball is, in words. */
export const NERVES = [
  { value: 0, name: 'none' },
  { value: 0.3, name: 'some' },
  { value: 0.7, name: 'much' },
]
export const nervesWords = (nerves: number) =>
  nerves < 0.2 ? '' : nerves < 0.5 ? 'some nerves' : 'much nerves'

/** The two schools of potting a ball by a kick. */
export const KICKS = [
  { value: 'neither', name: 'neither in particular' },
  { value: 'sliding', name: 'slides the cue ball into the rail' },
  { value: 'rolling', name: 'rolls it into the rail' },
] as const
export const kicksWords = (kicks: Player['stroke_model']['kicks']) =>
  ({ neither: '', sliding: 'slides kicks', rolling: 'rolls kicks' })[kicks ?? 'neither']

/** The errors of a stroke, as they are called. */
export const ERROR_NAMES: Record<string, string> = {
  aim_deg: 'Aim',
  speed: 'Speed',
  tip: 'Tip',
  sight_mm: 'Sighting of cuts',
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
  use_measured,
  cue,
  notes,
})

export function playerWords({ own, level, stroke_model: model, use_measured, is_measured }: Player): string {
  const errors = `aim within ${model.aim_deg.toFixed(2)}°, speed within ${Math.round(100 * model.speed)} %`
  const hand = model.hand === 'left' ? 'left-handed' : ''
  const reach = model.reach_m === 0.75 ? '' : `reach ${model.reach_m.toFixed(2)} m`
  const from = use_measured && is_measured ? 'measured' : `${level || 'own'} level`
  const parts = [own ? from : '', hand, reach, nervesWords(model.nerves), kicksWords(model.kicks), errors]
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
  }
}
export function tableWords(table: TableChoice): string {
  const { base, cloth, cushions, pockets } = fieldsOf(table)
  const size = `${table.geometry.length.toFixed(2)} × ${table.geometry.width.toFixed(2)} m`
  const unlike = [
    cloth !== 'standard' && `${cloth} cloth`,
    cushions !== 'standard' && `${cushions} cushions`,
    pockets !== 'standard' && `${pockets} pockets`,
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
