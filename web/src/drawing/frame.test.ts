import { describe, expect, it } from 'vitest'
import type { Drawing, Table } from '@/api/client'
import { nineFoot } from './testTable'
import { denseStrokes, type Worth } from './dense'
import { frameOf, pathOf, polyline } from './frame'
import { restLabels } from './labels'
import { deeOf, spotsOf, stringOf } from './marks'

const snooker = { name: 'snooker-12ft', length: 3.569, width: 1.778 } as Table
const SHOWN = {
  fan: true,
  rests: true,
  shadows: true,
  window: true,
  scratches: true,
  positions: true,
  hand: true,
}
/** A drawing whose balls rest about these places. */
const drawn = (rests: Record<string, [number, number]>, executions = 40): Drawing =>
  ({
    executions,
    fans: {
      cue: Array.from({ length: executions }, () => [
        [2, 1],
        [3, 1],
      ]),
    },
    rests: Object.fromEntries(
      Object.entries(rests).map(([ball, [x, y]]) => [
        ball,
        Array.from({ length: executions }, (_, i) => [x + 0.01 * (i % 5), y + 0.01 * (i % 7)]),
      ]),
    ),
  }) as unknown as Drawing

describe('a table’s frame', () => {
  it('gives every place back, lying along or upright', () => {
    for (const upright of [false, true]) {
      const frame = frameOf(nineFoot, upright)
      for (const place of [
        [0, 0],
        [8, 4],
        [2.95, 2.8],
        [6, 0.25],
      ] as const) {
        const [x, y] = frame.toDiamonds(frame.fromDiamonds(place))
        expect([x, y].map((v) => +v.toFixed(9))).toEqual([...place])
      }
    }
  })
  it('has the head at the left and the near rail below, or the foot on top', () => {
    const [along, upright] = [frameOf(nineFoot, false), frameOf(nineFoot, true)]
    expect(along.fromDiamonds([0, 0])[0]).toBeLessThan(along.fromDiamonds([8, 0])[0])
    expect(along.fromDiamonds([0, 0])[1]).toBeGreaterThan(along.fromDiamonds([0, 4])[1])
    expect(upright.fromDiamonds([8, 0])[1]).toBeLessThan(upright.fromDiamonds([0, 0])[1])
    expect(upright.fromDiamonds([0, 0])[0]).toBeGreaterThan(upright.fromDiamonds([0, 4])[0])
  })
  it('draws a diamond as long across as along', () => {
    const { fromDiamonds } = frameOf(nineFoot, false)
    expect(fromDiamonds([1, 0])[0] - fromDiamonds([0, 0])[0]).toBeCloseTo(
      fromDiamonds([0, 0])[1] - fromDiamonds([0, 1])[1],
    )
  })
  it('writes paths that begin where their first point is', () => {
    expect(pathOf([[0, 0], [10, 5.26]])).toBe('M0.0 0.0L10.0 5.3') // prettier-ignore
    expect(polyline([[0, 0], [10, 5.26]])).toBe('0.0,0.0 10.0,5.3') // prettier-ignore
  })
})

describe('marks on the cloth', () => {
  it('are the spots of the game: three at pool, six at snooker, the D about the brown', () => {
    expect(spotsOf(nineFoot).map(({ at }) => at)).toEqual([[2, 2], [4, 2], [6, 2]]) // prettier-ignore
    expect(spotsOf(snooker)).toHaveLength(6)
    expect([stringOf(nineFoot), +((stringOf(snooker) * 3.569) / 8).toFixed(3)]).toEqual([2, 0.737])
    const brown = spotsOf(snooker).find(({ name }) => name.startsWith('brown'))?.at ?? [0, 0]
    const radii = deeOf().map(([x, y]) => Math.hypot(x - brown[0], y - brown[1]))
    expect(Math.max(...radii) - Math.min(...radii)).toBeLessThan(1e-9)
    expect((((radii[0] ?? 0) * 3.569) / 8).toFixed(3)).toBe('0.292')
    expect(Math.max(...deeOf().map(([x]) => x))).toBeLessThanOrEqual(brown[0] + 1e-9)
  })
})

