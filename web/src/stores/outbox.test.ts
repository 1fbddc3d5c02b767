import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { AttemptIn } from '@/api/client'
import { useOutbox } from './outbox'
import { useSession } from '@/session/session'

type Sent = { method: string; tokens: string[]; day?: string }
const server = vi.hoisted(() => ({ sent: [] as unknown[], status: 200 }))
vi.mock('@/api/client', async (original) => {
  const answer = () => ({
    data: {},
    error: { errors: [{ where: 'attempt 1', what: 'it cannot be', accepted: '' }] },
    response: { ok: server.status === 200, status: server.status },
  })
  const POST = async (path: string, { body }: { body: { attempts: AttemptIn[]; day?: string } }) => {
    const method = path.includes('practice') ? 'drill' : 'add'
    server.sent.push({ method, tokens: body.attempts.map((one) => one.token), day: body.day })
    if (server.status === 0) throw new TypeError('offline')
    return answer()
  }
  const DELETE = async (_: string, { params }: { params: { path: { token: string } } }) => {
    server.sent.push({ method: 'take back', tokens: [params.path.token] })
    return answer()
  }
  return { ...(await original<Record<string, unknown>>()), api: { POST, DELETE } }
})
const attempt = (token: string): AttemptIn => ({ token, station: 'stop', outcome: 'made', x: null, y: null })
const sent = () => server.sent as Sent[]
let kept: Record<string, string>

beforeEach(() => {
  vi.useFakeTimers()
  server.sent.length = 0
  server.status = 200
  kept = {}
  vi.stubGlobal('window', { addEventListener: () => null })
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept[key] ?? null,
    setItem: (key: string, value: string) => (kept[key] = value),
  })
  setActivePinia(createPinia())
  useSession().username = 'ida'
})

describe('attempts on their way', () => {
  it('are sent in order, and what has arrived is let go', async () => {
    const outbox = useOutbox()
    outbox.add(1, 7, attempt('a'))
    outbox.add(1, 7, attempt('b'))
    outbox.takeBack(1, 7, 'a')
    await outbox.send()
    expect(sent().map(({ method, tokens }) => [method, ...tokens])).toEqual([
      ['add', 'a'],
      ['add', 'b'],
      ['take back', 'a'],
    ])
    expect(outbox.entries).toEqual([])
    expect(kept['partita-outbox:ida']).toBe('[]')
  })
  it('stay in this browser while the server does not answer, and go together when it does', async () => {
    server.status = 0
    const outbox = useOutbox()
    outbox.add(1, 7, attempt('a'))
    await outbox.send()
    outbox.add(1, 7, attempt('b'))
    await outbox.send()
    expect(outbox.waiting).toBe(true)
    expect(outbox.of(7)).toHaveLength(2)
    expect(kept['partita-outbox:ida']).toContain('"b"')
    server.status = 200
    server.sent.length = 0
    await vi.advanceTimersByTimeAsync(4000)
    expect(sent()[0]).toEqual({ method: 'add', tokens: ['a', 'b'] })
    expect(outbox.entries).toEqual([])
    expect(outbox.waiting).toBe(false)
  })
  it('go in requests that the server takes, however many there are', async () => {
    const many = Array.from({ length: 450 }, (_, k) => ({
      do: 'add',
      player: 1,
      sitting: 7,
      attempt: attempt(`t${k}`),
    }))
    kept['partita-outbox:ida'] = JSON.stringify(many)
    await useOutbox().send()
    expect(sent().map(({ tokens }) => tokens.length)).toEqual([200, 200, 50])
  })
  it('are there again after the page was closed', async () => {
    kept['partita-outbox:ida'] = JSON.stringify([{ do: 'add', player: 1, sitting: 7, attempt: attempt('a') }])
    const outbox = useOutbox()
    await outbox.send()
    expect(sent()[0]).toEqual({ method: 'add', tokens: ['a'] })
  })
  it('that are refused are told and do not hold up the others', async () => {
    server.status = 422
    const outbox = useOutbox()
    outbox.add(1, 7, attempt('a'))
    await outbox.send()
    expect(outbox.problems[0]?.what).toBe('it cannot be')
    expect(outbox.entries).toEqual([])
  })
  it('wait for a session that has ended', async () => {
    server.status = 401
    const outbox = useOutbox()
    outbox.add(1, 7, attempt('a'))
    await outbox.send()
    expect(outbox.entries).toHaveLength(1)
  })
  it('at drills go beside those at stations: in their order, by sitting and by day', async () => {
    const outbox = useOutbox()
    const drilled = (token: string) => ({ token, by: 'player', step: 0, outcome: 'made', x: null, y: null })
    server.status = 0
    outbox.addDrill(3, '2026-11-24', drilled('a'))
    outbox.addDrill(3, '2026-11-24', drilled('b'))
    outbox.addDrill(3, '2026-11-25', drilled('c'))
    outbox.add(1, 3, attempt('d'))
    outbox.takeDrillBack(3, 'b')
    await outbox.send()
    expect(outbox.ofDrill(3).length).toBe(4)
    expect(outbox.of(3).length).toBe(1)
    server.sent.length = 0
    server.status = 200
    await outbox.send()
    expect(sent().map(({ method, tokens, day }) => [method, ...tokens, day ?? ''])).toEqual([
      ['drill', 'a', 'b', '2026-11-24'],
      ['drill', 'c', '2026-11-25'],
      ['add', 'd', ''],
      ['take back', 'b', ''],
    ])
    expect(outbox.entries).toEqual([])
  })
})
