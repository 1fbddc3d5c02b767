import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { KickLook, Stroke } from '@/api/client'
import { useKicks } from './kicks'

const waiting = vi.hoisted(() => [] as ((look: object) => void)[])
vi.mock('@/api/client', async (original) => {
  const POST = () =>
    new Promise((resolve) => {
      waiting.push((data) => resolve({ data, response: { ok: true, status: 200 } }))
    })
  return { ...(await original<Record<string, unknown>>()), api: { POST } }
})
const stroke = (aim_deg: number) => ({ aim_deg, speed_mps: 2 }) as Stroke
const look = (number: number, stick: object | null = null) => ({ number, stick }) as unknown as KickLook

beforeEach(() => {
  waiting.length = 0
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => null, removeItem: () => null })
  setActivePinia(createPinia())
})

describe('a kick looked at', () => {
  it('is the one that was asked for last, whichever answer comes last', async () => {
    const kicks = useKicks()
    const [first, second] = [kicks.closely(stroke(1)), kicks.closely(stroke(2))]
    waiting[1]?.(look(20))
    await second
    waiting[0]?.(look(10))
    await first
    expect(kicks.look?.number).toBe(20)
  })
  it('keeps what is not worked out while it is dragged', async () => {
    const kicks = useKicks()
    const whole = kicks.closely(stroke(1))
    waiting[0]?.(look(10, { words: 'flat' }))
    await whole
    const dragged = kicks.closely(stroke(2), true)
    waiting[1]?.(look(11))
    await dragged
    expect([kicks.look?.number, kicks.look?.stick?.words]).toEqual([11, 'flat'])
  })
})
