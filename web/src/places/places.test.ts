// @vitest-environment jsdom
import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Match } from '@/api/client'
import { useMatch } from '@/stores/match'
import { useRunOut } from '@/stores/runout'
import OutcomeButtons from './players/sitting/OutcomeButtons.vue'
import ScoreCard from './record/match/ScoreCard.vue'
import PageTurner from './record/PageTurner.vue'
import StepBar from './runout/StepBar.vue'

beforeEach(() => setActivePinia(createPinia()))

describe('the outcomes of an attempt', () => {
  it('lie as the misses do beside the pocket, what has no side apart, and are one tap', async () => {
    const outcomes = ['far thick', 'thick', 'made', 'thin', 'far thin', 'scratch'].map((name) => ({
      name,
      words: name,
    }))
    const buttons = mount(OutcomeButtons, { props: { outcomes } })
    expect(buttons.findAll('.row button').map((one) => one.text())).toEqual(
      outcomes.slice(0, 5).map(({ name }) => name),
    )
    await buttons.find('.apart').trigger('click')
    expect(buttons.emitted('tap')).toEqual([['scratch']])
  })
})

describe('the score of a match', () => {
  const shown = (over: boolean) => {
    const store = useMatch()
    store.match = {
      id: 1, player_name: 'Ida', opponent_name: 'Rosa', race_to: 3, over, racks: [],
      running: [{ my_racks: over ? 3 : 1, their_racks: 1, chance: 0.64, i_break: true }],
    } as unknown as Match // prettier-ignore
    return { store, card: mount(ScoreCard) }
  }
  it('is a tap a rack, with how it was won beside it', async () => {
    const { store, card } = shown(false)
    const score = vi.spyOn(store, 'score').mockResolvedValue(undefined)
    expect(card.text()).toContain('race to 3')
    expect(card.text()).toContain('64 %')
    await card.findAll('[role=group] button')[0]?.trigger('click')
    await card.findAll('.big')[0]?.trigger('click')
    expect(score).toHaveBeenCalledWith(true, expect.stringMatching(/\w/))
  })
  it('says who won when it is over, and takes no more taps', () => {
    const { card } = shown(true)
    expect(card.text()).toContain('Ida won the match')
    expect(card.findAll('.big')).toHaveLength(0)
  })
})

describe('long lists and plans', () => {
  it('turn page by page, not beyond the ends', async () => {
    const turner = mount(PageTurner, { props: { page: 0, total: 120, size: 50, what: 'decisions' } })
    expect(turner.text()).toContain('page 1 of 3')
    const [newer, older] = turner.findAll('button')
    expect(newer?.attributes('disabled')).toBeDefined()
    await older?.trigger('click')
    expect(turner.emitted('turn')).toEqual([[1]])
    expect(mount(PageTurner, { props: { page: 0, total: 5, size: 50, what: 'x' } }).text()).toBe('')
  })
  it('are stepped through ball by ball, each ball said', async () => {
    const store = useRunOut()
    store.runOut = {
      id: 1, status: 'done', revision: 1,
      document: { goal: 'rack', plan: [{ step: 0, words: 'Cut the 3' }, { step: 1, words: 'Stop on the 9' }] },
    } as unknown as typeof store.runOut // prettier-ignore
    const bar = mount(StepBar)
    await bar.find('[aria-label="One ball on"]').trigger('click')
    expect(store.step).toBe(0)
    await bar.find('[aria-label="Shot 2: Stop on the 9"]').trigger('click')
    expect(store.step).toBe(1)
    expect(bar.find('[aria-label="One ball on"]').attributes('disabled')).toBeDefined()
  })
})
