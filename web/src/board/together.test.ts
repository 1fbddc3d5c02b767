import { beforeEach, describe, expect, it, vi } from 'vitest'
import { reactive } from 'vue'
import { createBoard } from './board'
import { createTogether } from './together'
import type { Step } from './log'

vi.mock('@/api/client', async (original) => {
  const found = await original<typeof import('@/api/client')>()
  found.useToken('token')
  const { default: createClient } = await import('openapi-fetch')
  const fetched = (request: Request) => fetch(request)
  return { ...found, api: createClient({ baseUrl: 'http://here/', fetch: fetched }) }
})

/** A room as the server keeps it, with one browser or more; what it says goes out when it is told to. */
class FakeRoom {
  events: { number: number; kind: string; by: string; body: unknown }[] = []
  streams: FakeStream[] = []
  /** What was shown, and the whole boards that came with steps. */
  shown: string[] = []
  boards: unknown[] = []
  /** What the next request is answered with instead. */
  instead: Response | Error | null = null
  constructor() {
    const begin = { document: createBoard().document.value, me: 'league', them: 'league' }
    this.events.push({ number: 1, kind: 'board', by: 'opened', body: { begin, done: [], undone: [] } })
  }
  add(by: string, steps: Step[]) {
    const event = { number: this.events.length + 1, kind: 'steps', by, body: { steps } }
    this.events.push(event)
    return event
  }
  tellAll() {
    for (const event of this.events) for (const stream of this.streams) stream.hear(event.kind, event)
  }
  async answer(request: Request) {
    const instead = this.instead
    this.instead = null
    if (instead instanceof Error) throw instead
    if (instead) return instead
    const url = new URL(request.url)
    if (url.pathname.endsWith('/since')) {
      const after = Number(url.searchParams.get('after'))
      const events = this.events.filter(({ number }) => number > after)
      return Response.json({ people: { hand: 1, people: [] }, events })
    }
    if (url.pathname.endsWith('/view')) {
      this.shown.push(((await request.json()) as { view: { scene: string } }).view.scene)
      return Response.json({ number: 1 })
    }
    const sent = (await request.json()) as { by: string; base: number; steps: Step[]; board: unknown }
    const { by, base, steps } = sent
    this.boards.push(sent.board)
    if (base < this.events.length) return refused(409)
    return Response.json({ number: this.add(by, steps).number })
  }
}
class FakeStream {
  static readonly CLOSED = 2
  readyState = 1
  onerror = null
  private heard: Record<string, (event: { data: string }) => void> = {}
  addEventListener = (kind: string, act: (event: { data: string }) => void) => (this.heard[kind] = act)
  hear = (kind: string, told: unknown) => this.heard[kind]?.({ data: JSON.stringify(told) })
  close = () => (this.readyState = 2)
}
const refused = (status: number) =>
  Response.json({ errors: [{ where: 'board', what: 'x', accepted: '' }] }, { status })
const FOUND = { code: 'ABCDEFGH', title: 't', owner: 'o', number: 1, seat: 1, is_owner: true, people: null }
const settle = () => new Promise((wake) => setTimeout(wake, 20))
const at = (x: number): Step => ({ do: 'place', ball: '9', at: [x, 2] })

let room: FakeRoom
async function entered(own = false) {
  const board = reactive(createBoard())
  const stream = new FakeStream()
  room.streams.push(stream)
  const together = reactive(createTogether(board, () => stream as unknown as EventSource))
  await together.enter(FOUND, own)
  return { board, together }
}
beforeEach(() => {
  room = new FakeRoom()
  vi.stubGlobal('EventSource', FakeStream)
  vi.stubGlobal('fetch', (request: Request) => room.answer(request))
})

