import { describe, expect, it } from 'vitest'
import { ledgerState } from '@/places/table/ledgerState'
import { behindWords, chanceWords, spread } from './words'

describe('figures as they are said', () => {
  it('have their unit, and one name', () => {
    expect(spread({ value: 0.5, low: 0.494, high: 0.506 })).toBe('± 0.6 %')
    expect(behindWords(0.51, 0.56)).toBe('−5.0 %')
    // A line that a refined answer has just lifted is not behind by less than nothing.
    expect(behindWords(0.57, 0.56)).toBe('−0.0 %')
    expect([chanceWords('snooker'), chanceWords('nine-ball')]).toEqual(['frame chance', 'rack chance'])
  })
})

describe('the ledger says how far it is', () => {
  const plain = {
    stale: false,
    status: 'running',
    waitsFor: '',
    isFinal: false,
    running: true,
    lines: 0,
    seconds: 2.04,
  }
  it('from looking to settled, and what still runs then', () => {
    expect(ledgerState(plain)).toBe('looking')
    expect(ledgerState({ ...plain, lines: 4 })).toBe('refining')
    expect(ledgerState({ ...plain, isFinal: true })).toBe(
      'settled in 2.0 s; now what would change the choice',
    )
    expect(ledgerState({ ...plain, isFinal: true, running: false })).toBe('settled in 2.0 s')
  })
  it('and when it waits, has ended, or no longer answers what lies there', () => {
    expect(ledgerState({ ...plain, waitsFor: 'the rules' })).toBe('waiting')
    expect(ledgerState({ ...plain, status: 'stopped' })).toBe('stopped')
    expect(ledgerState({ ...plain, stale: true, isFinal: true })).toBe('the layout has changed since')
  })
})
