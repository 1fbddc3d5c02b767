import { describe, expect, it } from 'vitest'
import type { KickLook, KickWindow } from '@/api/client'
import {
  aimBetween,
  countedBeside,
  nearestRail,
  numberAt,
  numberWords,
  placeOf,
  startsOf,
} from '@/drawing/rails'
import { tryOf } from './tryOf'
import { bellOf, scalesOf, stretchesOf, ticksOf } from './windowChart'

const size = { length: 2.54, width: 1.27 }
type Point = KickWindow['points'][number]
const point = (number: number, part: Partial<Point> = {}): Point => ({
  number, met: true, legal: true, fullness: 1, side: '', value: 0.5, ...part,
}) // prettier-ignore

describe('numbers on a rail', () => {
  it('lead to a place and back, from either corner, at the nose and through to the diamonds', () => {
    for (const [rail, from] of [
      ['far-long', 'foot'],
      ['far-long', 'head'],
      ['head', 'far-long'],
      ['foot', 'near-long'],
    ] as const) {
      for (const atNose of [true, false])
        expect(numberAt(rail, from, placeOf(rail, from, 23, size, atNose))).toBeCloseTo(23)
    }
    expect(placeOf('far-long', 'foot', 20, size, true)).toEqual([6, 4])
    expect(placeOf('far-long', 'foot', 20, size)[1]).toBeCloseTo(4.295, 2)
  })
  it('count beside the rail that a way meets next, else from where the first one counts', () => {
    expect(countedBeside('near-long', 'foot', 'head')).toBe('foot')
    expect(countedBeside('near-long', 'far-long', 'head')).toBe('head')
    expect(nearestRail([7.8, 2])).toBe('foot')
    expect(aimBetween([4, 2], [4, 4], size)).toBeCloseTo(90)
  })
  it('start at 50 in the corner opposite the second rail, less along the long rail, more up the short one', () => {
    const starts = startsOf(['far-long', 'foot', 'near-long'], size)
    const at = (number: number) => starts.find((start) => start.number === number)?.at ?? [9, 9]
    expect(at(50)[0]).toBeCloseTo(0)
    expect(at(45)[0]).toBeCloseTo(1)
    expect(at(70)[1]).toBeCloseTo(2)
    expect(at(70)[0]).toBeLessThan(0)
    expect(startsOf(['far-long'], size)).toEqual([])
  })
  it('are said to the half', () => {
    expect([18.4, 0.4, 0.1, -2.6, 30].map(numberWords)).toEqual(['18½', '½', '0', '−2½', '30'])
  })
})

describe('a try', () => {
  const look = (route: string[], kind: string) =>
    ({
      route,
      sum: { kind, counted_from: 'foot' },
      window: null,
      option: { stroke: { aim_deg: 0, speed_mps: 2, side: 0.3, height: 0.3 } },
    }) as unknown as KickLook
  it('by the numbers is read at their third rail and no other', () => {
    const numbered = look(['far-long', 'foot', 'near-long'], 'three-cushion')
    expect(tryOf(numbered, [1, 1], [5.6, 0.05], 24.9)).toMatchObject({
      aim: 25,
      arrival: 24,
      kind: 'three-cushion',
    })
    expect(tryOf(numbered, [1, 1], [0.1, 2], 25)).toContain('That is the head rail')
  })
  it('by one or two rails is read at the rail met after them', () => {
    const one = tryOf(look(['far-long'], 'mirror'), [1, 1], [6, 0], 40)
    expect(one).toMatchObject({ kind: 'mirror', rails: ['far-long', 'near-long'], arrival: 20 })
    expect(tryOf(look(['far-long'], 'mirror'), [1, 1], [6, 4], 40)).toContain('comes off the far rail')
    expect(tryOf(look(['far-long', 'foot', 'near-long', 'head'], 'none'), [1, 1], [4, 4], 1)).toContain(
      'no sum',
    )
  })
})

describe('the window as a picture', () => {
  it('puts numbers along it and chances up it, and gives a number back for a place', () => {
    const scale = scalesOf([point(20, { value: 0.4 }), point(30, { value: 0.6 })], 620)
    expect(scale.number(scale.x(27))).toBeCloseTo(27)
    expect(scale.y(0.6)).toBeLessThan(scale.y(0.4))
    expect(ticksOf(19.6, 30.4)).toEqual([20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30])
    expect(ticksOf(0, 70).length).toBeLessThanOrEqual(13)
  })
  it('tells stretches that hit alike, and fouls apart from other ways', () => {
    const told = stretchesOf([
      point(1, { legal: false, met: false }),
      point(2, { fullness: 0.2, side: 'left' }),
      point(3, { fullness: 0.9 }),
      point(4, { met: false }),
    ])
    expect(told.map(({ words }) => words)).toEqual(['foul', 'thin left', 'full', 'another way'])
  })
  it('has a bell that is tallest where one aims, and none for a hand without error', () => {
    const bell = bellOf(25, 2, 20, 30)
    const [top] = bell.reduce((a, b) => (b[1] > a[1] ? b : a))
    expect(top).toBeCloseTo(25)
    expect(bellOf(25, 0, 20, 30)).toEqual([])
  })
})
