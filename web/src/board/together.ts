/**
 * One board in an open room: what is done here goes to the room, what is done there comes here, all in one order.
 *
 * What is done here stands at once and is sent; `confirmed` is the board as the room has it. Where somebody else was
 * first, the room's board counts, and what was done here is set aside to be put back by hand: nothing goes in silence.
 */
import { ref, shallowRef } from 'vue'
import {
  answered,
  api,
  problemsOf,
  RefusedError,
  type Problem,
  type Room,
  type RoomEvent,
  type RoomPeople,
  type RoomView,
} from '@/api/client'
import { sameThing } from '@/api/same'
import type { Place } from '@/drawing/place'
import type { OpenBoard } from './board'
import { isOnATable, type Scene } from './document'
import { emptyLog, MOST_STEPS, sceneOf, withStep, type Log, type Step } from './log'

/** How long somebody's pointer stays, and how often one's own is sent, ms. */
export const POINTS_MS = 1600
const POINT_EVERY_MS = 80
/** What does not come by push is asked for so often; a push that is silent for so long is none. */
const ASK_MS = 1000
const SILENT_MS = 8000
/** The whole board is sent now and then, so that who comes late need not read all that was done. */
const WHOLE_EVERY = 100

export interface Pointer {
  seat: number
  name: string
  at: Place
}
type Sent = { by: string; base: number; steps: Step[]; board: Log | null }
let sentSoFar = 0
const page = Math.random().toString(36).slice(2, 10)
const nextName = () => `${page}-${Date.now().toString(36)}-${++sentSoFar}`

export type Together = ReturnType<typeof createTogether>

