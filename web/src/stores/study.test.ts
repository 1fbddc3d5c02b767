import { createPinia, setActivePinia } from 'pinia'
import { nextTick } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Option, Study } from '@/api/client'
import { useSharedBoard } from '@/board/useBoard'
import { useOwnShot } from './ownshot'
import { usePlayOuts } from './playouts'
import { useStudy } from './study'

/** The server: what it is asked, in order, and what it answers to which address. */
const server = vi.hoisted(() => ({
  asked: [] as { method: string; path: string; given: Record<string, unknown> }[],
  answers: {} as Record<string, (given: Record<string, unknown>) => unknown>,
}))
vi.mock('@/api/client', async (original) => {
  const ask =
    (method: string) =>
    (path: string, given: Record<string, unknown> = {}) => {
      server.asked.push({ method, path, given })
      const answer = server.answers[`${method} ${path}`]?.(given)
      if (answer instanceof Error)
        return Promise.resolve({
          error: { errors: [{ where: 'layout', what: answer.message, accepted: '' }] },
          response: { ok: false, status: 422 },
        })
      return Promise.resolve({ data: answer ?? {}, response: { ok: true, status: 200 } })
    }
  const client = await original<Record<string, unknown>>()
  return { ...client, api: { GET: ask('GET'), POST: ask('POST'), PUT: ask('PUT'), DELETE: ask('DELETE') } }
})
const STUDY = '/api/studies/{key}'

const line = (id: string, value: number): Option =>
  ({ id, aim: 'attack', name: id, stroke: { aim_deg: 1, speed_mps: 2 }, rack_chance: { value } }) as Option
/** A study of the layout on the table, as the server would tell it. */
function told(status: string, lines: Option[], more: Record<string, unknown> = {}): Study {
  const board = useSharedBoard()
  const { settled = status === 'done', id = 1, samples = 1000, revision = lines.length, ...rest } = more
  const verdict = { kind: 'open', lines: 2, bound: 0.05, looked: status === 'done' }
  const document = { options: lines, settled, seconds: 1, changes: null, match: null, verdict }
  const question = {
    document: JSON.parse(JSON.stringify(board.document)) as unknown,
    players: { me: board.scene.me, them: board.scene.them },
    seed: 1,
    samples,
    match: null,
  }
  return { id, status, revision, waits_for: '', failure: '', question, document, ...rest } as unknown as Study
}
/** What the server answers, each time it is asked how far a study is; the last one again and again. */
function tells(...states: Study[]) {
  let next = 0
  server.answers[`POST /api/studies`] = () => states[0]
  server.answers[`GET ${STUDY}`] = () => states[Math.min(++next, states.length - 1)]
}
const until = (ms: number) => vi.advanceTimersByTimeAsync(ms)

