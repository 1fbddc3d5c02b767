import { describe, expect, it, vi } from 'vitest'
import type { Table } from '@/api/client'
import { readingOf, readingWords } from './readings'
import { useStopwatch } from './useStopwatch'

vi.mock('vue', async (original) => ({ ...(await original<object>()), onUnmounted: () => null }))
const table = { length: 2.54 } as Table

describe('readings of a table', () => {
  it('turn diamonds into metres and say what was read', () => {
    const roll = readingOf('rolls', { length: 4, seconds: 5.7 }, table)
    expect(roll).toEqual({ length_m: 1.27, seconds: 5.7 })
    expect(readingWords('rolls', roll)).toBe('rolled 1.27 m in 5.70 s')
    const stop = readingOf('stops', { distance: 2, seconds: 0.25, depth: 0.3 }, table)
    expect(readingWords('stops', stop)).toBe('0.64 m in 0.250 s, tip 0.3 R low')
    const lag = readingOf('lags', { first_length_s: 1.2, lengths: 2.4 }, table)
    expect(readingWords('lags', lag)).toBe('first length in 1.20 s, 2.4 lengths in all')
    expect(readingWords('mouths', { pocket: 'corner', gap_mm: 3 })).toBe('corner mouth: two balls and 3 mm')
  })
})

describe('the stopwatch', () => {
  it('starts and stops by taps, to the hundredth, and starts anew', () => {
    vi.stubGlobal('requestAnimationFrame', () => 1)
    vi.stubGlobal('cancelAnimationFrame', () => null)
    let now = 1000
    const watch = useStopwatch(() => now)
    watch.tap()
    expect(watch.running.value).toBe(true)
    now = 6704
    watch.tap()
    expect(watch.seconds.value).toBe(5.7)
    expect(watch.running.value).toBe(false)
    watch.reset()
    expect(watch.seconds.value).toBe(null)
  })
})
