import { onMounted, onUnmounted } from 'vue'
import { LAYERS, useLayers } from '@/stores/layers'
import { useLayout, type Place } from '@/stores/layout'
import { LIMITS, useOwnShot } from '@/stores/ownshot'

interface Actions {
  weigh: () => void
  refine: () => void
  save: () => void
  rack: () => void
  pin: () => void
  play: () => void
  type: () => void
  words: () => void
  keys: () => void
  shelf: () => void
}
const NUDGE = { coarse: 0.05, fine: 0.01 }
/** Degrees of the aim, and m/s of the speed, by one press. */
const TURN = { coarse: 0.5, fine: 0.05 }
const PACE = { coarse: 0.2, fine: 0.05 }
const ARROWS: Record<string, Place> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}
const within = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v))

/** The Table place by keyboard: letters act; arrows nudge the chosen ball, or set one's own shot. */
export function useTableKeys(actions: Actions) {
  const layout = useLayout()
  const layers = useLayers()
  const own = useOwnShot()
  const letters: Record<string, () => void> = {
    w: actions.weigh,
    g: actions.refine,
    s: actions.save,
    b: actions.rack,
    p: actions.pin,
    v: actions.play,
    t: actions.type,
    u: actions.words,
    o: actions.shelf,
    c: () => (own.stroke ? own.leave() : own.begin()),
    m: () => layout.turn('mirror'),
    h: () => layout.turn('half-turn'),
    '?': actions.keys,
    ...Object.fromEntries(LAYERS.map(({ key, letter }) => [letter.toLowerCase(), () => layers.turn(key)])),
  }

  function nudge(ball: string, direction: Place, step: number) {
    const at = layout.document.balls[ball]
    if (!at) return
    const moved = (axis: 0 | 1, most: number) =>
      Math.round(within(at[axis] + step * direction[axis], 0, most) * 1e4) / 1e4
    layout.place(ball, [moved(0, 8), moved(1, 4)])
  }
  /** Left and right turn the aim, up and down change the speed. */
  function setOwnShot(direction: Place, size: 'coarse' | 'fine') {
    if (!own.stroke) return
    const speed = own.stroke.speed_mps + direction[1] * PACE[size]
    own.set({
      aim_deg: own.stroke.aim_deg - direction[0] * TURN[size],
      speed_mps: within(speed, LIMITS.slowest, LIMITS.fastest),
    })
  }
  function meaning(event: KeyboardEvent): (() => void) | undefined {
    const letter = event.key.length === 1 ? event.key.toLowerCase() : event.key
    if (event.ctrlKey || event.metaKey) {
      return letter === 'z' ? (event.shiftKey ? layout.redo : layout.undo) : undefined
    }
    const arrow = ARROWS[event.key]
    const size = event.shiftKey ? 'fine' : 'coarse'
    if (own.stroke && arrow) return () => setOwnShot(arrow, size)
    if (own.stroke && event.key === 'Escape') return own.leave
    const ball = layout.selected
    if (ball && arrow) return () => nudge(ball, arrow, NUDGE[size])
    if (ball && ['Delete', 'Backspace'].includes(event.key)) return () => layout.remove(ball)
    return letters[letter]
  }
  function press(event: KeyboardEvent) {
    const target = event.target as HTMLElement
    if (target.closest('input, textarea, [role=dialog], [role=combobox], [role=listbox]')) return
    const act = meaning(event)
    if (!act) return
    event.preventDefault()
    act()
  }
  onMounted(() => window.addEventListener('keydown', press))
  onUnmounted(() => window.removeEventListener('keydown', press))
}
