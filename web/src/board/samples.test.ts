import { describe, expect, it } from 'vitest'
import type { KeptLayout } from '@/api/client'
import { hooked, toRun } from './samples'

const layout = (name: string, balls: Record<string, [number, number]>, game = 'nine-ball') =>
  ({ name, document: { game, balls } }) as unknown as KeptLayout
const HOOKED = layout('a', {
  cue: [0.9, 0.7],
  '2': [5.2, 0.5],
  '4': [2.6, 0.3],
  '5': [1.4, 0.74],
  '9': [5.6, 2.9],
})
const OPEN = layout('hooked, says its name', {
  cue: [0.9, 0.7],
  '2': [5.2, 0.5],
  '5': [1.4, 1.9],
  '9': [5.6, 2.9],
})
const many = (name: string, count: number) =>
  layout(name, {
    cue: [1, 1],
    ...Object.fromEntries(
      Array.from({ length: count }, (_, k) => [String(k + 1), [2 + 0.6 * k, 3] as [number, number]]),
    ),
  })

describe('layouts that show what a page is for', () => {
  it('are found by how their balls lie, whatever they are called', () => {
    expect(hooked([OPEN, layout('few', { cue: [1, 2], '3': [5, 2], '4': [3, 2] }), HOOKED])?.name).toBe('a')
    expect(hooked([OPEN])).toBe(null)
    // Half of the ball is enough to be seen.
    expect(hooked([layout('half', { cue: [1, 2], '3': [5, 2], '4': [3, 2.16] })])).toBe(null)
  })
  it('have, to be run, many balls but no more than needed, and the cue ball', () => {
    expect(toRun([many('nine', 9), many('six', 6), many('three', 3)])?.name).toBe('six')
    expect(toRun([many('three', 3), HOOKED])).toBe(null)
  })
})
