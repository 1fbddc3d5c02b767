import { describe, expect, it } from 'vitest'
import type { PhotoBall } from '@/api/client'
import {
  confirmed,
  isFromOtherEnd,
  joined,
  middleOf,
  missing,
  moved,
  namesOf,
  readBalls,
  renamed,
  turned,
  without,
} from './mended'

const ball = (name: string, x: number, is_sure = true): PhotoBall => ({
  name,
  at: [x, 1],
  confidence: is_sure ? 1 : 0.6,
  otherwise: '',
  is_sure,
  words: is_sure ? '' : `Ball ${name}: look at its number.`,
  ring: [
    [x, 0],
    [x + 2, 4],
  ],
})
const read = () => readBalls([ball('cue', 1), ball('3', 2, false), ball('7', 3)])

describe('what was read of a photo', () => {
  it('is renamed, and whose name that was takes the one that is free', () => {
    const mended = renamed(read(), 1, '7')
    expect(mended.map(({ name }) => name)).toEqual(['cue', '7', '3'])
    expect(mended[1]).toMatchObject({ isSure: true, words: '' })
    expect(renamed(read(), 1, '5').map(({ name }) => name)).toEqual(['cue', '5', '7'])
  })
  it('teaches the names that its balls have at last, and nothing of what is no ball or was not looked at', () => {
    expect(namesOf(read(), 3)).toEqual(['cue', '', '7'])
    const mended = without(renamed(read(), 1, '7'), 0)
    expect(namesOf(mended, 3)).toEqual(['', '7', '3'])
    const added = [
      ...mended,
      ...read()
        .slice(0, 1)
        .map((one) => ({ ...one, name: '9', seen: null })),
    ]
    expect(namesOf(added, 3)).toEqual(['', '7', '3'])
  })
  it('is turned end for end and back', () => {
    expect(turned(read())[0]?.at).toEqual([7, 3])
    expect(turned(turned(read()))).toEqual(read())
  })
  it('keeps from an earlier photo what the next one does not show', () => {
    const both = joined(read(), readBalls([ball('cue', 5), ball('9', 6)]))
    expect(both.map(({ name, at, seen }) => [name, at[0], seen])).toEqual([
      ['cue', 5, 0],
      ['9', 6, 1],
      ['3', 2, null],
      ['7', 3, null],
    ])
    expect(both[2]?.ring).toEqual([])
  })
  it('lies end for end where a second photo is taken from the other end, by what both show', () => {
    const second = readBalls([ball('3', 6), ball('7', 5), ball('9', 1)])
    expect(isFromOtherEnd(read(), second)).toBe(true)
    expect(isFromOtherEnd(read(), turned(second))).toBe(false)
    expect(isFromOtherEnd(read(), readBalls([ball('9', 1)]))).toBe(false)
  })
  it('says what is missing, and what has been looked at', () => {
    expect(missing(read(), ['cue', '1', '3', '7'])).toEqual(['1'])
    expect(confirmed(read(), 1)[1]?.isSure).toBe(true)
    expect(moved(read(), 1, [4, 2], [])[1]).toMatchObject({ at: [4, 2], isSure: true })
    expect(
      middleOf([
        [1, 0],
        [3, 4],
      ]),
    ).toEqual([2, 2])
  })
})
