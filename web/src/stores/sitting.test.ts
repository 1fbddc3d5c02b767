import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api, type Sitting, type Station } from '@/api/client'
import { useOutbox } from './outbox'
import { useSitting } from './sitting'

vi.mock('@/api/client', async (original) => {
  const never = () => new Promise(() => null)
  return { ...(await original<Record<string, unknown>>()), api: { POST: never, DELETE: never, GET: never } }
})
const station = (key: string, count: number, ball: number[] | null = [5, 1.5]) =>
  ({ key, name: key, count, ball, cue: [4, 1.5], mark: [4, 2], outcomes: [] }) as unknown as Station
const sitting = (attempts: object[] = []) =>
  ({
    id: 7, set_name: 'short', table: 'pool-9ft', over: false, attempts,
    stations: [station('stop', 2), station('middle', 2, null)],
  }) as unknown as Sitting // prettier-ignore

beforeEach(() => {
  vi.stubGlobal('window', { addEventListener: () => null })
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => null })
  setActivePinia(createPinia())
})

describe('a sitting', () => {
  it('goes to the next station when one is complete, and back when an attempt is taken back', () => {
    const one = useSitting()
    one.take(1, sitting())
    one.tap('made')
    one.tap('thin')
    expect(one.station?.key).toBe('middle')
    one.tap('', [4.2, 2])
    expect(one.here).toHaveLength(1)
    one.undo()
    one.undo()
    expect(one.station?.key).toBe('stop')
    expect(one.countOf('stop')).toBe(1)
    expect(one.complete).toBe(false)
  })
  it('stays at a station that is gone on with beyond its count', () => {
    const one = useSitting()
    one.take(1, sitting())
    for (const outcome of ['made', 'made']) one.tap(outcome)
    one.at = 0
    one.tap('made')
    expect(one.station?.key).toBe('stop')
    expect(one.countOf('stop')).toBe(3)
  })
  it('taken up again begins where it was broken off, with what is still on its way', () => {
    const outbox = useOutbox()
    const kept = { token: 'a', station: 'stop', outcome: 'made', x: null, y: null }
    outbox.add(1, 7, { ...kept, token: 'b' })
    outbox.takeBack(1, 7, 'a')
    const one = useSitting()
    one.take(1, sitting([kept]))
    expect(one.played.map(({ token }) => token)).toEqual(['b'])
    expect(one.left(one.station as Station)).toBe(1)
  })
  it('keeps a tap that came while it was opened a second time', async () => {
    const one = useSitting()
    const answers: ((found: object) => void)[] = []
    vi.mocked(api).GET = (() => new Promise((wake) => answers.push(wake))) as never
    const both = [one.open(1, 7), one.open(1, 7)]
    const response = new Response('{}')
    answers[0]?.({ data: sitting(), response })
    await both[0]
    one.tap('made')
    answers[1]?.({ data: sitting(), response })
    await both[1]
    expect(one.countOf('stop')).toBe(1)
  })
  it('gives every attempt a name of its own', () => {
    const one = useSitting()
    one.take(1, sitting())
    one.tap('made')
    one.tap('made')
    const tokens = one.played.map(({ token }) => token)
    expect(new Set(tokens).size).toBe(2)
    expect(tokens[0]).toMatch(/^[0-9a-f]{32}$/)
  })
})
