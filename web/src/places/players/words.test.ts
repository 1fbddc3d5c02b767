import { describe, expect, it } from 'vitest'
import type { Player, TableChoice } from '@/api/client'
import { outcomeOf } from './sitting/sittingKeys'
import { fieldsOf, nameOfCopy, playerIn, playerWords, tableWords } from './words'

describe('players and tables in words', () => {
  it('tell what is not ordinary of a player', () => {
    const stroke_model = { aim_deg: 0.16, speed: 0.18, hand: 'left', reach_m: 0.85, nerves: 0.3 }
    const player = { own: true, level: 'league', name: 'Tomas', key: 'profile:1', stroke_model } as Player
    expect(playerWords(player)).toBe(
      'league level · left-handed · reach 0.85 m · some nerves · aim within 0.16°, speed within 18 %',
    )
  })
  it('tell that a player is measured only where the odds use it, and change one thing of him', () => {
    const stroke_model = { aim_deg: 0.16, speed: 0.18, hand: 'right', reach_m: 0.75, nerves: 0 }
    const player = {
      own: true,
      level: 'league',
      name: 'Tomas',
      key: 'profile:1',
      stroke_model,
      is_measured: true,
      use_measured: true,
      cue: '',
      notes: 'left early',
    } as Player
    expect(playerWords(player)).toMatch(/^measured · /)
    expect(playerWords({ ...player, use_measured: false })).toMatch(/^league level · /)
    expect(playerWords({ ...player, is_measured: false })).toMatch(/^league level · /)
    expect({ ...playerIn(player), use_measured: false }).toMatchObject({ name: 'Tomas', notes: 'left early' })
  })
  it('tell what is not standard of a table, and give its fields back for changing', () => {
    const document = { name: 'Four', base: 'pool-7ft', cloth: 'slow', cushions: 'standard', pockets: 'loose' }
    const table = {
      key: 'table:4',
      own: true,
      name: 'Four',
      document,
      geometry: { length: 1.981, width: 0.9906 },
    }
    expect(tableWords(table as unknown as TableChoice)).toBe(
      '7-foot table · 1.98 × 0.99 m · slow cloth · loose pockets',
    )
    expect(fieldsOf(table as unknown as TableChoice)).toEqual({ ...document, jump_cues: 'allowed' })
    const standard = {
      ...table,
      own: false,
      name: 'pool-7ft',
      document: 'pool-7ft',
    } as unknown as TableChoice
    expect(fieldsOf(standard)).toMatchObject({ base: 'pool-7ft', cloth: 'standard' })
  })
  it('name a copy as nothing else is named', () => {
    expect(nameOfCopy('Ida', ['Ida', 'Ida 2'])).toBe('Ida 3')
  })
})

describe('the keys of a sitting', () => {
  it('stand for the outcomes that a shot can have', () => {
    expect(['m', 'k', 'K', 'n', 'L', 'd', 'x'].map((key) => outcomeOf(key, true))).toEqual([
      'made', 'thick', 'far thick', 'thin', 'far thin', 'short', null,
    ]) // prettier-ignore
    expect(['m', 'd'].map((key) => outcomeOf(key, false))).toEqual([null, 'pocketed'])
  })
})