beforeEach(() => {
  vi.useFakeTimers()
  const kept = new Map<string, string>()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  })
  setActivePinia(createPinia())
  server.asked.length = 0
  server.answers = {}
  useSharedBoard().place('cue', [2, 1])
  useSharedBoard().place('9', [6, 2])
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('a study', () => {
  it('asks what lies on the table and follows the answer until it is settled', async () => {
    const study = useStudy()
    tells(
      told('queued', []),
      told('running', [line('a', 0.5)]),
      told('done', [line('b', 0.6), line('a', 0.5)]),
    )
    await study.weigh()
    expect(server.asked[0]?.given['body']).toMatchObject({
      me: 'league',
      document: { balls: { '9': [6, 2] } },
    })
    expect(study.running).toBe(true)
    await until(1000)
    expect(study.running).toBe(false)
    expect(study.isFinal).toBe(true)
    expect(study.options.map((o) => o.id)).toEqual(['b', 'a'])
    const looks = server.asked.filter(({ path }) => path === STUDY).length
    await until(5000)
    expect(server.asked.filter(({ path }) => path === STUDY)).toHaveLength(looks)
  })
  it('draws the leader until a line has been chosen, and then that one wherever it goes', async () => {
    const study = useStudy()
    tells(
      told('running', [line('a', 0.5)]),
      told('running', [line('b', 0.6), line('a', 0.5)]),
      told('done', [line('c', 0.7), line('b', 0.6), line('a', 0.5)]),
    )
    await study.weigh()
    expect(study.chosen).toBe('a')
    await until(160)
    expect(study.chosen).toBe('b')
    study.choose(study.options[0] as Option)
    await until(1000)
    expect([study.chosen, study.place]).toEqual(['b', 1])
  })
  it('keeps lines where they are while somebody points at them', async () => {
    const study = useStudy()
    tells(
      told('running', [line('a', 0.5), line('b', 0.4)]),
      told('done', [line('b', 0.6), line('a', 0.5), line('c', 0.1)]),
    )
    await study.weigh()
    study.hold()
    await until(1000)
    expect(study.shown.map((o) => o.id)).toEqual(['a', 'b', 'c'])
    expect(study.isHeld).toBe(true)
    study.letGo()
    expect(study.shown.map((o) => o.id)).toEqual(['b', 'a', 'c'])
  })
  it('shows what was known until a finer answer has looked ahead', async () => {
    const study = useStudy()
    tells(told('done', [line('a', 0.5), line('b', 0.4)]))
    await study.weigh()
    expect(study.canRefine).toBe(true)
    study.choose(study.options[0] as Option)
    const finer = (status: string, lines: Option[]) => told(status, lines, { id: 2, samples: 10_000 })
    tells(
      finer('queued', []),
      finer('running', [line('b', 0.3)]),
      finer('done', [line('b', 0.6), line('a', 0.5)]),
    )
    await study.refine()
    expect(server.asked.at(-1)?.given['body'] ?? {}).toMatchObject({ samples: 10_000 })
    expect(study.options.map((o) => o.id)).toEqual(['a', 'b'])
    expect(study.isFinal).toBe(false)
    await until(1000)
    expect(study.options.map((o) => o.id)).toEqual(['b', 'a'])
    expect(study.chosen).toBe('a')
  })
  it('stopped while it refines, leaves what was known', async () => {
    const study = useStudy()
    tells(told('done', [line('a', 0.5)]))
    await study.weigh()
    tells(told('queued', [], { id: 2 }), told('stopped', [line('b', 0.9)], { id: 2 }))
    await study.refine()
    await until(1000)
    expect(study.options.map((o) => o.id)).toEqual(['a'])
    expect(study.study?.id).toBe(1)
  })
  it('is stale as soon as something that matters is another, and no longer when that is undone', async () => {
    const study = useStudy()
    const board = useSharedBoard()
    tells(told('done', [line('a', 0.5)]))
    await study.weigh()
    expect(study.stale).toBe(false)
    board.place('8', [1, 1])
    expect([study.stale, study.isFinal]).toEqual([true, false])
    board.undo()
    expect(study.stale).toBe(false)
    board.run({ do: 'seat', who: 'them', player: 'beginner' })
    expect(study.stale).toBe(true)
  })
  it('waits in sight for the physics, and says no more that it waits once it need not', async () => {
    const study = useStudy()
    tells(
      told('queued', [], { waits_for: 'how balls run' }),
      told('queued', []),
      told('done', [line('a', 0.5)]),
    )
    await study.weigh()
    expect(study.study?.waits_for).toBe('how balls run')
    await until(160)
    expect(study.study?.waits_for).toBe('')
  })
  it('tells what was refused until the layout is another', async () => {
    const study = useStudy()
    server.answers['POST /api/studies'] = () => new Error('the cue ball is not on the table')
    await study.weigh()
    expect(study.problems.map(({ what }) => what)).toEqual(['the cue ball is not on the table'])
    expect(study.running).toBe(false)
    useSharedBoard().place('8', [1, 1])
    await nextTick()
    expect(study.problems).toEqual([])
  })
  it('pins a line beside the chosen one, and lets it go again', async () => {
    const study = useStudy()
    tells(told('done', [line('a', 0.5), line('b', 0.4)]))
    await study.weigh()
    study.pin()
    study.choose(study.options[1] as Option)
    expect([study.pinned?.id, study.option?.id]).toEqual(['a', 'b'])
    study.pin()
    expect(study.pinned?.id).toBe('b')
    study.pin()
    expect(study.pinned).toBe(null)
  })
  it('closed, is followed no more', async () => {
    const study = useStudy()
    tells(told('running', [line('a', 0.5)]))
    await study.weigh()
    study.close()
    const asked = server.asked.length
    await until(3000)
    expect(server.asked).toHaveLength(asked)
    expect([study.study, study.chosen, study.drawing]).toEqual([null, null, null])
  })
})

