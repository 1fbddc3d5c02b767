import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { RefusedError, type Problem } from './client'
import { createFollower, PAUSE_MS, pauseOf, type Followed } from './follow'

const job = (states: (number | Error)[], taken: number[], troubles: Problem[][] = []): Followed<number> => ({
  look: () => {
    const next = states.shift() ?? 100
    return next instanceof Error ? Promise.reject(next) : Promise.resolve(next)
  },
  isActive: (state) => state < 100,
  take: (state) => taken.push(state),
  trouble: (found) => troubles.push(found),
  everyMs: 50,
})

describe('following a long job', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('takes every answer until there is no more to come', async () => {
    const taken: number[] = []
    const done = createFollower().follow(0, job([10, 60, 100, 999], taken))
    await vi.advanceTimersByTimeAsync(500)
    await done
    expect(taken).toEqual([10, 60, 100])
  })
  it('asks less often the longer it takes, but once a second at least', () => {
    expect([0, 8, 500].map((asked) => pauseOf(150, asked))).toEqual([150, 300, 1000])
    expect([0, 500].map((asked) => pauseOf(2000, asked))).toEqual([2000, 2000])
  })
  it('asks nothing when it is over already', async () => {
    const taken: number[] = []
    await createFollower().follow(100, job([], taken))
    expect(taken).toEqual([])
  })
  it('tells an answer that did not come, waits, and goes on', async () => {
    const [taken, troubles]: [number[], Problem[][]] = [[], []]
    const away = new RefusedError([{ where: '', what: 'The server does not answer', accepted: '' }], 0)
    void createFollower().follow(0, job([away, 100], taken, troubles))
    await vi.advanceTimersByTimeAsync(60)
    expect(troubles[0]?.[0]?.what).toBe('The server does not answer')
    await vi.advanceTimersByTimeAsync(PAUSE_MS + 60)
    expect([taken, troubles.at(-1)]).toEqual([[100], []])
  })
  it('lets go of one thing when it follows the next, even with an answer on its way', async () => {
    const [first, second]: [number[], number[]] = [[], []]
    const { follow, letGo } = createFollower()
    let late: (state: number) => void = () => undefined
    void follow(0, { ...job([], first), look: () => new Promise((resolve) => (late = resolve)) })
    await vi.advanceTimersByTimeAsync(60)
    void follow(0, job([20, 30], second))
    late(50)
    await vi.advanceTimersByTimeAsync(110)
    letGo()
    await vi.advanceTimersByTimeAsync(500)
    expect([first, second]).toEqual([[], [20, 30]])
  })
})
