import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Imported } from '@/api/client'
import { useImport } from './imports'

/** What the server says of the file, one state after the other, and what it was sent. */
const server = vi.hoisted(() => ({ states: [] as Record<string, unknown>[], sent: [] as FormData[] }))
vi.mock('@/api/client', async (original) => {
  const answer = (data: unknown) => ({ data, response: { ok: true, status: 200 } })
  const next = () => answer(server.states.length > 1 ? server.states.shift() : server.states[0])
  const GET = async () => next()
  const POST = async (path: string, more: { body?: FormData }) => {
    if (path === '/api/imports' && more.body) server.sent.push(more.body)
    return next()
  }
  return { ...(await original<Record<string, unknown>>()), api: { GET, POST } }
})
const asked = { what: 'record', level: '', only_read: true }
const state = (status: string, more: object = {}) => ({
  id: 1, status, progress: 0.5, revision: 0, failure: '', waits_for: '', question: asked, document: null, ...more,
}) // prettier-ignore
const document = (more: object = {}) => ({
  new: {}, known: 0, matches: [], strangers: [], problems: [], ...more,
}) // prettier-ignore
const file = new File(['{}'], 'record.json')

beforeEach(() => {
  vi.useFakeTimers()
  server.sent.length = 0
})

describe('a file that is taken in', () => {
  it('is sent as what it is, followed, and told when all of it is in', async () => {
    const done: Imported[] = []
    const one = useImport((found) => done.push(found))
    server.states = [
      state('queued'),
      state('running'),
      state('done', { document: document({ new: { matches: 2 } }) }),
    ]
    await one.take(file, { what: 'record', only_read: true })
    expect(['what', 'level', 'only_read'].map((name) => server.sent[0]?.get(name))).toEqual([
      'record',
      '',
      'true',
    ])
    await vi.advanceTimersByTimeAsync(300)
    expect([one.running.value, one.share.value, done.length]).toEqual([true, 0.5, 0])
    await vi.advanceTimersByTimeAsync(600)
    expect([one.running.value, done[0]?.new['matches']]).toEqual([false, 2])
  })
  it('that is refused says everything that is wrong with it, and one that was stopped that nothing was taken', async () => {
    const one = useImport(() => expect.unreachable())
    const wrong = { where: 'layouts 2', what: 'it is none', accepted: '' }
    server.states = [state('queued'), state('failed', { document: document({ problems: [wrong, wrong] }) })]
    await one.take(file, { what: 'account' })
    await vi.advanceTimersByTimeAsync(600)
    expect(one.problems.value).toEqual([wrong, wrong])
    server.states = [state('queued'), state('stopping'), state('stopped')]
    await one.take(file, { what: 'account' })
    await one.stop()
    await vi.advanceTimersByTimeAsync(600)
    expect(one.problems.value[0]?.what).toContain('nothing of the file was taken')
  })
})
