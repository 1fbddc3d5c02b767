// @vitest-environment jsdom
import { mount, flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import type { LessonOut, LessonPosition } from '@/api/client'
import PracticeDrawing from '@/drawing/PracticeDrawing.vue'
import { nineFoot } from '@/drawing/testTable'
import QuestionCard from './lesson/QuestionCard.vue'
import { useLesson } from './lesson/useLesson'

interface Sent {
  body: { document: { title: string; positions: LessonPosition[] }; revision: number }
}
const server = vi.hoisted(() => ({ sent: [] as Sent[], lesson: null as unknown, conflict: false }))
vi.mock('@/api/client', async (original) => {
  const fine = (data: unknown) => ({ data, response: { ok: true, status: 200 } })
  const GET = async () => fine(server.lesson)
  const PUT = async (_: string, { body }: Sent) => {
    server.sent.push({ body })
    const errors = [{ where: 'lesson', what: 'it was changed in another window', accepted: 'Open it anew.' }]
    if (server.conflict) return { error: { errors }, response: { ok: false, status: 409 } }
    await Promise.resolve()
    const before = server.lesson as LessonOut
    server.lesson = { ...before, revision: before.revision + 1, document: body.document }
    return fine(server.lesson)
  }
  return { ...(await original<Record<string, unknown>>()), api: { GET, PUT } }
})
class NoSizes {
  observe() {}
  disconnect() {}
}
vi.stubGlobal('ResizeObserver', NoSizes)
vi.stubGlobal('matchMedia', () => ({ matches: false, addEventListener() {} }))

const layout = { game: 'nine-ball', balls: { cue: [2, 1], '8': [5, 3], '9': [6, 3] } }
const position = (key: string, more: object = {}): LessonPosition =>
  ({
    key, name: key, layout, level: 'league', before: '', after: '', facts: [], study: null, drawing: null,
    question: { asks: 'zone', judged: 'coach', tolerance: null, right: [], zone: null, chance: null }, ...more,
  }) as unknown as LessonPosition // prettier-ignore
const FACTS = [
  { by: 'ledger', name: 'x', meant: 'pot', ball: '8', pocket: 'foot-far', make: 0.6, rest: [3, 1] },
]
const geometry = nineFoot
const global = { stubs: { TableBed: true } }
const lesson = (...positions: LessonPosition[]): LessonOut =>
  ({
    id: 4, revision: 1, words: positions.map(() => 'So it is.'), geometries: positions.map(() => geometry), givings: [],
    document: { title: 'Thursday', says: '', positions },
  }) as unknown as LessonOut // prettier-ignore

async function opened(...positions: LessonPosition[]) {
  server.lesson = lesson(...positions)
  const work = useLesson()
  await work.open(4)
  return work
}
beforeEach(() => {
  server.sent.length = 0
  server.conflict = false
  vi.useFakeTimers()
})

describe('a lesson in work', () => {
  it('is kept by itself a moment after the last change, in one go', async () => {
    const work = await opened(position('a'))
    for (const title of ['F', 'Fr', 'Friday']) {
      work.title.value = title
      work.changed()
    }
    expect([server.sent.length, work.isSaved.value]).toEqual([0, false])
    await vi.advanceTimersByTimeAsync(700)
    expect(server.sent.map(({ body }) => body.document.title)).toEqual(['Friday'])
    expect(work.isSaved.value).toBe(true)
  })
  it('sends one change after another, each with the revision it changes, and nothing of a ledger', async () => {
    const work = await opened(position('a', { facts: FACTS, study: { options: [] } }))
    work.set({ before: 'one' })
    const first = work.flush()
    await nextTick()
    work.set({ before: 'two' })
    await first
    await work.flush()
    expect(server.sent.map(({ body }) => body.revision)).toEqual([1, 2])
    expect(server.sent.map(({ body }) => body.document.positions[0]?.before)).toEqual(['one', 'two'])
    expect(server.sent[0]?.body.document.positions[0]).toMatchObject({ facts: [], study: null })
  })
  it('says when another window was first, and keeps what stands here', async () => {
    const work = await opened(position('a'))
    server.conflict = true
    work.set({ name: 'mine' })
    await work.flush()
    expect(work.problems.value[0]?.what).toContain('another window')
    expect([work.isSaved.value, work.position.value?.name]).toEqual([false, 'mine'])
  })
  it('puts positions in another order and takes them out, the chosen one with it', async () => {
    const work = await opened(position('a'), position('b'), position('c'))
    work.at.value = 2
    work.move(-1)
    work.move(1)
    work.move(1)
    expect(work.positions.value.map(({ key }) => key)).toEqual(['a', 'b', 'c'])
    work.move(-1)
    expect([work.positions.value.map(({ key }) => key), work.at.value]).toEqual([['a', 'c', 'b'], 1])
    work.takeOut()
    expect([work.position.value?.key, work.positions.value.length]).toEqual(['b', 2])
  })
})

describe('the question of a position', () => {
  async function asked(one: LessonPosition) {
    const work = await opened(one)
    const card = mount(QuestionCard, { props: { work }, global })
    const drawing = () => card.findComponent(PracticeDrawing)
    const press = (words: string) =>
      card
        .findAll('button')
        .find((button) => button.text() === words)
        ?.trigger('click')
    return { work, card, drawing, press }
  }
  it('has its zone pressed on the cloth, and made wider', async () => {
    const { work, card, drawing } = await asked(position('a'))
    expect(drawing().props('asks')).toBe('place')
    drawing().vm.$emit('place', [3, 2])
    await nextTick()
    expect(work.position.value?.question?.zone).toEqual({ at: [3, 2], within: 0.5 })
    await card.find('input[type=range]').setValue('1.2')
    expect(work.position.value?.question?.zone).toEqual({ at: [3, 2], within: 1.2 })
    expect(drawing().props('zones')).toHaveLength(1)
  })
  it('has shots that are right, a pocket each or any, safe among them, and takes them out again', async () => {
    const { work, card, drawing, press } = await asked(position('a'))
    await press('What would you play')
    drawing().vm.$emit('ball', '8')
    await nextTick()
    expect(drawing().props('asks')).toBe('pocket')
    drawing().vm.$emit('pocket', 'foot-far')
    await nextTick()
    drawing().vm.$emit('ball', '9')
    await nextTick()
    await press('Any pocket')
    await press('Safe is right')
    expect(work.position.value?.question?.right).toEqual([
      { meant: 'pot', ball: '8', pocket: 'foot-far' },
      { meant: 'pot', ball: '9', pocket: null },
      { meant: 'safe', ball: null, pocket: null },
    ])
    await card.get('button[aria-label="Take out: the 9, any pocket"]').trigger('click')
    expect(work.position.value?.question?.right).toHaveLength(2)
  })
  it('is judged by a ledger only where there is one, and by nobody who cannot say', async () => {
    const bare = await asked(position('a'))
    expect(bare.card.text()).not.toContain('the ledger')
    const safe = [{ ...FACTS[0], meant: 'safe', make: null, pocket: null }]
    const question = { asks: 'play', judged: 'ledger', right: [] }
    const { work, card, press } = await asked(position('b', { facts: safe, question }))
    expect(card.text()).toContain('So it is.')
    // How often it goes in no ledger says of a safety.
    await press('How often it goes in')
    await flushPromises()
    expect(work.position.value?.question).toMatchObject({ asks: 'chance', judged: 'coach' })
  })
})
