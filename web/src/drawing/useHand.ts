/** What a pointer does on a drawn table: take hold of a ball, move it, let it go; or aim. */
import { computed, ref, type Ref } from 'vue'
import type { Table } from '@/api/client'
import type { Place } from '@/drawing/place'
import { ballName } from './balls'
import type { Frame } from './frame'
import { pointOn, takeHold } from './pointer'
import { impossible, isOffTable, snapped } from './possible'
import { text } from '@/words/text/drawing'

interface Dragged {
  ball: string
  at: Place
  says: string
  /** From where it was taken hold of to its centre: a ball held at its edge stays visible beside the finger. */
  grip: Place
  moved: boolean
  /** Where a finger is that holds it, px of the window; null for a mouse. */
  finger: Place | null
}
interface Surface {
  table: () => Table
  frame: () => Frame
  /** Balls as they are shown, by place. */
  lying: () => Record<string, Place>
  /** Whether a shot is being aimed: then the pointer turns the aim. */
  aims: () => boolean
  svg: Ref<SVGSVGElement | null>
}
interface Acts {
  select: (ball: string | null) => void
  place: (ball: string, at: Place) => void
  remove: (ball: string) => void
  explain: (words: string) => void
  aim: (degrees: number) => void
}
/** How far above a finger a carried ball is held, so that it can be seen. */
const FINGER_PX = 40
const READING_MS = 120
const fingerOf = (event: PointerEvent): Place | null =>
  event.pointerType === 'touch' ? [event.clientX, event.clientY] : null
export const placeWords = (at: Place) => `${at[0].toFixed(2)}, ${at[1].toFixed(2)}`

export function useHand(surface: Surface, acts: Acts) {
  const dragged = ref<Dragged | null>(null)
  const aiming = ref(false)
  let due: ReturnType<typeof setTimeout> | 0 = 0
  let latest = ''
  const places = computed(() => {
    const lying = surface.lying()
    return dragged.value ? { ...lying, [dragged.value.ball]: dragged.value.at } : lying
  })
  const wrong = computed(() => {
    const moving = dragged.value
    if (!moving || isOffTable(moving.at)) return null
    return impossible(surface.table(), places.value, moving.ball)
  })
  function placeAt(event: MouseEvent, above = 0): Place {
    return surface.frame().toDiamonds(pointOn(surface.svg.value, event, above))
  }
  const capture = (event: PointerEvent) => takeHold(surface.svg.value, event)

  function press(event: PointerEvent) {
    if (surface.aims()) {
      aiming.value = true
      capture(event)
      return aimAt(event)
    }
    const ball = (event.target as Element).closest<SVGElement>('[data-ball]')?.dataset['ball'] ?? null
    acts.select(ball)
    const at = ball ? surface.lying()[ball] : undefined
    if (!ball || !at) return
    const held = placeAt(event)
    const grip: Place = [at[0] - held[0], at[1] - held[1]]
    dragged.value = { ball, at, says: '', grip, moved: false, finger: fingerOf(event) }
    capture(event)
  }
  function aimAt(event: PointerEvent) {
    const { cue } = surface.lying()
    if (!cue) return
    const [x, y] = placeAt(event)
    const { length, width, radius } = surface.table()
    const [dx, dy] = [((x - cue[0]) * length) / 8, ((y - cue[1]) * width) / 4]
    // Within a ball of the cue ball the direction would jump about.
    if (Math.hypot(dx, dy) > 2 * radius) acts.aim((Math.atan2(dy, dx) * 180) / Math.PI)
  }
  function move(event: PointerEvent) {
    if (aiming.value) return aimAt(event)
    if (!dragged.value) return
    const { ball, grip } = dragged.value
    const [x, y] = placeAt(event)
    const there = snapped(surface.table(), [x + grip[0], y + grip[1]], surface.lying(), ball)
    dragged.value = { ball, ...there, grip, moved: true, finger: fingerOf(event) }
    tell(wrong.value ?? sentence(dragged.value))
  }
  /** Words change no faster than they can be read: each time the page is laid out anew. */
  function tell(words: string) {
    latest = words
    due ||= setTimeout(() => {
      due = 0
      acts.explain(latest)
    }, READING_MS)
  }
  function keepQuiet() {
    clearTimeout(due)
    due = 0
  }
  function sentence({ ball, at, says }: Dragged): string {
    if (isOffTable(at)) return text.letGoToTakeOff
    return `${text.ballAt(ballName(ball), placeWords(at))}${says ? `, ${says}` : ''}`
  }
  function release() {
    aiming.value = false
    keepQuiet()
    const [done, refused] = [dragged.value, wrong.value]
    dragged.value = null
    if (!done?.moved) return
    if (isOffTable(done.at)) acts.remove(done.ball)
    else if (!refused) acts.place(done.ball, done.at)
    acts.explain(refused && !isOffTable(done.at) ? text.wentBack(refused) : '')
  }
  function cancel() {
    keepQuiet()
    dragged.value = null
    aiming.value = false
  }
  /** A ball is brought from the tray: from here on it is dragged like those that lie here, above a finger. */
  function carry(ball: string, event: PointerEvent) {
    const [at, above] = [placeAt(event), placeAt(event, event.pointerType === 'touch' ? FINGER_PX : 0)]
    const grip: Place = [above[0] - at[0], above[1] - at[1]]
    dragged.value = { ball, at: above, says: '', grip, moved: true, finger: fingerOf(event) }
    capture(event)
  }
  /** A finger on a ball, on what else can be moved, or that aims, does not scroll the page. */
  function touch(event: TouchEvent) {
    const grip = (event.target as Element).closest('[data-ball], [data-grip]')
    if (grip || surface.aims()) event.preventDefault()
  }
  return { dragged, places, wrong, touch, press, move, release, cancel, carry }
}
