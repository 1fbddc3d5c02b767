import { onMounted, onUnmounted } from 'vue'
import { useLayout, type Place } from '@/stores/layout'

interface Actions {
  weigh: () => void
  save: () => void
  rack: () => void
  pin: () => void
  play: () => void
  type: () => void
  fan: () => void
  rests: () => void
  keys: () => void
  shelf: () => void
}
const NUDGE = 0.05
const FINE = 0.01
const ARROWS: Record<string, Place> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** The Table place by keyboard: letters act, arrows nudge the chosen ball. */
export function useTableKeys(actions: Actions) {
  const layout = useLayout()
  const letters: Record<string, () => void> = {
    w: actions.weigh,
    s: actions.save,
    b: actions.rack,
    p: actions.pin,
    v: actions.play,
    t: actions.type,
    f: actions.fan,
    r: actions.rests,
    o: actions.shelf,
    m: () => layout.turn('mirror'),
    h: () => layout.turn('half-turn'),
    '?': actions.keys,
  }

  function nudge(direction: Place, fine: boolean) {
    const ball = layout.selected
    const at = ball ? layout.document.balls[ball] : undefined
    if (!ball || !at) return
    const step = fine ? FINE : NUDGE
    const limit = (v: number, most: number) => Math.round(Math.min(most, Math.max(0, v)) * 1e4) / 1e4
    layout.place(ball, [limit(at[0] + step * direction[0], 8), limit(at[1] + step * direction[1], 4)])
  }
  function press(event: KeyboardEvent) {
    const target = event.target as HTMLElement
    if (target.closest('input, textarea, [role=dialog], [role=combobox], [role=listbox]')) return
    const letter = event.key.length === 1 ? event.key.toLowerCase() : event.key
    const command = event.ctrlKey || event.metaKey
    const arrow = ARROWS[event.key]
    const act =
      command && letter === 'z'
        ? () => (event.shiftKey ? layout.redo() : layout.undo())
        : command
          ? undefined
          : arrow && layout.selected
            ? () => nudge(arrow, event.shiftKey)
            : ['Delete', 'Backspace'].includes(event.key) && layout.selected
              ? () => layout.selected && layout.remove(layout.selected)
              : letters[letter]
    if (!act) return
    event.preventDefault()
    act()
  }
  onMounted(() => window.addEventListener('keydown', press))
  onUnmounted(() => window.removeEventListener('keydown', press))
}
