/** From places in metres or diamonds to the drawing, which lies along or stands upright. */
import type { Table } from '@/api/client'

export type Point = [number, number]
/** Width of the wooden rail with the cushion, m: what is drawn around the bed. */
export const CUSHION_M = 0.05
export const BORDER_M = 0.15

export interface Frame {
  viewBox: string
  /** The whole of it. */
  box: { x: number; y: number; width: number; height: number }
  /** mm of the drawing from metres of the bed */
  at: (x: number, y: number) => Point
  fromDiamonds: (place: readonly number[]) => Point
  toDiamonds: (point: Point) => Point
}

/** Landscape has the head at the left and the near long rail below; upright has the foot on top. */
export function frameOf(table: Table, upright: boolean): Frame {
  const { length, width } = table
  const at = (x: number, y: number): Point =>
    upright ? [(width - y) * 1000, (length - x) * 1000] : [x * 1000, (width - y) * 1000]
  const border = BORDER_M * 1000
  const [w, h] = upright ? [width * 1000, length * 1000] : [length * 1000, width * 1000]
  const box = { x: -border, y: -border, width: w + 2 * border, height: h + 2 * border }
  return {
    viewBox: `${box.x} ${box.y} ${box.width} ${box.height}`,
    box,
    at,
    fromDiamonds: (place) => at(((place[0] ?? 0) * length) / 8, ((place[1] ?? 0) * width) / 4),
    toDiamonds: ([u, v]) => {
      const [x, y] = upright ? [length - v / 1000, width - u / 1000] : [u / 1000, width - v / 1000]
      return [(8 * x) / length, (4 * y) / width]
    },
  }
}

/** A line through points as the path of an SVG or a canvas. */
export const pathOf = (points: Point[]): string =>
  points.map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')
export const polyline = (points: Point[]): string =>
  points.map(([x, y]) => `${x.toFixed(1)},${y.toFixed(1)}`).join(' ')