describe('play-outs', () => {
  const PLAYOUTS = '/api/studies/{study_id}/playouts'
  const playout = (id: number, option: number | null, done: number, status: string) => ({
    id, option, done, status, racks: 128, name: '', chance: null, waits_for: '', failure: '',
  }) // prettier-ignore

  it('show of each line the newest, follow it, and can be stopped', async () => {
    const [study, playouts] = [useStudy(), usePlayOuts()]
    const old = playout(1, 0, 128, 'done')
    let now = [old]
    server.answers[`GET ${PLAYOUTS}`] = () => now
    server.answers[`POST ${PLAYOUTS}`] = () => [playout(2, 0, 0, 'queued')]
    tells(told('done', [line('a', 0.5)]))
    await study.weigh()
    await until(10)
    expect(playouts.lines.map(({ id }) => id)).toEqual([1])
    now = [old, playout(2, 0, 32, 'running')]
    await playouts.ask([0], 128)
    expect(playouts.progress).toBe(0)
    await until(500)
    expect(playouts.lines.map(({ id }) => id)).toEqual([2])
    expect([playouts.running, playouts.progress]).toEqual([true, 0.25])
    now = [old, playout(2, 0, 40, 'stopped')]
    await playouts.stop()
    expect(
      server.asked.filter(({ path }) => path.endsWith('/stop')).map(({ given }) => given['params']),
    ).toEqual([{ path: { playout_id: 2 } }])
    expect(playouts.running).toBe(false)
  })
})

describe('a shot of one’s own', () => {
  const tried = () => server.asked.filter(({ path }) => path === '/api/strokes')

  it('begins straight at a ball, and keeps the tip on the ball', async () => {
    const own = useOwnShot()
    own.begin()
    await until(0)
    expect(own.stroke?.aim_deg).toBeCloseTo((Math.atan2(1, 4) * 180) / Math.PI)
    own.setTip(3, 4)
    expect(Math.hypot(own.stroke?.side ?? 9, own.stroke?.height ?? 9)).toBeLessThanOrEqual(0.5)
    expect((own.stroke?.height ?? 0) / (own.stroke?.side ?? 1)).toBeCloseTo(4 / 3, 1)
  })
  it('is tried one question at a time, the latest one always', async () => {
    const own = useOwnShot()
    own.begin()
    for (const speed_mps of [1, 2, 3]) own.set({ speed_mps })
    await until(0)
    expect(tried()).toHaveLength(2)
    expect(tried().at(-1)?.given['body']).toMatchObject({ stroke: { speed_mps: 3 } })
  })
  it('is tried anew when a ball is moved, and weighed as part of the layout', async () => {
    const [own, board] = [useOwnShot(), useSharedBoard()]
    own.begin()
    await until(0)
    board.place('9', [6, 3])
    await until(0)
    expect(tried().at(-1)?.given['body']).toMatchObject({ document: { balls: { '9': [6, 3] } } })
    tells(told('done', [line('own', 0.5)]))
    await own.weigh()
    expect(own.stroke).toBe(null)
    expect(board.document.strokes).toHaveLength(1)
    board.undo()
    expect(board.document.strokes).toBe(undefined)
  })
  it('that cannot be played says why, and the layout stays', async () => {
    const own = useOwnShot()
    server.answers['POST /api/strokes'] = () => new Error('the tip misses the ball')
    own.begin()
    await until(0)
    expect(own.problems.map(({ what }) => what)).toEqual(['the tip misses the ball'])
    expect(own.trial).toBe(null)
    own.leave()
    expect([own.stroke, own.problems]).toEqual([null, []])
  })
})
