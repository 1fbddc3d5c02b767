// @vitest-environment jsdom
import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import type { HomeworkPosition } from '@/api/client'
import PracticeDrawing from '@/drawing/PracticeDrawing.vue'
import { nineFoot } from '@/drawing/testTable'
import AnswerForm from './AnswerForm.vue'
import OpenedCard from './OpenedCard.vue'
import { useHomework } from './useHomework'

const server = vi.hoisted(() => ({ sent: [] as unknown[], homework: null as unknown, status: 200 }))
vi.mock('@/api/client', async (original) => {
  const fine = (data: unknown) => ({ data, response: { ok: true, status: 200 } })
  const refused = () => {
    const errors = [{ where: 'lesson', what: 'this lesson has ended', accepted: 'Ask your coach.' }]
    return { error: { errors }, response: { ok: false, status: server.status } }
  }
  const GET = async () => (server.status === 200 ? fine(server.homework) : refused())
  const POST = async (path: string, { body }: { body: { place?: number } }) => {
    server.sent.push({ path, ...body })
    if (server.status !== 200) return refused()
    const positions = (server.homework as { positions: HomeworkPosition[] }).positions
    return fine(path.endsWith('begin') ? server.homework : opened(positions[body.place ?? 0]?.name ?? ''))
  }
  return { ...(await original<Record<string, unknown>>()), api: { GET, POST } }
})
vi.stubGlobal('ResizeObserver', class { observe() {} disconnect() {} }) // prettier-ignore
vi.stubGlobal('matchMedia', () => ({ matches: false, addEventListener() {} }))

const geometry = nineFoot
const global = { stubs: { TableBed: true } }
const closed = (name: string, asks = 'zone'): HomeworkPosition =>
  ({
    name, asks, geometry, layout: { balls: { cue: [2, 1], '8': [5, 3] } }, before: 'Think.', question: 'Where?', opened: null,
  }) as unknown as HomeworkPosition // prettier-ignore
const judged = { right: false, answered: 'At 1.0, 1.0', words: 'There.', cost: 0.031, off: 1, compared: null }
const opened = (name: string): HomeworkPosition =>
  ({
    ...closed(name), opened: { answer: { at: [1, 1] }, judged, after: 'Half a tip.', study: null, drawing: null, zone: { at: [3, 2], within: 0.5 } },
  }) as unknown as HomeworkPosition // prettier-ignore
const homework = (...positions: HomeworkPosition[]) => ({
  title: 'Thursday', says: '', by: '', count: positions.length, name: 'Eva', needs_name: true, positions,
}) // prettier-ignore

beforeEach(() => {
  server.sent.length = 0
  server.status = 200
  setActivePinia(createPinia())
})

describe('a lesson worked through', () => {
  it('goes on at the first position that is not answered, and is over past the last one', async () => {
    server.homework = homework(opened('a'), closed('b'))
    const work = useHomework()
    await work.open('key')
    expect([work.at.value, work.isOver.value]).toEqual([1, false])
    await work.answer({ at: [1, 1] })
    expect(work.position.value?.opened?.judged.right).toBe(false)
    work.at.value += 1
    expect([work.isOver.value, work.opened.value.length]).toEqual([true, 2])
  })
  it('says that it has ended, that a link leads nowhere, and keeps what was answered when it cannot be sent', async () => {
    server.homework = homework(closed('a'))
    const work = useHomework()
    await work.open('key')
    server.status = 410
    await work.answer({ at: [1, 1] })
    expect(work.problems.value[0]?.what).toBe('this lesson has ended')
    expect(work.position.value?.name).toBe('a')
    server.status = 404
    await work.open('other')
    expect(work.problems.value[0]?.what).toBe('This link leads to no lesson')
  })
})

describe('an answer', () => {
  const form = (asks: string) =>
    mount(AnswerForm, { props: { position: closed('a', asks), busy: false }, global })
  const submit = (found: ReturnType<typeof form>) => found.find('form').trigger('submit')
  it('is a place pressed on the cloth, and none before', async () => {
    const found = form('zone')
    await submit(found)
    expect(found.emitted('answer')).toBeUndefined()
    found.findComponent(PracticeDrawing).vm.$emit('place', [3, 2])
    await nextTick()
    await submit(found)
    expect(found.emitted('answer')).toEqual([[{ at: [3, 2] }]])
  })
  it('is a ball and its pocket, by the drawing or the chips; another ball asks for a pocket anew', async () => {
    const found = form('ball')
    const drawing = found.findComponent(PracticeDrawing)
    drawing.vm.$emit('ball', '8')
    await nextTick()
    drawing.vm.$emit('pocket', 'side-far')
    await nextTick()
    await submit(found)
    expect(found.emitted('answer')).toEqual([[{ ball: '8', pocket: 'side-far' }]])
    drawing.vm.$emit('ball', '8')
    await nextTick()
    await submit(found)
    expect(found.emitted('answer')).toHaveLength(1)
  })
  it('is a chance from a slider', async () => {
    const found = form('chance')
    await found.find('input[type=range]').setValue('65')
    await submit(found)
    expect(found.emitted('answer')).toEqual([[{ chance: 0.65 }]])
  })
  it('opens what is right, where one said, what it costs and the coach’s words', () => {
    const found = mount(OpenedCard, { props: { position: opened('a') }, global })
    for (const said of ['Not right.', 'You: At 1.0, 1.0.', 'It costs 3.1 points.', 'There.', 'Half a tip.'])
      expect(found.text()).toContain(said)
    const drawing = found.findComponent(PracticeDrawing)
    expect(drawing.props('rests')).toEqual([{ at: [1, 1], made: false }])
    expect(drawing.props('zones')).toMatchObject([{ at: [3, 2], within: 0.5 }])
  })
})
