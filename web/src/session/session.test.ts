import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useSession } from './session'

const server = vi.hoisted(() => ({ says: null as string | null | Error, asked: 0 }))
vi.mock('@/api/client', async (original) => {
  const GET = async () => {
    server.asked += 1
    if (server.says instanceof Error) throw server.says
    const username = server.says
    return { data: { username, csrf: 'token', players: [], tables: [] }, response: { ok: true, status: 200 } }
  }
  return { ...(await original<Record<string, unknown>>()), api: { GET } }
})
const reload = vi.fn()
let kept: Map<string, string>
const opening = (username: string) => JSON.stringify({ username, players: [], tables: [] })

beforeEach(() => {
  vi.useFakeTimers()
  setActivePinia(createPinia())
  reload.mockClear()
  Object.assign(server, { says: 'ida', asked: 0 })
  kept = new Map()
  vi.stubGlobal('window', { location: { reload } })
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  })
})
afterEach(() => void vi.useRealTimers())

describe('opening the page', () => {
  it('waits for the server the first time, and keeps what it said', async () => {
    const session = useSession()
    const opened = session.open()
    expect(session.known).toBe(false)
    await opened
    expect([session.known, session.username]).toEqual([true, 'ida'])
    expect([...kept.values()]).toEqual([opening('ida')])
  })
  it('stands at once the next time, also while the server is away, and goes on when it is back', async () => {
    kept.set('partita-opening-1', opening('ida'))
    server.says = new TypeError('offline')
    const session = useSession()
    void session.open()
    expect([session.known, session.username]).toEqual([true, 'ida'])
    await vi.advanceTimersByTimeAsync(100)
    expect(session.isAway).toBe(true)
    server.says = 'ida'
    await vi.advanceTimersByTimeAsync(6000)
    expect([session.isAway, server.asked]).toEqual([false, 2])
  })
  it('forgets who has signed out meanwhile, and shows another one nothing of his', async () => {
    kept.set('partita-opening-1', opening('ida'))
    server.says = null
    const session = useSession()
    await session.open()
    expect([session.known, session.username, kept.get('partita-opening-1')]).toEqual([true, null, undefined])
    setActivePinia(createPinia())
    kept.set('partita-opening-1', opening('ida'))
    server.says = 'rosa'
    await useSession().open()
    expect(reload).toHaveBeenCalledOnce()
    expect(kept.get('partita-opening-1')).toBe(opening('rosa'))
  })
  it('sets aside what it cannot read', async () => {
    kept.set('partita-opening-1', '{"players": 7}')
    const session = useSession()
    await session.open()
    expect(session.username).toBe('ida')
  })
})
