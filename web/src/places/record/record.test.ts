import { describe, expect, it } from 'vitest'
import { asked, fileOf, filtersOf, isFiltered, NOTHING } from '@/stores/filters'
import { dayWords, today } from '@/words/days'
import { pages, points } from './words'
import { endingWord } from '@/shots/endings'

describe('filters of the record', () => {
  it('stand in the address by what is asked for, and come back from it', () => {
    const filters = { ...NOTHING, player: 'Ida Brandt', since: '2026-10-01', words: 'safe off' }
    expect(asked(filters)).toEqual({ player: 'Ida Brandt', since: '2026-10-01', words: 'safe off' })
    expect(filtersOf(asked(filters))).toEqual(filters)
    expect(filtersOf({ strange: 'x', words: ['a', 'b'] })).toEqual(NOTHING)
    expect([isFiltered(NOTHING), isFiltered(filters)]).toEqual([false, true])
  })
  it('go with the file that is asked for', () => {
    expect(fileOf('/api/record/file', NOTHING)).toBe('/api/record/file')
    expect(fileOf('/api/record/racks', { ...NOTHING, opponent: 'Abel & June' })).toBe(
      '/api/record/racks?opponent=Abel+%26+June',
    )
  })
})

describe('figures of the record', () => {
  it('are points with their sign, and nothing is 0', () => {
    expect([0.1234, -0.05, 0.0004, -0.0004].map(points)).toEqual(['+12.3', '−5.0', '0', '0'])
  })
  it('are days as in a scorebook', () => {
    expect(dayWords('2026-10-06')).toMatch(/^(6 Oct|Oct 6,) 2026$/)
    expect(dayWords('some day')).toBe('some day')
    expect(today(new Date(2026, 0, 5, 23, 59))).toBe('2026-01-05')
  })
  it('are endings in words, and pages of so many', () => {
    expect([endingWord('made_in_shape'), endingWord('strange')]).toEqual(['made, in shape', 'strange'])
    expect([pages(0, 25), pages(25, 25), pages(26, 25)]).toEqual([1, 1, 2])
  })
})
