import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { NOTHING } from '@/stores/filters'
import { useMatch } from './match'
import { useRecord } from './record'

/** What the server was asked, how long it takes for each answer, and what it refuses. */
const server = vi.hoisted(() => ({
  asked: [] as string[],
  wait: null as Promise<void> | null,
  missing: false,
  over: false,
}))
vi.mock('@/api/client', async (original) => {
  const real = await original<typeof import('@/api/client')>()
  const answer = (data: unknown) => ({ data, response: { ok: true, status: 200 } })
  const match = (id: number) => ({ id, over: server.over, racks: [{ number: 1, i_won: true }] })
  const call =
    (method: string) =>
    async (path: string, given?: { params?: { path?: { match_id?: number }; query?: object } }) => {
      const query = given?.params?.query ?? {}
      server.asked.push(`${method} ${path} ${JSON.stringify(query)}`)
      if (server.missing)
        return { error: { errors: [{ where: '', what: 'gone', accepted: '' }] }, response: { ok: false } }
      if (server.wait && path === '/api/season') await server.wait
      if (path === '/api/season') return answer({ racks: JSON.stringify(query).length })
      if (path.startsWith('/api/matches/')) return answer(match(given?.params?.path?.match_id ?? 0))
      return answer({ total: 0, rows: [] })
    }
  const api = { GET: call('GET'), POST: call('POST'), DELETE: call('DELETE') }
  return { ...real, api }
})

beforeEach(() => {
  server.asked.length = 0
  server.wait = null
  server.missing = server.over = false
  const kept = new Map<string, string>()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  })
  setActivePinia(createPinia())
})

describe('the record', () => {
  it('asks for season, matches and decisions with the same filters', async () => {
    const record = useRecord()
    await record.choose({ ...NOTHING, kind: 'safety' })
    expect(server.asked.filter((one) => one.includes('"kind":"safety"'))).toHaveLength(3)
    expect(record.season).not.toBe(null)
  })
  it('leaves an answer aside that was overtaken by another question', async () => {
    const record = useRecord()
    let come = () => {}
    server.wait = new Promise((wake) => (come = () => wake()))
    const first = record.choose({ ...NOTHING, words: 'a long first question' })
    server.wait = null
    await record.choose({ ...NOTHING, words: 'b' })
    const shown = record.season
    come()
    await first
    expect(record.season).toBe(shown)
  })
  it('brings back what was deleted last, once', async () => {
    const record = useRecord()
    await record.remove('decision', 7, 'Cut the 4')
    expect(record.undo?.words).toBe('Cut the 4')
    await record.bringBack()
    await record.bringBack()
    expect(server.asked.filter((one) => one.includes('restore'))).toHaveLength(1)
    expect(record.undo).toBe(null)
  })
})

describe('who breaks the next rack', () => {
  it('is whoever did not break the last one, or whoever won it', () => {
    const store = useMatch()
    const rack = (i_broke: boolean, i_won: boolean | null) => ({ number: 1, i_broke, i_won })
    const match = (breaks: string, ...racks: object[]) =>
      (store.match = { i_break_first: false, breaks, racks } as unknown as typeof store.match)
    match('alternate')
    expect(store.breaks).toBe(false)
    match('alternate', rack(false, false))
    expect(store.breaks).toBe(true)
    match('winner', rack(false, false))
    expect(store.breaks).toBe(false)
    match('winner', rack(true, null))
    expect(store.breaks).toBe(true)
  })
})

describe('the match in play', () => {
  it('is scored once however often it is tapped', async () => {
    const match = useMatch()
    await match.open(3)
    await Promise.all([match.score(true, ''), match.score(true, '')])
    expect(server.asked.filter((one) => one.startsWith('POST'))).toHaveLength(1)
  })
  it('is kept by the browser and opened for the Table', async () => {
    useMatch().keepInPlay(3)
    setActivePinia(createPinia())
    const match = useMatch()
    await match.openInPlay()
    expect([match.playing?.id, match.rack]).toEqual([3, 2])
  })
  it('is in play no more when it is over, or gone', async () => {
    const match = useMatch()
    match.keepInPlay(3)
    server.over = true
    await match.openInPlay()
    expect([match.playing, match.inPlay]).toEqual([null, null])
    match.keepInPlay(4)
    server.missing = true
    await match.openInPlay()
    expect(match.inPlay).toBe(null)
  })
})
