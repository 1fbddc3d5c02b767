// @vitest-environment jsdom
import { mount } from '@vue/test-utils'
import { beforeAll, describe, expect, it, vi } from 'vitest'
import type { Ball, Spot } from './mended'
import PhotoPicture from './PhotoPicture.vue'

const picture = { url: 'blob:table', file: new File([], 'table.jpg'), width: 1600, height: 1200 }
const ring: Spot[] = [
  [90, 90],
  [110, 90],
  [110, 110],
  [90, 110],
]
const ball: Ball = {
  name: '3',
  at: [1, 1],
  ring,
  seen: 0,
  isSure: false,
  words: 'Ball 3: look at its number.',
}
const six: Spot[] = Array.from({ length: 6 }, (_, k) => [100 * k, 50])
const seen = (pockets: Spot[], more: { balls?: Ball[]; adding?: string; outlined?: boolean } = {}) => {
  const view = mount(PhotoPicture, {
    props: { picture, pockets, balls: [], chosen: null, adding: null, outlined: false, ...more },
  })
  const svg = view.get('svg').element as unknown as SVGSVGElement
  // Half as large on the screen as it is.
  svg.getBoundingClientRect = () => ({ left: 10, top: 20, width: 800, height: 600 }) as DOMRect
  svg.setPointerCapture = () => undefined
  return view
}
const at = (clientX: number, clientY: number) => ({ clientX, clientY, button: 0, pointerId: 1 })

beforeAll(() => {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe = () => undefined
      disconnect = () => undefined
    },
  )
})

describe('a photo', () => {
  it('is pressed where a pocket is while fewer than six are, and then only where a ball is put in', async () => {
    const few = seen(six.slice(0, 5))
    await few.get('svg').trigger('pointerdown', at(110, 70))
    await few.get('svg').trigger('pointerup', at(110, 70))
    expect(few.emitted('press')).toEqual([[[200, 100], undefined]])
    const all = seen(six)
    await all.get('svg').trigger('pointerdown', at(110, 70))
    await all.get('svg').trigger('pointerup', at(110, 70))
    expect(all.emitted()).not.toHaveProperty('press')
    const adding = seen(six, { adding: '5' })
    await adding.get('svg').trigger('pointerdown', at(110, 70))
    await adding.get('svg').trigger('pointerup', at(110, 70))
    expect(adding.emitted('add')).toEqual([[[200, 100]]])
  })
  it('has rings that are chosen by a press, moved by a drag, by as much as the finger went', async () => {
    const view = seen(six, { balls: [ball] })
    const mark = view.get('[data-ball="3"]')
    expect(mark.attributes('aria-label')).toBe('Ball 3: look at its number.')
    await mark.trigger('pointerdown', at(62, 72))
    await view.get('svg').trigger('pointermove', at(64, 73))
    await view.get('svg').trigger('pointerup', at(64, 73))
    expect(view.emitted('choose')).toEqual([[0]])
    await mark.trigger('pointerdown', at(62, 72))
    await view.get('svg').trigger('pointermove', at(92, 62))
    await view.get('svg').trigger('pointerup', at(92, 62))
    expect(view.emitted('move')).toEqual([[0, [160, 80]]])
  })
  it('is mended by keys: rings and pockets shifted, a ball chosen or taken away', async () => {
    const balls = seen(six, { balls: [ball] })
    const mark = balls.get('[data-ball="3"]')
    for (const key of ['ArrowLeft', 'Enter', 'Delete']) await mark.trigger('keydown', { key })
    expect(balls.emitted('move')).toEqual([[0, [98, 100]]])
    expect(balls.emitted('choose')).toEqual([[0]])
    expect(balls.emitted('remove')).toEqual([[0]])
    const pockets = seen(six, { outlined: true })
    await pockets.get('.pocket').trigger('keydown', { key: 'ArrowDown', shiftKey: true })
    expect(pockets.emitted('press')).toEqual([[[0, 60], 0]])
  })
})
