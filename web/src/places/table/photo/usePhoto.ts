/** A photo on its way to the board: picture, pockets, what was read, what is mended; put down as one command. */
import { computed, onUnmounted, ref, shallowRef } from 'vue'
import { answered, api, problemsOf, type Photo, type Snapshot } from '@/api/client'
import { isActive } from '@/api/follow'
import { useGuarded } from '@/api/guarded'
import { createQuestion } from '@/api/question'
import { upload } from '@/api/upload'
import { baseOf, ballsOf } from '@/board/document'
import { useBoard } from '@/board/useBoard'
import { confirmed, isFromOtherEnd, joined, missing, moved, namesOf, readBalls, renamed, turned, without, type Ball, type Spot } from './mended' // prettier-ignore
import { fromBase64, PictureRefused, shrunk, type Shrunk } from './shrunk'
import type { Place } from '@/drawing/place'

/** A table seen from its end, as shares of a picture. */
const MARKS: Spot[] = [
  [0.35, 0.25],
  [0.65, 0.25],
  [0.3, 0.42],
  [0.7, 0.42],
  [0.12, 0.8],
  [0.88, 0.8],
]

export function usePhoto() {
  const board = useBoard()
  const { problems, guarded } = useGuarded()
  const picture = shallowRef<Shrunk | null>(null)
  const pockets = ref<Spot[]>([])
  const balls = ref<Ball[]>([])
  const chosen = ref<number | null>(null)
  /** Whether pockets were shifted since the picture was read. */
  const isShifted = ref(false)
  /** Whether the table was turned end for end. */
  let isTurned = false
  /** The balls of a photo before this one. */
  let before: Ball[] = []
  let readCount = 0
  const all = computed(() => ballsOf(board.document.game))
  const notFound = computed(() => missing(balls.value, all.value))
  const toLookAt = computed(() => balls.value.filter(({ isSure }) => !isSure).length)

  const reading = createQuestion('photos', { problems, taken })
  const camera = createQuestion('snapshots', { problems, taken: photographed })
  const document = computed(() => reading.now.value?.document ?? null)
  const isRead = computed(() => reading.now.value?.status === 'done' && !reading.running.value)
  const needsPockets = computed(
    () => !!picture.value && !reading.running.value && !isRead.value && pockets.value.length < 6,
  )

  function taken(next: Photo) {
    // Until six are pressed, that no outline was found is no trouble: pockets are pressed then.
    if (next.status === 'failed' && pockets.value.length === 6)
      problems.value = [{ where: '', what: next.failure.replace(/\.$/, ''), accepted: '' }]
    if (next.status !== 'done' || !next.document) return
    pockets.value = next.document.pockets as Spot[]
    readCount = next.document.balls.length
    isShifted.value = false
    const read = readBalls(next.document.balls)
    if (before.length) isTurned = isFromOtherEnd(before, read)
    balls.value = joined(before, isTurned ? turned(read) : read)
    chosen.value = null
  }
  function photographed(next: Snapshot) {
    if (!isActive(next) && next.document) void take(fromBase64(next.document.jpeg))
  }
  /** Another picture: what the one before showed stays, and the new one is looked through at once. */
  async function take(picked: Blob) {
    problems.value = []
    try {
      const next = await shrunk(picked)
      forget()
      before = balls.value
      picture.value = next
      pockets.value = []
      await read()
    } catch (error) {
      problems.value = error instanceof PictureRefused ? [error.problem] : problemsOf(error)
    }
  }
  function forget() {
    if (picture.value) URL.revokeObjectURL(picture.value.url)
    picture.value = null
    reading.close()
  }
  onUnmounted(forget)

  const hall = () => {
    const { table } = board.document
    return typeof table === 'string' ? table : String(table['name'] ?? baseOf(table))
  }
  /** Have the picture read; as it is, where fewer than six pockets are pressed. */
  async function read() {
    const { value: sent } = picture
    if (!sent) return
    const { table, game } = board.document
    const pressed = pockets.value.length === 6 ? JSON.stringify(pockets.value) : ''
    const more = { scene: JSON.stringify({ table, game }), pockets: pressed, hall: hall().slice(0, 60) }
    await reading.ask(() => answered(api.POST('/api/photos', upload(sent.file, more))))
  }
  /** The next pocket pressed, with the sixth of which the picture is read; or one shifted to another place. */
  function press(at: Spot, place?: number) {
    pockets.value = Object.assign([...pockets.value], { [place ?? pockets.value.length]: at })
    if (place !== undefined) isShifted.value = true
    else if (pockets.value.length === 6) void read()
  }
  const unpress = () => (pockets.value = [])
  /** Marks to be shifted instead of pressed: keys do that too. */
  function mark() {
    const { width = 0, height = 0 } = picture.value ?? {}
    pockets.value = MARKS.map(([x, y]) => [x * width, y * height])
    isShifted.value = true
  }

  const spot = async ([x, y]: Spot) => {
    const key = reading.now.value?.id ?? 0
    const found = await answered(
      api.POST('/api/photos/{key}/spot', { params: { path: { key } }, body: { x, y } }),
    )
    const at = found.at as Place
    return { at: isTurned ? ([8 - at[0], 4 - at[1]] as Place) : at, ring: found.ring as Spot[] }
  }
  const move = (place: number, to: Spot) =>
    guarded(async () => {
      const { at, ring } = await spot(to)
      balls.value = moved(balls.value, place, at, ring)
    })
  const add = (name: string, to: Spot) =>
    guarded(async () => {
      const found = await spot(to)
      balls.value = [...balls.value, { ...found, name, seen: null, isSure: true, words: '' }]
      chosen.value = balls.value.length - 1
    })
  const rename = (place: number, name: string) => (balls.value = renamed(balls.value, place, name))
  const confirm = (place: number) => (balls.value = confirmed(balls.value, place))
  function remove(place: number) {
    balls.value = without(balls.value, place)
    chosen.value = null
  }
  function turn() {
    isTurned = !isTurned
    before = turned(before)
    balls.value = turned(balls.value)
  }
  const layout = computed(() => ({
    ...board.document,
    balls: Object.fromEntries(balls.value.map(({ name, at }) => [name, at])),
  }))
  /** One command of the board's log; what was confirmed teaches how this table's balls look. */
  function put() {
    board.run({ do: 'load', document: layout.value })
    const key = reading.now.value?.id
    if (key === undefined) return
    const body = { names: namesOf(balls.value, readCount) }
    // What is not learned is learned from the next one.
    void api.POST('/api/photos/{key}/confirmed', { params: { path: { key } }, body }).catch(() => undefined)
    begin()
  }
  /** Nothing of this rack is left for the next one. */
  function begin() {
    forget()
    pockets.value = []
    balls.value = []
    chosen.value = null
    isTurned = isShifted.value = false
  }
  const photograph = () =>
    camera.ask(() =>
      answered(
        api.POST('/api/snapshots', {
          body: { document: board.document, condition: 'plain', seed: Math.floor(10_000 * Math.random()) },
        }),
      ),
    )

  return {
    problems, picture, pockets, balls, chosen, all, notFound, toLookAt, document, isRead, needsPockets, layout,
    running: reading.running, now: reading.now, stop: reading.stop, photographs: camera.running, isShifted,
    take, read, press, unpress, mark, move, add, rename, confirm, remove, turn, put, photograph,
  } // prettier-ignore
}
