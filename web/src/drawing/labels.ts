/** Words beside clouds of resting places, put where they cover neither a ball nor each other. */
import type { Drawing } from '@/api/client'
import { ballWords } from './balls'
import type { Frame, Point } from './frame'
import { text } from '@/words/text/drawing'

export interface Label {
  ball: string
  words: string
  at: Point
}
/** A cloud is named when most executions leave the ball on the table. */
const LEAST_SHARE = 0.5
/** How high words on the cloth are, mm, where nothing else is said. */
export const LABEL_MM = 38
/** Half the room that such a label takes, and a ball's, mm. */
const HALF: Point = [150, 24]
const BALL = 32

/** size : of the words, mm. */
export function restLabels(drawing: Drawing, frame: Frame, balls: Point[], size = LABEL_MM): Label[] {
  const placed: Label[] = []
  for (const [ball, places] of Object.entries(drawing.rests)) {
    if (places.length < LEAST_SHARE * drawing.executions) continue
    const at = freePlace(places.map(frame.fromDiamonds), balls, placed, frame, size / LABEL_MM)
    const name = Number(ball) ? ball : ballWords(ball)
    if (at) placed.push({ ball, words: text.restsHere(name), at })
  }
  return placed
}

/** Where the words below a ball are, as points along them. */
export const wordsBelow = ([x, y]: Point, radius: number): Point[] =>
  [18, 44].flatMap((below): Point[] => [-60, -30, 0, 30, 60].map((aside) => [x + aside, y + radius + below]))

/** Above the cloud, below it, or a little farther; none when all of it is taken. */
function freePlace(
  cloud: Point[],
  balls: Point[],
  placed: Label[],
  { box }: Frame,
  grown: number,
): Point | null {
  const half: Point = [grown * HALF[0], grown * HALF[1]]
  const share = (axis: 0 | 1, part: number) =>
    cloud.map((p) => p[axis]).sort((a, b) => a - b)[Math.floor(part * cloud.length)] ?? 0
  const x = Math.min(box.x + box.width - half[0] - 60, Math.max(box.x + half[0] + 60, share(0, 0.5)))
  const [above, below] = [share(1, 0.06) - 26, share(1, 0.94) + 60]
  const tries = [above, below, above - 60, below + 60, above - 120, below + 120]
  const isFree = (y: number) =>
    y > box.y + 60 &&
    y < box.y + box.height - 40 &&
    balls.every((p) => Math.abs(p[0] - x) > half[0] + BALL || Math.abs(p[1] - y + 14) > half[1] + BALL) &&
    placed.every(({ at }) => Math.abs(at[0] - x) > 2 * half[0] || Math.abs(at[1] - y) > 2 * half[1])
  const y = tries.find(isFree)
  return y === undefined ? null : [x, y]
}
