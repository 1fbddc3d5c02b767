import { describe, expect, it } from 'vitest'
import { nineFoot } from './testTable'
import { frameOf, type Point } from './frame'
import { tagsFor } from './tags'

const frame = frameOf(nineFoot, true)
const [radius, size] = [28.6, 42]
const apart = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1])

describe('numbers beside small balls', () => {
  it('stand beside their own ball and over no other, nor over each other', () => {
    const balls: Record<string, Point> = {}
    for (let k = 0; k < 9; k++) balls[String(k + 1)] = [300 + 150 * (k % 3), 700 + 160 * Math.floor(k / 3)]
    const tags = tagsFor(balls, radius, size, frame)
    expect(tags).toHaveLength(9)
    for (const tag of tags) {
      const own = balls[tag.ball] as Point
      expect(apart(tag.at, own)).toBeLessThan(radius + 2 * size)
      for (const [other, at] of Object.entries(balls)) {
        if (other !== tag.ball) expect(apart(tag.at, at)).toBeGreaterThan(radius + size)
      }
      for (const beside of tags)
        if (beside !== tag) expect(apart(tag.at, beside.at)).toBeGreaterThan(2 * size)
    }
  })
  it('stay on the drawing', () => {
    const [tag] = tagsFor({ '1': [1270, -20] }, radius, size, frame)
    expect(tag?.at[0]).toBeLessThan(1420 - size)
    expect(tag?.at[1]).toBeGreaterThan(-150 + size)
  })
  it('leave the way of the shot in sight where there is room elsewhere', () => {
    const at: Point = [600, 600]
    const [free] = tagsFor({ '1': at }, radius, size, frame)
    const [moved] = tagsFor({ '1': at }, radius, size, frame, [free?.at ?? at])
    expect(apart(moved?.at ?? at, free?.at ?? at)).toBeGreaterThan(size)
  })
})
