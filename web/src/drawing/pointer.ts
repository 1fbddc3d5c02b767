/** A pointer on a drawing: where it is in the drawing's own units, and what is held while it moves. */
import { ref, type Ref } from 'vue'
import type { Point } from './frame'

/** Where it is; `above` pixels higher, so that a finger does not hide it. */
export function pointOn(drawn: SVGGraphicsElement | null, event: MouseEvent, above = 0): Point {
  const matrix = drawn?.getScreenCTM()?.inverse()
  const { x, y } = new DOMPoint(event.clientX, event.clientY - above).matrixTransform(matrix)
  return [x, y]
}
/** From here on every move goes to this drawing, also outside of it. */
export const takeHold = (drawn: SVGSVGElement | null, event: PointerEvent) =>
  drawn?.setPointerCapture(event.pointerId)

/** Set by a press and by every move while it is held: listeners for `v-on`. */
export function useDrag(drawn: Ref<SVGSVGElement | null>, set: (at: Point) => void, isOn = () => true) {
  const held = ref(false)
  const move = (event: PointerEvent) => held.value && set(pointOn(drawn.value, event))
  const leave = () => (held.value = false)
  function pointerdown(event: PointerEvent) {
    if (!isOn()) return
    held.value = true
    takeHold(drawn.value, event)
    move(event)
  }
  return { pointerdown, pointermove: move, pointerup: leave, pointercancel: leave }
}
