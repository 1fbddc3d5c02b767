// @vitest-environment jsdom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import SideView from './SideView.vue'

const jump = {
  way: [
    [0, 0, 0],
    [200, 60, 0.1],
    [400, 0, 0.2],
  ],
  landings: [400],
  air: [],
  balls: [
    { ball: '5', along_mm: 200, aside_mm: 3, margin_mm: 11.6 },
    { ball: '2', along_mm: 470, aside_mm: 40 },
  ],
  radius_mm: 28.6,
  words: 'Clears the 5 by 12 mm, 60 mm high, down after 1.3 diamonds.',
}

describe('a jump from the side', () => {
  it('shows all balls to scale, what is cleared by how much, and says the same', () => {
    const view = mount(SideView, { props: { jump } })
    expect(view.findAll('.ball').map((ball) => ball.attributes('r'))).toEqual(['28.6', '28.6'])
    expect(view.findAll('text').map((text) => text.text())).toEqual(['5', '12 mm', '2'])
    expect(view.findAll('.beside')).toHaveLength(1)
    expect(view.find('svg').attributes('aria-label')).toBe(jump.words)
    expect(view.text()).toContain('Ask your hall first')
  })
  it('follows the shot in time', async () => {
    const view = mount(SideView, { props: { jump, time: 0.1 } })
    const at = () => view.findAll('.cue').map((ball) => [ball.attributes('cx'), ball.attributes('cy')])
    expect(at()).toEqual([['200', '-88.6']])
    await view.setProps({ time: 0.2 })
    expect(at()).toEqual([['400', '-28.6']])
    await view.setProps({ time: null })
    expect(at()).toHaveLength(3)
  })
})
