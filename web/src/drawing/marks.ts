/** What is marked on the cloth: strings and spots, in diamonds. */
import type { Table } from '@/api/client'
import type { Place } from '@/drawing/place'
import { text } from '@/words/text/drawing'

/** Of a full-size table's 3.569 m: baulk line 0.737 m, D 0.292 m, black 0.324 m from the top cushion. */
const [BAULK, D_RADIUS, BLACK] = [0.737, 0.292, 0.324].map((m) => (8 * m) / 3.569) as [number, number, number]

export interface Mark {
  name: string
  at: Place
}
export const isSnookerTable = (table: Table) => table.name.startsWith('snooker')
/** How far from the head the head string, or the baulk line, runs. */
export const stringOf = (table: Table) => (isSnookerTable(table) ? BAULK : 2)

export function spotsOf(table: Table): Mark[] {
  if (!isSnookerTable(table)) {
    return [
      { name: text.headSpot, at: [2, 2] },
      { name: text.centreSpot, at: [4, 2] },
      { name: text.footSpot, at: [6, 2] },
    ]
  }
  return [
    { name: text.greensSpot, at: [BAULK, 2 + D_RADIUS] },
    { name: text.brownsSpot, at: [BAULK, 2] },
    { name: text.yellowsSpot, at: [BAULK, 2 - D_RADIUS] },
    { name: text.bluesSpot, at: [4, 2] },
    { name: text.pinksSpot, at: [6, 2] },
    { name: text.blacksSpot, at: [8 - BLACK, 2] },
  ]
}
/** The D as a line of short steps, so that it turns with the table. */
export function deeOf(): Place[] {
  return Array.from({ length: 33 }, (_, k) => {
    const turn = Math.PI / 2 + (k * Math.PI) / 32
    return [BAULK + D_RADIUS * Math.cos(turn), 2 + D_RADIUS * Math.sin(turn)]
  })
}