describe('words beside resting places', () => {
  const frame = frameOf(nineFoot, false)

  it('cover neither a ball nor each other, and stay on the table', () => {
    const balls = [frame.fromDiamonds([4, 2]), frame.fromDiamonds([4, 2.3])]
    const labels = restLabels(drawn({ cue: [4, 2], '9': [4.2, 2.1] }), frame, balls)
    expect(labels.map(({ words }) => words).sort()).toEqual(['9 rests', 'cue ball rests'])
    const [one, two] = labels.map(({ at }) => at)
    expect(Math.abs((one?.[1] ?? 0) - (two?.[1] ?? 0))).toBeGreaterThan(40)
    for (const { at } of labels) {
      for (const ball of balls) expect(Math.abs(at[1] - ball[1] + 14)).toBeGreaterThan(50)
    }
    const edge = restLabels(drawn({ cue: [0.05, 3.95] }), frame, [])[0]?.at ?? [0, 0]
    expect(edge[0]).toBeGreaterThan(frame.box.x + 150)
    expect(edge[1]).toBeGreaterThan(frame.box.y + 60)
  })
  it('keep farther from each other where they are larger', () => {
    const apart = (size: number) => {
      const [one, two] = restLabels(drawn({ cue: [4, 2], '9': [4.2, 2.1] }), frame, [], size)
      return Math.abs((one?.at[1] ?? 0) - (two?.at[1] ?? 0))
    }
    expect(apart(38)).toBeGreaterThan(48)
    expect(apart(76)).toBeGreaterThan(96)
  })
  it('are not said of a ball that mostly leaves the table', () => {
    const potted = drawn({ cue: [4, 2] })
    potted.rests['9'] = [[1, 1]]
    expect(restLabels(potted, frame, []).map(({ ball }) => ball)).toEqual(['cue'])
  })
})

describe('dense layers', () => {
  const frame = frameOf(nineFoot, false)

  it('show what is switched on, and nothing without a drawing', () => {
    const drawing = drawn({ cue: [4, 2] })
    expect(denseStrokes(null, [], frame, SHOWN)).toEqual([])
    expect(denseStrokes(drawing, [], frame, { ...SHOWN, fan: false, rests: false })).toEqual([])
    expect(denseStrokes(drawing, [], frame, { ...SHOWN, rests: false })).toHaveLength(40)
    expect(denseStrokes(drawing, [], frame, { ...SHOWN, fan: false })).toHaveLength(1)
  })
  it('are fainter the more tries there are', () => {
    const opacity = (tries: number) => denseStrokes(drawn({}, tries), [], frame, SHOWN)[0]?.opacity ?? 0
    expect(opacity(300)).toBeLessThan(opacity(60))
  })
  it('make the best place for the ball in hand the largest and none of them vanish', () => {
    const worth: Worth[] = [[1, 1, 0.2], [2, 1, 0.5], [3, 1, 0.51], [4, 1, 0.9]] // prettier-ignore
    const strokes = denseStrokes(null, worth, frame, SHOWN)
    const widest = strokes.reduce((a, b) => (a.width > b.width ? a : b))
    expect(widest.d).toBe(`M${frame.fromDiamonds([4, 1]).map((v) => v.toFixed(1)).join(' ')}h0`) // prettier-ignore
    expect(strokes.map(({ d }) => d.match(/M/g)?.length ?? 0).reduce((a, b) => a + b)).toBe(worth.length)
    const alike: Worth[] = [[1, 1, 0.4], [2, 1, 0.4]] // prettier-ignore
    expect(denseStrokes(null, alike, frame, SHOWN)).toHaveLength(1)
  })
})
