// @vitest-environment jsdom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Option } from '@/api/client'
import LedgerLine from './LedgerLine.vue'
import ShareBar from './ShareBar.vue'

const stroke = { aim_deg: 10, speed_mps: 2, side: 0, height: 0, elevation_deg: 0 }
const way = {
  words: 'softer, with follow', stroke, speed: { lengths: 2, words: '2 lengths', pace: 'soft' }, tip: '12 o’clock',
  advised: false, alike: true, ahead: { value: -0.002, low: -0.01, high: 0.006 }, make: 0.61, foul: 0.04,
} // prettier-ignore
const option = {
  id: 'a', name: 'Cut the 8', aim: 'attack', detail: 'medium', potted: '8', source: 'constructed',
  rack_chance: { value: 0.62, low: 0.58, high: 0.66 }, make: { value: 0.6, low: 0.5, high: 0.7 },
  shares: { won: 0.6, left_a_shot: 0.3995, foul: 0.0005 }, ways: [way, { ...way, words: 'firmer' }], ways_words: 'Two of them.',
} as unknown as Option // prettier-ignore
const line = (props: object = {}) =>
  mount(LedgerLine, { props: { option, rank: 1, best: 0.62, chosen: false, ...props } })

describe('a line of the ledger', () => {
  it('says its chance with the ±, how often the ball is made, and that it is the best', () => {
    const text = line().text()
    for (const said of ['Cut the 8', '62%', '± 4.0 %', 'made 60 %', 'best', '2 ways'])
      expect(text).toContain(said)
  })
  it('says how far it is behind when it is not', () => {
    expect(line({ rank: 2, best: 0.67 }).text()).toContain('−5.0 points')
  })
  it('is chosen by a press, and tells a reader that it is', async () => {
    const found = line({ chosen: true })
    await found.find('button.line').trigger('click')
    expect(found.emitted('choose')).toHaveLength(1)
    expect(found.find('button.line').attributes('aria-pressed')).toBe('true')
  })
  it('opens into its ways only when it is chosen, and a way is taken as one’s own shot', async () => {
    expect(line().find('.ways').exists()).toBe(false)
    const found = line({ chosen: true })
    await found.find('.opener').trigger('click')
    expect(found.findAll('.ways li')).toHaveLength(2)
    await found.find('.ways li button').trigger('click')
    expect(found.emitted('take')).toEqual([[stroke]])
  })
})

describe('the bar of endings', () => {
  it('shows what is more than next to nothing, and says it in words', () => {
    const bar = mount(ShareBar, { props: { shares: option.shares } })
    expect(bar.findAll('.part')).toHaveLength(2)
    expect(bar.attributes('aria-label')).toMatch(/60 %.*40 %/)
  })
})
