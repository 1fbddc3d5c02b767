// @vitest-environment jsdom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import ChoiceChips from './ChoiceChips.vue'
import ProblemList from './ProblemList.vue'
import ProgressLine from './ProgressLine.vue'

describe('problems', () => {
  it('are told at once to who cannot see them, each with what would be accepted', () => {
    const problems = [
      { where: 'ball 3', what: 'it overlaps ball 5', accepted: 'Move one of them apart.' },
      { where: '', what: 'The server does not answer', accepted: '' },
    ]
    const list = mount(ProblemList, { props: { problems } })
    expect(list.attributes('role')).toBe('alert')
    expect(list.findAll('li').map((item) => item.text())).toEqual([
      'ball 3: it overlaps ball 5. Move one of them apart.',
      'The server does not answer.',
    ])
    expect(
      mount(ProblemList, { props: { problems: [] } })
        .find('[role=alert]')
        .exists(),
    ).toBe(false)
  })
})

describe('one of a few', () => {
  it('is chosen by a press; which it is can be heard', async () => {
    const options = [
      { key: 'a', name: 'Run out' },
      { key: 'b', name: 'A mistake' },
    ]
    const chips = mount(ChoiceChips, { props: { label: 'How', options, value: 'b' } })
    expect(chips.findAll('button').map((one) => one.attributes('aria-pressed'))).toEqual(['false', 'true'])
    await chips.findAll('button')[0]?.trigger('click')
    expect(chips.emitted('choose')).toEqual([['a']])
  })
})

describe('progress', () => {
  it('is a share that a reader can hear', () => {
    const line = mount(ProgressLine, { props: { label: 'Weighing', share: 0.416 } })
    expect([line.attributes('aria-valuenow'), line.attributes('aria-label')]).toEqual(['42', 'Weighing'])
  })
})
