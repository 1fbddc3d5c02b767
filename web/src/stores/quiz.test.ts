import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { QuizPosition, QuizRound } from '@/api/client'
import { useQuiz } from './quiz'

type Asked = { path: string; body?: { position?: string; who?: number; choice?: unknown; stroke?: unknown } }
const server = vi.hoisted(() => ({ asked: [] as unknown[], round: null as unknown, answer: null as unknown, refuses: false })) // prettier-ignore
vi.mock('@/api/client', async (original) => {
  const fine = (data: unknown) => ({ data, response: { ok: true, status: 200 } })
  const GET = async (path: string) => {
    server.asked.push({ path })
    return fine(path.endsWith('score') ? [{ answers: 2 }] : server.round)
  }
  const POST = async (path: string, { body }: { body: unknown }) => {
    server.asked.push({ path, body })
    if (path === '/api/strokes') return fine({ drawing: {} })
    if (!server.refuses) return fine(server.answer)
    const errors = [{ where: 'choice', what: 'no stroke does it', accepted: 'Choose another.' }]
    return { error: { errors }, response: { ok: false, status: 422 } }
  }
  return { ...(await original<Record<string, unknown>>()), api: { GET, POST } }
})
const layout = { game: 'nine-ball', balls: { cue: [2, 1], '9': [6, 3] } }
const closed = (key: string, answered: number[] = []): QuizPosition =>
  ({ key, layout, answered, kind: null, study: null, answers: [] }) as unknown as QuizPosition
const opened = (key: string): QuizPosition =>
  ({
    ...closed(key, [1]), kind: 'a kind', study: { options: [{ id: 'best', stroke: { aim_deg: 3 } }] },
    answers: [{ who: 1, cost: 0 }],
  }) as unknown as QuizPosition // prettier-ignore
const round = (positions: QuizPosition[], second = ''): QuizRound =>
  ({ id: 5, level: 'league', player_name: 'June', second_name: second, positions }) as unknown as QuizRound
const asked = () => server.asked as Asked[]
const settled = () => new Promise((wake) => setTimeout(wake, 0))

beforeEach(() => {
  server.asked.length = 0
  server.refuses = false
  setActivePinia(createPinia())
})

describe('a round of the quiz', () => {
  it('opens at the first position that is not answered, once', async () => {
    server.round = round([opened('a'), closed('b'), closed('c')])
    const quiz = useQuiz()
    await quiz.open(5)
    await quiz.open(5)
    expect([quiz.at, quiz.opened, quiz.done]).toEqual([1, false, 1])
    expect(asked().filter(({ path }) => path.includes('rounds')).length).toBe(1)
  })
  it('opens the ledger with the answer and draws its first line as equals of the level play it', async () => {
    server.round = round([closed('a'), closed('b')])
    server.answer = opened('a')
    const quiz = useQuiz()
    await quiz.open(5)
    expect(await quiz.answer({ meant: 'pot', ball: '9', pocket: 'foot-far' })).toBe(true)
    await settled()
    expect([quiz.opened, quiz.shown?.id]).toEqual([true, 'best'])
    expect(asked().at(-1)).toMatchObject({ path: '/api/strokes', body: { me: 'league', them: 'league' } })
  })
  it('keeps a choice that cannot be played for another one', async () => {
    server.round = round([closed('a')])
    server.refuses = true
    const quiz = useQuiz()
    await quiz.open(5)
    expect(await quiz.answer({ meant: 'pot', ball: '9', pocket: 'side-far' })).toBe(false)
    expect([quiz.opened, quiz.problems[0]?.what]).toEqual([false, 'no stroke does it'])
  })
  it('asks the second player before it opens', async () => {
    server.round = round([closed('a')], 'Rosa')
    server.answer = closed('a', [1])
    const quiz = useQuiz()
    await quiz.open(5)
    expect([quiz.who, quiz.whose]).toEqual([1, 'June'])
    await quiz.answer(null)
    expect([quiz.who, quiz.whose, quiz.opened]).toEqual([2, 'Rosa', false])
    server.answer = opened('a')
    await quiz.answer(null)
    expect(
      asked()
        .filter(({ body }) => body?.position)
        .map(({ body }) => body?.who),
    ).toEqual([1, 2])
    expect(quiz.opened).toBe(true)
  })
  it('whose positions are gone from the pool still says what it came to', async () => {
    server.round = round([])
    const quiz = useQuiz()
    await quiz.open(5)
    await settled()
    expect([quiz.over, quiz.scores.length]).toEqual([true, 1])
  })
  it('ends with what it comes to', async () => {
    server.round = round([opened('a')])
    const quiz = useQuiz()
    await quiz.open(5)
    expect(quiz.over).toBe(true)
    await settled()
    expect(quiz.scores.length).toBe(1)
    await quiz.goTo(0)
    expect([quiz.over, quiz.last]).toEqual([false, true])
  })
})
