import { describe, expect, it } from 'vitest'
import { pinched, shiftTo, type View } from './zoom'

const whole: View = { x: -150, y: -150, width: 2840, height: 1570 }
/** Where a place of the drawing lies on the screen, px. */
const px = (view: View, x: number, y: number) => [
  ((x - view.x) * 284) / view.width,
  ((y - view.y) * 284) / view.width,
]

describe('a pinch', () => {
  it('keeps what is between the fingers between them, however they move', () => {
    const begun = pinched(
      whole,
      whole,
      284,
      { middle: [100, 60], apart: 40 },
      { middle: [110, 70], apart: 100 },
    )
    const held = [-150 + 1000, -150 + 600] as const
    px(begun, ...held).forEach((at, k) => expect(at).toBeCloseTo([110, 70][k] as number))
    const pushed = pinched(
      begun,
      whole,
      284,
      { middle: [110, 70], apart: 80 },
      { middle: [130, 60], apart: 80 },
    )
    expect(pushed.width).toBeCloseTo(begun.width)
    px(pushed, ...held).forEach((at, k) => expect(at).toBeCloseTo([130, 60][k] as number))
  })
  it('shows nothing beyond the table, and goes no nearer than five times', () => {
    const out = pinched(whole, whole, 284, { middle: [10, 10], apart: 90 }, { middle: [200, 100], apart: 30 })
    expect(out).toEqual(whole)
    const corner = pinched(whole, whole, 284, { middle: [0, 0], apart: 10 }, { middle: [90, 90], apart: 900 })
    expect([corner.x, corner.y, corner.width, corner.height]).toEqual([-150, -150, 568, 314])
  })
  it('moves the layers as they are to where they will be drawn', () => {
    const near = { x: 560, y: 243, width: 1420, height: 785 }
    const [across, down, scale] =
      shiftTo(whole, near, 284)
        .match(/-?[\d.]+/g)
        ?.map(Number) ?? []
    expect([across, down, scale].map((v) => Math.round(10 * (v ?? 0)) / 10)).toEqual([-142, -78.6, 2])
  })
})
