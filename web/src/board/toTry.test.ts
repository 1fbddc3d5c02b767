import { describe, expect, it } from 'vitest'
import { isHidden } from '@/drawing/hidden'
import { impossible } from '@/drawing/possible'
import { nineFoot } from '@/drawing/testTable'
import { ballsOf } from './document'
import { hooked, toRun } from './samples'
import { TO_TRY } from './toTry'

describe('layouts to try', () => {
  it('can lie on a table, each with balls of its game and a name of its own', () => {
    expect(new Set(TO_TRY.map(({ name }) => name)).size).toBe(TO_TRY.length)
    for (const { name, document } of TO_TRY) {
      for (const ball of Object.keys(document.balls)) {
        expect(ballsOf(document.game)).toContain(ball)
        expect(impossible(nineFoot, document.balls, ball), name).toBeNull()
      }
    }
  })
  it('have a hooked one, a rack to run, and one with the cue ball in hand', () => {
    const all = TO_TRY.map((one) => ({ ...one, id: null }))
    expect(hooked(all)?.name).toBe('No sight of the 3')
    expect(toRun(all)?.name).toBe('Six with a way through')
    expect(TO_TRY.some(({ document }) => document.situation.ball_in_hand !== 'none')).toBe(true)
    const [first] = TO_TRY
    expect(first && isHidden(first.document.balls, '5')).toBe(false)
  })
})
