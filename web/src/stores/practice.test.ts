import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { usePractice } from './practice'
import { useSession } from '@/session/session'

const server = vi.hoisted(() => ({ latest: 2 as number | null, asked: [] as string[] }))
vi.mock('@/api/client', async (original) => {
  const GET = async (path: string, more?: { params?: { path?: { player_id?: number } } }) => {
    const who = more?.params?.path?.player_id
    server.asked.push(who === undefined ? path : `${path} ${who}`)
    const data = path.endsWith('latest')
      ? { player: server.latest }
      : path.endsWith('drills')
        ? []
        : { of: who }
    return { data, response: { ok: true, status: 200 } }
  }
  return { ...(await original<Record<string, unknown>>()), api: { GET } }
})
const player = (id: number, name: string) => ({ key: `profile:${id}`, name, own: true })

beforeEach(() => {
  server.asked.length = 0
  server.latest = 2
  const kept: Record<string, string> = {}
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept[key] ?? null,
    setItem: (key: string, value: string) => (kept[key] = value),
  })
  setActivePinia(createPinia())
  useSession().players = [
    player(1, 'Abel'),
    player(2, 'Ida'),
    { key: 'league', name: 'league', own: false },
  ] as never
})

describe('who practises', () => {
  it('is who practised last, until another one is chosen, which this browser remembers', async () => {
    const practice = usePractice()
    expect(practice.playerName).toBe('Abel')
    await practice.load()
    expect([practice.player, practice.playerName, practice.overview]).toEqual([2, 'Ida', { of: 2 }])
    practice.choose(1)
    await vi.waitFor(() => expect(practice.overview).toEqual({ of: 1 }))
    setActivePinia(createPinia())
    useSession().players = [player(1, 'Abel'), player(2, 'Ida')] as never
    expect(usePractice().player).toBe(1)
  })
  it('is the first where nobody ever did, and nobody where there is no player', async () => {
    server.latest = null
    const practice = usePractice()
    await practice.load()
    expect(practice.player).toBe(1)
    useSession().players = []
    await practice.load()
    expect([practice.player, practice.playerName]).toEqual([0, ''])
  })
})
