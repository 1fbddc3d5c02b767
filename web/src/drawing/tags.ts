/** Numbers beside balls that are drawn too small to carry them: a tag each, beside its ball, over nothing else. */
import type { Frame, Point } from './frame'

export interface Tag {
  ball: string
  /** Middle of the tag. */
  at: Point
}
/** A ball this many pixels across is read without help. */
export const READABLE_PX = 21
/** Where a tag may stand, as directions from its ball; above right first. */
const AROUND = [-45, -90, 0, -135, 45, 180, 90, 135].map((degrees) => (degrees * Math.PI) / 180)

/** Tags for balls at points of the drawing: `radius` of a ball and `size`, half the width of a tag, in its unit; what
 *  is drawn at the points of `lines` is left in sight where there is room elsewhere. */
export function tagsFor(
  balls: Record<string, Point>,
  radius: number,
  size: number,
  { box }: Frame,
  lines: Point[] = [],
): Tag[] {
  const all = Object.entries(balls)
  const placed: Tag[] = []
  for (const [ball, at] of all) {
    const away = radius + 1.5 * size
    const tries = AROUND.map((angle): Point => [
      at[0] + away * Math.cos(angle),
      at[1] + away * Math.sin(angle),
    ])
    const hits = (point: Point) => {
      const balls = all.filter(([other, p]) => other !== ball && apart(p, point) < radius + size).length
      const tags = placed.filter((tag) => apart(tag.at, point) < 2 * size).length
      const outside =
        point[0] < box.x + size ||
        point[0] > box.x + box.width - size ||
        point[1] < box.y + size ||
        point[1] > box.y + box.height - size
      const covers = lines.some((p) => apart(p, point) < 1.1 * size)
      return 2 * balls + 4 * tags + (outside ? 8 : 0) + (covers ? 1 : 0)
    }
    const best = tries.reduce((one, two) => (hits(two) < hits(one) ? two : one))
    placed.push({ ball, at: best })
  }
  return placed
}
const apart = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1])
