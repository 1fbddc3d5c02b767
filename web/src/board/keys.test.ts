import { ref } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Place } from '@/drawing/place'
import { createBoard } from '@/board/board'
import type { OpenBoard } from '@/board/board'
import { useNudge } from '@/board/useNudge'
import { nineFoot } from '@/drawing/testTable'
import { arrowOf } from '@/drawing/arrows'
import { frameOf } from '@/drawing/frame'
import { useKeyPlace } from '@/drawing/useKeyPlace'
import { announced } from '@/parts/announce'

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
  /** The document's body, or something else that has the focus. */
  const body = {}
  function nudged(key: string, shiftKey = false, at: Place = [4, 3], target: object = body) {
    vi.stubGlobal('document', { body })
    const board = createBoard()
    board.place('8', [4, 3.5])
    board.place('9', at)
    const shared = {
      ...board,
      get document() {
        return board.document.value
      },
      selected: '9',
    } as unknown as OpenBoard
    const nudge = useNudge(shared, () => nineFoot)
    nudge({ ...press(key, shiftKey), target } as unknown as KeyboardEvent)?.()
    return board.document.value.balls['9']?.map((v) => Math.round(1e3 * v) / 1e3)
  }
  it('is nudged as the table is seen, finer with Shift', () => {
    expect(nudged('ArrowRight')).toEqual([4.05, 3])
    expect(nudged('ArrowDown', true)).toEqual([4, 2.99])
    upright.value = true
    expect(nudged('ArrowUp')).toEqual([4.05, 3])
    expect(nudged('ArrowRight')).toEqual([4, 2.95])
  })
  it('stops at a cushion and at another ball, and says so', () => {
    const frozen = Math.round((1e3 * 4 * (nineFoot.width - nineFoot.reach)) / nineFoot.width) / 1e3
    expect(nudged('ArrowUp', false, [2, 3.9])).toEqual([2, frozen])
    expect(announced.value).toMatch(/^frozen to the/)
    expect(nudged('ArrowUp', false, [2, frozen])).toEqual([2, frozen])
    expect(announced.value).toMatch(/^frozen to the/)
    const touching = nudged('ArrowUp', false, [4, 3.31])
    expect((3.5 - (touching?.[1] ?? 0)) * (nineFoot.width / 4)).toBeCloseTo(2 * nineFoot.radius, 3)
    expect(announced.value).toBe('frozen to ball 8')
  })
  it('is taken off with Delete where nothing else has the focus; other keys are none of its', () => {
    expect(nudged('Delete')).toBeUndefined()
    expect(nudged('Delete', false, [4, 3], { closest: () => null })).toEqual([4, 3])
    expect(nudged('x')).toEqual([4, 3])
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
