import { endingsOf } from './endings'
import { describe, expect, it } from 'vitest'
import type { Option, Way } from '@/api/client'
import { behindWords, chanceWords, leadWords, makeWords, spread, standingOf, standingWords } from './words'

describe('figures as they are said', () => {
  it('have their unit, and one name', () => {
    expect(spread({ value: 0.5, low: 0.494, high: 0.506 })).toBe('± 0.6 %')
    expect(behindWords(0.51, 0.56)).toBe('−5.0 points')
    // A line that a refined answer has just lifted is not behind by less than nothing.
    expect(behindWords(0.57, 0.56)).toBe('−0.0 points')
    expect([chanceWords('snooker'), chanceWords('nine-ball')]).toEqual(['frame chance', 'rack chance'])
  })
})

describe('what a verdict says of a line', () => {
  const words = (kind: 'best' | 'group' | 'open', rank: number, lines = 2) =>
    standingWords(standingOf({ kind, lines, bound: 0.02, looked: true }, rank), rank, 0.5, 0.52)
  it('is the best, as good, the one to play, only the first, or how far behind', () => {
    expect([words('best', 1), words('best', 2)]).toEqual(['best', '−2.0 points'])
    expect([words('group', 1), words('group', 2), words('group', 3)]).toEqual([
      'as good',
      'as good',
      '−2.0 points',
    ])
    expect([words('group', 1, 1), words('group', 2, 1)]).toEqual(['play this', '−2.0 points'])
    expect([words('open', 1), words('open', 2)]).toEqual(['first', '−2.0 points'])
    expect(standingWords(standingOf(null, 1), 1, 0.5, 0.5)).toBe('best')
  })
})

describe('how often a ball is made', () => {
  const line = { potted: '9', make: { value: 0.35, low: 0.3, high: 0.4 } } as Option
  it('is told of the pocket that is meant, with luck apart; of a safety not at all', () => {
    expect(makeWords({ ...line, luck: 0.24 })).toBe('made 35 %, by luck 24 % more')
    expect(makeWords({ ...line, luck: 0.01 })).toBe('made 35 %')
    expect(makeWords({ ...line, potted: null, luck: 0 })).toBe('')
  })
})

describe('a way of playing a shot', () => {
  const way = { advised: false, alike: false, ahead: { value: -0.0234, low: -0.03, high: -0.01 } } as Way
  it('stands to the advised one in points, or is as good', () => {
    expect(leadWords(way)).toBe('−2.3 points')
    expect(leadWords({ ...way, ahead: { value: 0.01, low: 0, high: 0.02 } })).toBe('+1.0 point')
    expect(leadWords({ ...way, alike: true })).toBe('as good')
    expect(leadWords({ ...way, advised: true, alike: true })).toBe('advised')
  })
})

describe('endings that are asked for', () => {
  it('are those that the shot can have', () => {
    const keys = (shares: Record<string, number>, potted: string | null) =>
      endingsOf({ shares, potted }).map(({ key }) => key)
    expect(keys({ nothing_left: 0.8, left_a_shot: 0.2 }, null)).toEqual([
      'nothing_left',
      'left_a_shot',
      'foul',
    ])
    expect(keys({ won: 0.6, left_a_shot: 0.4 }, '9')).toEqual([
      'won',
      'made_in_shape',
      'made_in_trouble',
      'nothing_left',
      'left_a_shot',
      'foul',
    ])
    expect(keys({ made_in_trouble: 0.1, lost: 0.1, foul: 0.8 }, null)).toContain('lost')
  })
})
