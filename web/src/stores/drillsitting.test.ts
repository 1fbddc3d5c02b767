import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { DrillSitting } from '@/api/client'
import { useDrillSitting } from './drillsitting'
import { useOutbox } from './outbox'
import { usePractice } from './practice'
import { useSession } from '@/session/session'

const server = vi.hoisted(() => ({ sent: [] as string[], status: 200 }))
vi.mock('@/api/client', async (original) => {
  const answer = async (path: string) => {
    server.sent.push(path)
    if (server.status === 0) throw new TypeError('offline')
    return { data: {}, response: { ok: true, status: 200 } }
  }
  return {
    ...(await original<Record<string, unknown>>()),
    api: { POST: answer, DELETE: answer, GET: answer },
  }
})
const TABLE = { length: 2.54, width: 1.27, radius: 0.0286, reach: 0.0286 }
const rule = { ball: null, pocket: null, rails: ['foot'], cushions: 0, at_most: 2 }
const lag = (within: number) => ({
  name: `within ${within}`,
  balls: { cue: [2, 1] },
  rule: { ...rule, cue_in: { rail: 'head', within }, ball_in: null },
  taps: 'cue',
  outcomes: ['made', 'missed'],
})
const sitting = (more: Partial<DrillSitting> = {}) =>
  ({
    id: 7, player_id: 1, player_name: 'June', partner_name: '', drill_key: 'lag', table: 'pool-9ft', begin: null,
    over: false, attempts: [], drill: { name: 'Lag', steps: [lag(2), lag(1), lag(0.5)] }, ...more,
  }) as unknown as DrillSitting // prettier-ignore
const bound = (rule: (n: number) => number | null) => Array.from({ length: 151 }, (_, n) => rule(n))
const told = () => ({
  step: 'a', chance: { value: 0.6, low: 0.5, high: 0.7 },
  up: bound((n) => (n >= 3 ? n : null)), down: bound((n) => (n >= 3 ? 0 : null)),
}) // prettier-ignore

beforeEach(() => {
  server.sent.length = 0
  server.status = 200
  const kept: Record<string, string> = {}
  vi.stubGlobal('window', { addEventListener: () => null })
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept[key] ?? null,
    setItem: (key: string, value: string) => (kept[key] = value),
  })
  setActivePinia(createPinia())
  useSession().username = 'ida'
  useSession().tables = [{ key: 'pool-9ft', document: 'pool-9ft', geometry: TABLE }] as never
  usePractice().expectation = { document: { begin: 1, steps: [told(), told(), told()], words: '' } } as never
})

describe('a sitting at a drill', () => {
  it('begins where the ladder does, moves up by what is made and down by what is not', () => {
    const drills = useDrillSitting()
    drills.take(sitting())
    expect(drills.at).toBe(1)
    for (let k = 0; k < 3; k++) drills.tap('made')
    expect([drills.at, drills.here.length]).toEqual([2, 0])
    for (let k = 0; k < 3; k++) drills.tap('missed')
    expect(drills.at).toBe(1)
    drills.undo()
    expect([drills.at, drills.here.length]).toEqual([2, 2])
  })
  it('judges a tap by its zone, from the rail’s nose to the ball’s edge', () => {
    const drills = useDrillSitting()
    drills.take(sitting())
    drills.tap('', [0.5, 2])
    drills.tap('', [1.2, 2])
    expect(drills.attempts.map((one) => one.made)).toEqual([true, false])
    expect(drills.inZone({ at: [4, 2], within: 0.5 }, [4.4, 2.2])).toBe(true)
    expect(drills.inZone({ at: [4, 2], within: 0.5 }, [4.4, 2.4])).toBe(false)
    expect(drills.inZone(null, [4, 2])).toBe(false)
  })
  it('goes by turns with a partner, whose attempts do not move the ladder', () => {
    const drills = useDrillSitting()
    drills.take(sitting({ partner_name: 'Guest' }))
    expect(drills.by).toBe('player')
    for (let k = 0; k < 4; k++) drills.tap(k % 2 ? 'missed' : 'made')
    expect(drills.attempts.map((one) => one.by)).toEqual(['player', 'partner', 'player', 'partner'])
    expect([drills.at, drills.run.now, drills.together.now]).toEqual([1, 2, 0])
  })
  it('stays at a step that was chosen by hand until something was played there', () => {
    const drills = useDrillSitting()
    drills.take(sitting())
    drills.picked = 0
    expect(drills.at).toBe(0)
    drills.tap('missed')
    expect([drills.at, drills.picked]).toEqual([0, null])
  })
  it('counts what is still on its way when it is opened again, and not what was taken back', async () => {
    server.status = 0
    const drills = useDrillSitting()
    drills.take(sitting())
    drills.tap('made')
    drills.tap('', [0.3, 1])
    drills.tap('made')
    drills.undo()
    await useOutbox().send()
    drills.take(sitting({ attempts: [] }))
    expect(drills.attempts.map((one) => [one.outcome, one.made])).toEqual([
      ['made', true],
      ['', true],
    ])
    expect(await drills.end()).toBe(false)
    expect(drills.sitting?.id).toBe(7)
  })
  it('is over when all of it has arrived', async () => {
    const drills = useDrillSitting()
    drills.take(sitting())
    drills.tap('made')
    expect(await drills.end()).toBe(true)
    expect(server.sent).toEqual([
      '/api/practice/sittings/{sitting_id}/attempts',
      '/api/practice/sittings/{sitting_id}/end',
    ])
    expect(drills.sitting).toBeNull()
  })
})
