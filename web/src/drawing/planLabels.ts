/** Where the number of a plan's shot stands: beside its cue ball, off all that is there already. */
import type { Point } from './frame'

const AROUND = [0.75, 0.25, -0.25, -0.75, 1, 0, 0.5, -0.5]
const RINGS = [2.4, 3.8, 5.4]
const CLEAR = 2.1

export function freeSpot(cue: Point, taken: Point[], radius: number): Point {
  for (const ring of RINGS) {
    for (const turn of AROUND) {
      const at: Point = [
        cue[0] + ring * radius * Math.cos(turn * Math.PI),
        cue[1] - ring * radius * Math.sin(turn * Math.PI),
      ]
      if (taken.every((other) => Math.hypot(other[0] - at[0], other[1] - at[1]) > CLEAR * radius)) return at
    }
  }
  return [cue[0], cue[1] - 2.4 * radius]
}
