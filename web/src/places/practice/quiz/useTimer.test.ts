import { nextTick, ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useTimer } from './useTimer'

const page = vi.hoisted(() => ({ enter: () => {}, leave: () => {} }))
vi.mock('vue', async (original) => ({
  ...(await original<Record<string, unknown>>()),
  onActivated: (act: () => void) => (page.enter = act),
  onDeactivated: (act: () => void) => (page.leave = act),
  onUnmounted: () => undefined,
}))
beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

function timer(limit: number | null = 10) {
  const [most, running, position, over] = [ref(limit), ref(true), ref('first'), vi.fn()]
  const left = useTimer(most, running, () => position.value, over)
  return { most, running, position, over, left }
}

describe('the time to answer', () => {
  it('runs down in whole seconds, and is over once', () => {
    const { left, over } = timer()
    expect(left.value).toBe(10)
    vi.advanceTimersByTime(3000)
    expect(left.value).toBe(7)
    vi.advanceTimersByTime(60_000)
    expect([left.value, over.mock.calls.length]).toEqual([0, 1])
  })
  it('begins anew with the next position, and halts when the answer is given', async () => {
    const { position, running, left, over } = timer()
    vi.advanceTimersByTime(9000)
    position.value = 'second'
    await nextTick()
    expect(left.value).toBe(10)
    vi.advanceTimersByTime(4000)
    running.value = false
    await nextTick()
    vi.advanceTimersByTime(60_000)
    expect(over).not.toHaveBeenCalled()
  })
  it('does not run on another page, and begins anew back here', () => {
    const { left, over } = timer()
    vi.advanceTimersByTime(8000)
    page.leave()
    vi.advanceTimersByTime(60_000)
    expect(over).not.toHaveBeenCalled()
    page.enter()
    expect(left.value).toBe(10)
    vi.advanceTimersByTime(10_000)
    expect(over).toHaveBeenCalledTimes(1)
  })
  it('has no end without a limit', () => {
    const { left, over } = timer(null)
    vi.advanceTimersByTime(600_000)
    expect([left.value, over.mock.calls.length]).toEqual([null, 0])
  })
})
