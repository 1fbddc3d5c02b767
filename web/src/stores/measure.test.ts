import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { useMeasure } from './measure'
import { useOutbox } from './outbox'
import { useSession } from '@/session/session'

/** What the server has of one player, and what it was asked. */
const server = vi.hoisted(() => ({
  attempts: 0,
  measure: null as Record<string, unknown> | null,
  asked: [] as string[],
}))
vi.mock('@/api/client', async (original) => {
  const answer = (data: unknown) => ({ data, response: { ok: true, status: 200 } })
  const GET = async (path: string) => {
    if (path.endsWith('/attempts')) return answer({ new: 0, attempts: server.attempts })
    if (path.endsWith('/{player_id}/measure')) return answer(server.measure)
    if (path === '/api/measures/{key}') return answer({ ...server.measure, status: 'done' })
    return answer(path === '/api/players' ? [] : null)
  }
  const POST = async (path: string) => {
    server.asked.push(path)
    if (path.startsWith('/api/sittings')) {
      server.attempts += 1
      return answer({})
    }
    server.measure = {
      id: 3,
      status: 'queued',
      question: { attempts: server.attempts },
      document: { attempts: 8 },
    }
    return answer(server.measure)
  }
  return { ...(await original<Record<string, unknown>>()), api: { GET, POST } }
})

beforeEach(() => {
  vi.useFakeTimers()
  server.attempts = 0
  server.measure = null
  server.asked.length = 0
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => null })
  vi.stubGlobal('window', { addEventListener: () => null })
  setActivePinia(createPinia())
})

describe('a player who is looked at', () => {
  it('without attempts is not measured', async () => {
    const measure = useMeasure()
    await measure.show(4)
    expect(server.asked).toEqual([])
    expect(measure.says).toBe(null)
  })
  it('is measured when attempts came from elsewhere, and the list of players follows', async () => {
    server.attempts = 8
    const measure = useMeasure()
    const players = vi.spyOn(useSession(), 'loadPlayers')
    await measure.show(4)
    expect(server.asked).toEqual(['/api/players/{player_id}/measure'])
    expect(measure.measuring).toBe(true)
    await vi.advanceTimersByTimeAsync(1000)
    expect(measure.measuring).toBe(false)
    expect(measure.says?.attempts).toBe(8)
    expect(players).toHaveBeenCalled()
  })
  it('is not measured again while nothing is new, and says what is', async () => {
    server.attempts = 11
    server.measure = { id: 2, status: 'done', question: { attempts: 8 }, document: { attempts: 8 } }
    const measure = useMeasure()
    await measure.show(4)
    expect(server.asked).toEqual([])
    expect(measure.fresh).toBe(3)
  })
  it('has every attempt that was on its way when one came back to him', async () => {
    server.measure = { id: 2, status: 'done', question: { attempts: 0 }, document: { attempts: 0 } }
    const measure = useMeasure()
    useOutbox().add(4, 7, { token: 'a', station: 'stop', outcome: 'made', x: null, y: null })
    await measure.show(4)
    expect(measure.attempts).toBe(1)
  })
  it('leaves nothing of himself on the page of another', async () => {
    server.attempts = 8
    const measure = useMeasure()
    await measure.show(4)
    server.attempts = 0
    server.measure = null
    await measure.show(5)
    expect([measure.says, measure.attempts]).toEqual([null, 0])
    await vi.advanceTimersByTimeAsync(1000)
    expect(measure.says).toBe(null)
  })
})
