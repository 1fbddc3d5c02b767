/** A place on the table that is set with the arrow keys and taken with Enter; a press takes one at once. */
import { ref, type Ref } from 'vue'
import type { Place } from '@/drawing/place'
import { arrowOf } from './arrows'

const STEP = 0.25
/** On the table, to a hundredth of a diamond. */
const inside = ([x, y]: Place): Place => [
  Math.round(100 * Math.min(8, Math.max(0, x))) / 100,
  Math.round(100 * Math.min(4, Math.max(0, y))) / 100,
]

export function useKeyPlace(
  asks: () => boolean,
  begin: () => Place,
  upright: Ref<boolean>,
  take: (at: Place) => void,
) {
  /** Where the arrow keys are; none before the first. */
  const aimed = ref<Place | null>(null)
  function choose(at: Place) {
    aimed.value = null
    take(inside(at))
  }
  function step(event: KeyboardEvent) {
    if (!asks()) return
    const by = arrowOf(event.key, upright.value)
    const from = aimed.value ?? begin()
    if (by) aimed.value = inside([from[0] + STEP * by[0], from[1] + STEP * by[1]])
    else if (event.key === 'Enter' && aimed.value) choose(aimed.value)
    else return
    event.preventDefault()
    event.stopPropagation()
  }
  return { aimed, choose, step }
}
