/** Words beside clouds of resting places, put where they cover neither a ball nor each other. */
import type { Drawing } from '@/api/client'
import { ballName } from './balls'
import type { Frame, Point } from './frame'

export interface Label {
  ball: string
  words: string
  at: Point
}
/** A cloud is named when most executions leave the ball on the table. */
const LEAST_SHARE = 0.5
/** Half the room that a label takes, and a ball's, mm. */
const HALF: Point = [150, 24]
const BALL = 32

export function restLabels(drawing: Drawing, frame: Frame, balls: Point[]): Label[] {
  const placed: Label[] = []
  for (const [ball, places] of Object.entries(drawing.rests)) {
    if (places.length < LEAST_SHARE * drawing.executions) continue
    const at = freePlace(places.map(frame.fromDiamonds), balls, placed, frame)
    const name = ball === 'cue' ? 'cue ball' : ballName(ball).replace('Ball ', '').toLowerCase()
    if (at) placed.push({ ball, words: `${name} rests`, at })
  }
  return placed
}

/** Where the words below a ball are, as points along them. */
export const wordsBelow = ([x, y]: Point, radius: number): Point[] =>
  [18, 44].flatMap((below): Point[] => [-60, -30, 0, 30, 60].map((aside) => [x + aside, y + radius + below]))

/** Above the cloud, below it, or a little farther; none when all of it is taken. */
function freePlace(cloud: Point[], balls: Point[], placed: Label[], { box }: Frame): Point | null {
  const share = (axis: 0 | 1, part: number) =>
    cloud.map((p) => p[axis]).sort((a, b) => a - b)[Math.floor(part * cloud.length)] ?? 0
  const x = Math.min(box.x + box.width - HALF[0] - 60, Math.max(box.x + HALF[0] + 60, share(0, 0.5)))
  const [above, below] = [share(1, 0.06) - 26, share(1, 0.94) + 60]
  const tries = [above, below, above - 60, below + 60, above - 120, below + 120]
  const isFree = (y: number) =>
    y > box.y + 60 &&
    y < box.y + box.height - 40 &&
    balls.every((p) => Math.abs(p[0] - x) > HALF[0] + BALL || Math.abs(p[1] - y + 14) > HALF[1] + BALL) &&
    placed.every(({ at }) => Math.abs(at[0] - x) > 2 * HALF[0] || Math.abs(at[1] - y) > 2 * HALF[1])
  const y = tries.find(isFree)
  return y === undefined ? null : [x, y]
}