describe('a board with others', () => {
  it('shows each move to all, and undoing takes back the last one for all', async () => {
    const [mine, other] = [await entered(), await entered()]
    mine.board.place('9', [3, 2])
    mine.board.place('9', [4, 2])
    await settle()
    room.tellAll()
    await settle()
    room.tellAll()
    expect(other.board.document.balls).toEqual({ 9: [4, 2] })
    expect(mine.board.document.balls).toEqual({ 9: [4, 2] })
    mine.board.undo()
    await settle()
    room.tellAll()
    expect(other.board.document.balls).toEqual({ 9: [3, 2] })
    expect(other.board.canRedo).toBe(true)
  })
  it('sets aside what somebody else was faster than, says so, and puts it back when asked', async () => {
    const { board, together } = await entered()
    room.add('other', [at(1)])
    board.place('9', [5, 2])
    await settle()
    expect(board.document.balls).toEqual({ 9: [1, 2] })
    expect(together.aside?.document.balls).toEqual({ 9: [5, 2] })
    together.putBack()
    await settle()
    expect(board.document.balls).toEqual({ 9: [5, 2] })
    expect(room.events.at(-1)?.body).toMatchObject({ steps: [{ do: 'load' }] })
    expect(together.aside).toBeNull()
  })
  it('sends a move again that nobody answered, under the same name', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true })
    const { board, together } = await entered()
    room.instead = new Error('the network is away')
    board.place('9', [5, 2])
    await vi.advanceTimersByTimeAsync(1500)
    expect(room.events).toHaveLength(2)
    expect(together.aside).toBeNull()
    vi.useRealTimers()
  })
  it('asks by itself where nothing is pushed, and says that it does', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true })
    const { board, together } = await entered()
    expect(together.isLive).toBe(false)
    room.add('other', [at(6)])
    // A proxy that holds everything back: the push is silent, given up, and asked instead of.
    await vi.advanceTimersByTimeAsync(9500)
    expect(room.streams[0]?.readyState).toBe(FakeStream.CLOSED)
    expect(board.document.balls).toEqual({ 9: [6, 2] })
    vi.useRealTimers()
  })
  it('sends the whole board now and then, so that who comes late reads little', async () => {
    const { board } = await entered()
    for (let k = 0; k < 101; k++) room.add('other', [at((k % 70) / 10)])
    room.tellAll()
    board.place('8', [4, 1])
    await settle()
    const whole = room.boards.at(-1) as { done: Step[] } | null
    expect(whole?.done.at(-1)).toEqual({ do: 'place', ball: '8', at: [4, 1] })
    board.place('8', [4, 2])
    expect(board.document.balls['9']).toEqual([3, 2])
  })
  it('shows the last of several shots in a moment, and where others point until it fades', async () => {
    vi.useFakeTimers({ shouldAdvanceTime: true })
    const { together } = await entered()
    for (const scene of ['one', 'two', 'three']) together.show({ scene })
    await vi.advanceTimersByTimeAsync(200)
    expect(room.shown).toEqual(['three'])
    room.streams[0]?.hear('point', { seat: 2, name: 'Eva', at: [1, 1] })
    expect(together.pointers.map(({ name }) => name)).toEqual(['Eva'])
    await vi.advanceTimersByTimeAsync(2000)
    expect(together.pointers).toEqual([])
    vi.useRealTimers()
  })
  it('asks about what lay here before where that is something else', async () => {
    room.add('other', [at(2)])
    const board = reactive(createBoard())
    board.place('3', [1, 1])
    const together = reactive(createTogether(board, () => new FakeStream() as unknown as EventSource))
    await together.enter(FOUND, true)
    expect(board.document.balls).toEqual({ 9: [2, 2] })
    expect(together.aside?.document.balls).toEqual({ 3: [1, 1] })
  })
  it('is over when its owner closes it, and what cannot lie on a board is not shown', async () => {
    const { board, together } = await entered()
    room.add('other', [{ do: 'load', document: { balls: { 9: ['x'] } } } as never])
    room.tellAll()
    expect(board.document.balls).toEqual({})
    room.instead = refused(410)
    board.place('9', [5, 2])
    room.streams[0]?.hear('ended', {})
    expect(together.over).toBe('ended')
  })
})
