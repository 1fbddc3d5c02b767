import { createPinia, setActivePinia } from 'pinia'
import { nextTick } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useSharedBoard } from '@/board/useBoard'
import { useInHand } from './inhand'

const asked = vi.hoisted(() => [] as ((places: number[][] | null) => void)[])
vi.mock('@/api/client', async (original) => {
  const POST = () =>
    new Promise((resolve, reject) => {
      asked.push((data) =>
        data ? resolve({ data, response: { ok: true, status: 200 } }) : reject(new Error('not possible')),
      )
    })
  return { ...(await original<Record<string, unknown>>()), api: { POST } }
})
beforeEach(() => {
  asked.length = 0
  vi.useFakeTimers()
  vi.stubGlobal('window', globalThis)
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => null, removeItem: () => null })
  setActivePinia(createPinia())
})
afterEach(() => void vi.useRealTimers())

/** A ball in hand, and what is asked of it when the hand has rested. */
async function inHand() {
  const board = useSharedBoard()
  board.place('9', [6, 2])
  board.run({ do: 'situate', part: { ball_in_hand: 'anywhere' } })
  const store = useInHand()
  await vi.advanceTimersByTimeAsync(1000)
  return { board, store }
}

describe('places for the cue ball in hand', () => {
  it('are asked for when nothing has moved for a while, and the best of them is told', async () => {
    const { board, store } = await inHand()
    expect(asked.length).toBe(1)
    asked[0]?.([[1, 1, 0.4], [5, 2, 0.8], [7, 3, 0.1]]) // prettier-ignore
    await vi.advanceTimersByTimeAsync(0)
    expect([store.best, store.poorest]).toEqual([[5, 2, 0.8], 0.1])
    // A ball that is dragged on asks once, not at every step.
    for (const x of [5, 4, 3]) {
      board.place('9', [x, 2])
      await nextTick()
    }
    await vi.advanceTimersByTimeAsync(1000)
    expect(asked.length).toBe(2)
  })
  it('are those of the last question, whichever answer comes last', async () => {
    const { board, store } = await inHand()
    board.place('9', [3, 1])
    await vi.advanceTimersByTimeAsync(1000)
    asked[1]?.([[2, 2, 0.7]])
    await vi.advanceTimersByTimeAsync(0)
    asked[0]?.([[1, 1, 0.9]])
    await vi.advanceTimersByTimeAsync(0)
    expect(store.places).toEqual([[2, 2, 0.7]])
  })
  it('go when the cue ball is put down, also from an answer that comes late, and when none is possible', async () => {
    const { board, store } = await inHand()
    board.place('cue', [2, 1])
    await nextTick()
    asked[0]?.([[1, 1, 0.9]])
    await vi.advanceTimersByTimeAsync(1000)
    expect([store.places, asked.length]).toEqual([[], 1])
    board.run({ do: 'situate', part: { ball_in_hand: 'anywhere' } })
    await vi.advanceTimersByTimeAsync(1000)
    asked[1]?.(null)
    await vi.advanceTimersByTimeAsync(0)
    expect(store.best).toBeNull()
  })
})
