import { ref } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Place } from '@/drawing/place'
import { nineFoot } from './testTable'
import { frameOf } from './frame'
import { useHand } from './useHand'

const frame = frameOf(nineFoot, false)
/** One pixel of the screen is one mm of the drawing. */
const svg = ref({ getScreenCTM: () => ({ inverse: () => null }), setPointerCapture: vi.fn() })
const acts = { select: vi.fn(), place: vi.fn(), remove: vi.fn(), explain: vi.fn(), aim: vi.fn() }
let aims = false

function pointer([x, y]: Place, ball: string | null = null, pointerType = 'mouse'): PointerEvent {
  const [clientX, clientY] = frame.fromDiamonds([x, y])
  const target = { closest: () => (ball ? { dataset: { ball } } : null) }
  return { clientX, clientY, target, pointerType, pointerId: 1 } as unknown as PointerEvent
}
const hand = () =>
  useHand(
    {
      table: () => nineFoot,
      frame: () => frame,
      lying: () => ({ cue: [2, 2], '9': [6, 2] }),
      aims: () => aims,
      svg: svg as never,
    },
    acts,
  )
const rounded = (place: unknown) => (place as Place).map((v) => Math.round(100 * v) / 100)

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal(
    'DOMPoint',
    class {
      constructor(
        readonly x: number,
        readonly y: number,
      ) {}
      matrixTransform() {
        return this
      }
    },
  )
  for (const act of Object.values(acts)) act.mockReset()
  aims = false
})

describe('a ball in the hand', () => {
  it('is taken where it is held, follows, and is put down once', () => {
    const { press, move, release, places } = hand()
    // Held at its edge: it does not jump to the pointer.
    press(pointer([6.05, 2], '9'))
    expect(acts.select).toHaveBeenCalledWith('9')
    move(pointer([5.05, 1.3]))
    expect(rounded(places.value['9'])).toEqual([5, 1.3])
    expect(acts.explain).not.toHaveBeenCalled()
    vi.advanceTimersByTime(200)
    expect(acts.explain.mock.calls).toEqual([['Ball 9 at 5.00, 1.30']])
    release()
    release()
    expect(acts.place.mock.calls.map(([ball, at]) => [ball, rounded(at)])).toEqual([['9', [5, 1.3]]])
  })
  it('stays where it lies when it was only pressed, and lets go of the choice beside it', () => {
    const { press, release } = hand()
    press(pointer([6, 2], '9'))
    release()
    press(pointer([1, 1]))
    expect(acts.select).toHaveBeenLastCalledWith(null)
    expect(acts.place).not.toHaveBeenCalled()
  })
  it('goes back from where it cannot lie, with the reason', () => {
    const { press, move, release, wrong } = hand()
    press(pointer([6, 2], '9'))
    move(pointer([2.07, 2.06]))
    expect(wrong.value).toMatch(/overlaps/)
    release()
    expect(acts.place).not.toHaveBeenCalled()
    expect(acts.explain.mock.lastCall?.[0]).toMatch(/overlaps.*It went back to where it was\.$/)
  })
  it('is taken off beyond the rails, and nowhere when the drag is broken off', () => {
    const { press, move, release, cancel } = hand()
    press(pointer([6, 2], '9'))
    move(pointer([6, -0.9]))
    vi.advanceTimersByTime(200)
    expect(acts.explain).toHaveBeenLastCalledWith('Let go to take the ball off.')
    cancel()
    release()
    expect(acts.remove).not.toHaveBeenCalled()
    press(pointer([6, 2], '9'))
    move(pointer([6, -0.9]))
    release()
    expect(acts.remove).toHaveBeenCalledWith('9')
  })
  it('from the tray lies above a finger, and under a mouse', () => {
    const { carry, places } = hand()
    carry('3', pointer([4, 2], null, 'mouse'))
    expect(rounded(places.value['3'])).toEqual([4, 2])
    carry('3', pointer([4, 2], null, 'touch'))
    const above = ((places.value['3']?.[1] ?? 0) - 2) * (1270 / 4)
    expect(above).toBeCloseTo(40, 6)
  })
})

describe('a hand that aims', () => {
  it('turns the shot about the cue ball in degrees of the real table, and takes no ball', () => {
    aims = true
    const { press, move, release } = hand()
    press(pointer([4, 4], '9'))
    // Two diamonds along and two across are as far on a table twice as long as wide.
    expect(acts.aim.mock.lastCall?.[0]).toBeCloseTo(45, 6)
    move(pointer([2, 3]))
    expect(acts.aim.mock.lastCall?.[0]).toBeCloseTo(90, 6)
    release()
    move(pointer([1, 2]))
    expect([acts.aim.mock.calls.length, acts.select.mock.calls.length]).toEqual([2, 0])
  })
  it('does not jump about within the cue ball', () => {
    aims = true
    hand().press(pointer([2.02, 2.01]))
    expect(acts.aim).not.toHaveBeenCalled()
  })
})