export function createTogether(board: OpenBoard, source = (path: string) => new EventSource(path)) {
  const room = shallowRef<Room | null>(null)
  const people = shallowRef<RoomPeople | null>(null)
  const view = shallowRef<RoomView | null>(null)
  const pointers = shallowRef<Pointer[]>([])
  const problems = ref<Problem[]>([])
  /** Whether news come by themselves; asked for now and then while they do not. */
  const isLive = ref(false)
  /** Why it is over, where it is. */
  const over = ref<'' | 'ended' | 'out'>('')
  /** What was done here and is not on the room's board. */
  const aside = shallowRef<Scene | null>(null)
  let known = 0
  let confirmed: Log = emptyLog()
  let sinceWhole = 0
  let waiting: Step[] = []
  let sent: Sent | null = null
  let stream: EventSource | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let due: ReturnType<typeof setTimeout> | undefined
  let shown = ''

  const path = () => ({ path: { code: room.value?.code ?? '' } })

  /** Take part: the room's board lies here from now on. own : what lay here is asked about where it differs. */
  async function enter(found: Room, own: boolean) {
    leave()
    room.value = found
    people.value = found.people ?? null
    const before = board.scene
    await catchUp()
    if (own && Object.keys(before.document.balls).length && !sameThing(before, board.scene))
      aside.value = before
    board.listen((step) => {
      waiting.push(step)
      void send()
    })
    if (!over.value) connect()
  }
  function leave() {
    stream?.close()
    stream = null
    clearTimeout(timer)
    clearTimeout(due)
    shown = ''
    board.listen(null)
    room.value = people.value = view.value = aside.value = null
    pointers.value = []
    problems.value = []
    isLive.value = false
    over.value = ''
    known = sinceWhole = 0
    confirmed = emptyLog()
    waiting = []
    sent = null
  }

  function connect() {
    const opened = source(`/api/rooms/${room.value?.code}/stream?after=${known}`)
    stream = opened
    const heard = (kind: string, take: (told: unknown) => void) =>
      opened.addEventListener(kind, (event: MessageEvent<string>) => {
        isLive.value = true
        clearTimeout(timer)
        take(JSON.parse(event.data))
      })
    for (const kind of ['board', 'steps', 'view']) heard(kind, (told) => take(told as RoomEvent))
    heard('people', (told) => (people.value = told as RoomPeople))
    heard('point', (told) => showPointer(told as Pointer))
    heard('ended', () => stop('ended'))
    opened.onerror = () => {
      isLive.value = false
      if (opened.readyState === EventSource.CLOSED) askAgain()
    }
    // A proxy that holds everything back is no push.
    timer = setTimeout(() => {
      opened.close()
      askAgain()
    }, SILENT_MS)
  }
  function askAgain() {
    clearTimeout(timer)
    timer = setTimeout(() => void catchUp().then(() => over.value || !room.value || connect()), ASK_MS)
  }
  async function catchUp() {
    try {
      const query = { after: known }
      const found = await answered(api.GET('/api/rooms/{code}/since', { params: { ...path(), query } }))
      people.value = found.people
      found.events.forEach(take)
    } catch (error) {
      if (!(error instanceof RefusedError)) throw error
      if (error.status === 410) stop('ended')
      else if (error.status === 404) stop('out')
    }
  }
  function stop(why: 'ended' | 'out') {
    over.value = why
    stream?.close()
    clearTimeout(timer)
    board.listen(null)
    isLive.value = false
  }

  /** Something was done in the room. */
  function take(event: RoomEvent) {
    if (event.number <= known) return
    known = event.number
    if (event.kind === 'view') {
      view.value = event.body as unknown as RoomView
      return
    }
    const next = after(event)
    // What cannot lie on a board is not shown.
    if (!isOnATable(sceneOf(next).document)) return
    confirmed = next
    sinceWhole = event.kind === 'board' ? 0 : sinceWhole + 1
    if (sent?.by === event.by) {
      sent = null
      void send()
    } else {
      if (sent || waiting.length) setAside()
      board.mirror(confirmed)
    }
  }
  const after = ({ kind, body }: RoomEvent): Log => {
    if (kind !== 'board') return (body['steps'] as Step[]).reduce(withStep, confirmed)
    const { begin, done, undone } = body as unknown as Log
    return { begin: { ...begin, race: begin.race ?? null }, done, undone }
  }
  function setAside() {
    aside.value = board.scene
    waiting = []
    sent = null
  }
  /** Put what was set aside back on the board, as one step; or let it go. */
  function putBack() {
    const mine = aside.value
    aside.value = null
    if (!mine) return
    const { document, me, them, race } = mine
    board.run({ do: 'load', document, players: { me, them }, race })
  }
  const letGo = () => (aside.value = null)

  async function send() {
    if (sent || !waiting.length || over.value) return
    const steps = waiting.splice(0, MOST_STEPS)
    const whole = sinceWhole >= WHOLE_EVERY ? steps.reduce(withStep, confirmed) : null
    sent = { by: nextName(), base: known, steps, board: whole }
    await deliver(sent)
  }
  /** What the room's answer is comes with its news; until then it is sent again where nobody answered. */
  async function deliver(what: Sent) {
    try {
      await answered(api.POST('/api/rooms/{code}/steps', { params: path(), body: what as never }))
      problems.value = []
      if (!isLive.value) await catchUp()
    } catch (error) {
      if (sent !== what) return
      if (error instanceof RefusedError && error.status === 0) {
        setTimeout(() => sent === what && void deliver(what), ASK_MS)
        return
      }
      // Somebody else was first, or has the hand now.
      setAside()
      if (!(error instanceof RefusedError && error.status === 409)) problems.value = problemsOf(error)
      await catchUp()
      if (!aside.value || sameThing(aside.value, sceneOf(confirmed))) aside.value = null
      board.mirror(confirmed)
    }
  }

  /** Show a shot on everybody's board; the last of several in a moment. */
  function show(next: RoomView) {
    clearTimeout(due)
    const words = JSON.stringify(next)
    if (!room.value || over.value || words === shown) return
    due = setTimeout(() => {
      shown = words
      const body = { by: nextName(), view: next }
      void answered(api.POST('/api/rooms/{code}/view', { params: path(), body })).catch(() => (shown = ''))
    }, 120)
  }
  let pointed = 0
  function point(at: Place) {
    if (!room.value || over.value || Date.now() - pointed < POINT_EVERY_MS) return
    pointed = Date.now()
    void api.POST('/api/rooms/{code}/point', { params: path(), body: { at } })
  }
  function showPointer(next: Pointer) {
    pointers.value = [...pointers.value.filter(({ seat }) => seat !== next.seat), next]
    setTimeout(() => (pointers.value = pointers.value.filter((other) => other !== next)), POINTS_MS)
  }

  const told = async (asked: Promise<RoomPeople>) => (people.value = await asked)
  const giveHand = (seat: number | null) =>
    told(answered(api.POST('/api/rooms/{code}/hand', { params: path(), body: { seat } })))
  const ask = (asks: boolean) =>
    told(answered(api.POST('/api/rooms/{code}/ask', { params: path(), body: { asks } })))
  const shutOut = (seat: number) =>
    told(answered(api.POST('/api/rooms/{code}/shut-out', { params: path(), body: { seat } })))
  const close = () => answered(api.POST('/api/rooms/{code}/end', { params: path() }))

  return {
    room, people, view, pointers, problems, isLive, over, aside, enter, leave, putBack, letGo, show, point, giveHand, ask, shutOut,
    close,
  } // prettier-ignore
}
