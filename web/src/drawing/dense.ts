/** The dense layers, hundreds of paths and dots, as strokes: for the canvas under the drawing, and for its files. */
import type { Drawing } from '@/api/client'
import { CUE_LIGHT, pathColour } from '@/design/colours'
import { pathOf, type Frame } from './frame'
import type { Layer } from '@/drawing/layers'

/** [x, y, rack chance] of a place for the cue ball in hand. */
export type Worth = [number, number, number]
/** A path to be stroked with round ends; a dot is a path without length. Widths in mm of the table. */
export interface DenseStroke {
  d: string
  colour: string
  width: number
  opacity: number
}
const dot = ([x, y]: readonly [number, number]) => `M${x.toFixed(1)} ${y.toFixed(1)}h0`
/** Sizes of the dots of worth, mm, from the poorest to the best tenth. */
const STEPS = 10
const DOT = { rest: 10, least: 3, most: 30 }

export function denseStrokes(
  drawing: Drawing | null,
  worth: Worth[],
  frame: Frame,
  shown: Record<Layer, boolean>,
): DenseStroke[] {
  return [
    ...(shown.hand ? worthDots(worth, frame) : []),
    ...(drawing && shown.fan ? fan(drawing, frame) : []),
    ...(drawing && shown.rests ? rests(drawing, frame) : []),
  ]
}

/** Fainter the more there are, so that what many executions share stands out. */
function fan(drawing: Drawing, frame: Frame): DenseStroke[] {
  return Object.entries(drawing.fans).flatMap(([ball, lines]) => {
    const opacity = Math.max(0.035, Math.min(0.25, 9 / lines.length))
    return lines
      .filter((points) => points.length > 1)
      .map((points) => ({
        d: pathOf(points.map(frame.fromDiamonds)),
        colour: pathColour(ball),
        width: 3,
        opacity,
      }))
  })
}

function rests(drawing: Drawing, frame: Frame): DenseStroke[] {
  return Object.entries(drawing.rests).map(([ball, places]) => ({
    d: places.map((place) => dot(frame.fromDiamonds(place))).join(''),
    colour: pathColour(ball),
    width: DOT.rest,
    opacity: 0.6,
  }))
}

/** Larger dots where the cue ball is worth more, by tenths between the poorest place and the best. */
function worthDots(worth: Worth[], frame: Frame): DenseStroke[] {
  const chances = worth.map((place) => place[2])
  const [low, high] = [Math.min(...chances), Math.max(...chances)]
  const tenth = (chance: number) =>
    high > low ? Math.min(STEPS - 1, Math.floor((STEPS * (chance - low)) / (high - low))) : STEPS - 1
  return Array.from({ length: STEPS }, (_, step) => ({
    d: worth
      .filter((place) => tenth(place[2]) === step)
      .map((place) => dot(frame.fromDiamonds(place)))
      .join(''),
    colour: CUE_LIGHT,
    width: DOT.least + ((DOT.most - DOT.least) * step) / (STEPS - 1),
    opacity: 0.2 + (0.45 * step) / (STEPS - 1),
  })).filter((stroke) => stroke.d)
}
