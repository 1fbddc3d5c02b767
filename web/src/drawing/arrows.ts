/** Arrow keys as directions on the table, in diamonds, as it is seen. */
import type { Place } from '@/drawing/place'

const ARROWS: Record<string, Place> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** Along it, or upright with the foot on top: then up leads to the foot, and right to the near long rail. */
export function arrowOf(key: string, upright = false): Place | undefined {
  const way = ARROWS[key]
  return way && upright ? [way[1], -way[0]] : way
}
