import { describe, expect, it } from 'vitest'
import { frameOf } from '@/drawing/frame'
import { freeSpot } from '@/drawing/planLabels'
import { stippled } from '@/drawing/stipple'
import type { Table } from '@/api/client'
import { changeWords, FREE } from '@/stores/runout'
import { changedOrder, costWords } from './changes'
import { asFixed } from './usePlanShot'

const frame = frameOf({ length: 2.54, width: 1.27 } as Table, false)
const dots = (d: string) => (d.match(/M/g) ?? []).length

describe('a zone as stipple', () => {
  it('has larger dots where two pockets serve and none where little is left of the best', () => {
    const tones = stippled(
      [
        [0.9, 0.85],
        [0.6, 0.2],
      ],
      [
        [2, 1],
        [0, 0],
      ],
      frame,
    )
    // Four dots a place: three places count, each in a tone of its own; the poorest has none.
    expect(tones.map(({ d }) => dots(d))).toEqual([4, 4, 4])
    expect([...tones.map(({ width }) => width)].sort((a, b) => a - b)).toEqual(
      tones.map(({ width }) => width),
    )
  })
  it('of a ball that is worth nothing from anywhere is empty', () => {
    expect(stippled([[0, 0]], [[0, 0]], frame)).toEqual([])
  })
})

describe('the number of a shot', () => {
  it('stands beside its cue ball, off what lies there', () => {
    const cue: [number, number] = [500, 500]
    const first = freeSpot(cue, [], 28)
    const second = freeSpot(cue, [first], 28)
    expect(Math.hypot(second[0] - first[0], second[1] - first[1])).toBeGreaterThan(56)
    for (const [x, y] of [first, second]) expect(Math.hypot(x - 500, y - 500)).toBeLessThan(170)
  })
})

describe('changes of a plan', () => {
  it('are said by what was changed, and nothing as the best found', () => {
    expect(changeWords(FREE)).toBe('the best found')
    expect(changeWords({ ...FREE, pockets: { 5: 'foot-far' }, rests: { 7: [4, 2] } })).toBe(
      '5 foot far, after the 7 elsewhere',
    )
  })
  it('cost points, or none', () => {
    expect([costWords(0.4, 0.52), costWords(0.51, 0.52), costWords(0.5, 0.5), costWords(0.6, 0.5)]).toEqual([
      'costs 12 points',
      'costs 1 point',
      'as good',
      '10 more here',
    ])
  })
  it('with a shot of one’s own keep the first as aimed, a later plain pot as a pot, a later bank as aimed', () => {
    const [stroke, pot] = [
      { aim_deg: 31.5, speed_mps: 2 },
      { potted: '8', pocket: 'head-near', route: [], cushions: [] as string[] },
    ]
    expect(asFixed(stroke, pot, 0)).toEqual({ speed_mps: 2, aim_deg: 31.5 })
    expect(asFixed(stroke, pot, 1)).toEqual({ speed_mps: 2, pot: { ball: '8', pocket: 'head-near' } })
    expect(asFixed(stroke, { ...pot, cushions: ['foot'] }, 1)).toEqual({ speed_mps: 2, aim_deg: 31.5 })
  })
  it('move a ball of a group earlier or later, and leave the eight at its end', () => {
    expect(changedOrder(['1', '2', '3', '8'], 0, 1)).toEqual(['2', '1', '3', '8'])
    expect(changedOrder(['1', '2', '3', '8'], 0, -1)).toBeNull()
    expect(changedOrder(['1', '2', '3', '8'], 2, 1)).toBeNull()
  })
})
