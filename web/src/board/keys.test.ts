import { ref } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Place } from '@/drawing/place'
import { createBoard } from '@/board/board'
import type { SharedBoard } from '@/board/useBoard'
import { useNudge } from '@/board/useNudge'
import { nineFoot } from '@/drawing/testTable'
import { arrowOf } from '@/drawing/arrows'
import { frameOf } from '@/drawing/frame'
import { useKeyPlace } from '@/drawing/useKeyPlace'

const upright = ref(false)
vi.mock('@/drawing/useUpright', () => ({ useUpright: () => upright }))
beforeEach(() => (upright.value = false))

const press = (key: string, shiftKey = false) =>
  ({ key, shiftKey, preventDefault: vi.fn(), stopPropagation: vi.fn() }) as unknown as KeyboardEvent
/** Right and up are so much to the right, and so much higher, in the drawing. */
const SEEN: Record<string, Place> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

describe('an arrow key', () => {
  it('leads where it points in the drawing, however the table stands', () => {
    for (const stands of [false, true]) {
      const frame = frameOf(nineFoot, stands)
      const [x, y] = frame.fromDiamonds([4, 2])
      for (const [key, [right, down]] of Object.entries(SEEN)) {
        const by = arrowOf(key, stands) ?? [0, 0]
        const [there, under] = frame.fromDiamonds([4 + by[0], 2 + by[1]])
        expect([Math.sign(Math.round(there - x)), Math.sign(Math.round(under - y))]).toEqual([right, down])
      }
    }
    expect(arrowOf('Enter')).toBeUndefined()
  })
})

describe('a chosen ball', () => {
  function nudged(key: string, shiftKey = false) {
    const board = createBoard()
    board.place('9', [4, 3.98])
    const shared = {
      ...board,
      get document() {
        return board.document.value
      },
      selected: '9',
    } as unknown as SharedBoard
    useNudge(shared)(press(key, shiftKey))?.()
    return board.document.value.balls['9']
  }
  it('is nudged as the table is seen, finer with Shift, and not beyond a rail', () => {
    expect(nudged('ArrowRight')).toEqual([4.05, 3.98])
    expect(nudged('ArrowDown', true)).toEqual([4, 3.97])
    expect(nudged('ArrowUp')).toEqual([4, 4])
    upright.value = true
    expect(nudged('ArrowUp')).toEqual([4.05, 3.98])
    expect(nudged('ArrowRight')).toEqual([4, 3.93])
  })
  it('is taken off with Delete; other keys are none of its', () => {
    expect(nudged('Delete')).toBeUndefined()
    expect(nudged('x')).toEqual([4, 3.98])
  })
})

describe('a place taken by keyboard', () => {
  const taken: Place[] = []
  const asks = ref(true)
  const begin = () => {
    taken.length = 0
    return useKeyPlace(() => asks.value, () => [7.9, 2], upright, (at) => taken.push(at)) // prettier-ignore
  }
  it('begins where it is told, stays on the table, and is taken with Enter', () => {
    const { step, aimed } = begin()
    step(press('Enter'))
    expect(taken).toEqual([])
    step(press('ArrowRight'))
    expect(aimed.value).toEqual([8, 2])
    step(press('ArrowUp'))
    step(press('Enter'))
    expect([taken, aimed.value]).toEqual([[[8, 2.25]], null])
  })
  it('turns with the table', () => {
    upright.value = true
    const { step, aimed } = begin()
    step(press('ArrowDown'))
    expect(aimed.value).toEqual([7.65, 2])
  })
  it('leaves keys alone that are not meant for it', () => {
    const { step } = begin()
    const [letter, arrow] = [press('k'), press('ArrowUp')]
    step(letter)
    expect(letter.preventDefault).not.toHaveBeenCalled()
    step(arrow)
    expect(arrow.preventDefault).toHaveBeenCalled()
    asks.value = false
    const later = press('ArrowUp')
    step(later)
    expect(later.preventDefault).not.toHaveBeenCalled()
    asks.value = true
  })
})
