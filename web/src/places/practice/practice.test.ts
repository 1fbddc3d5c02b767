import { describe, expect, it } from 'vitest'
import type { ExpectedStep } from '@/api/client'
import { emptyDocument, type LayoutDocument } from '@/board/document'
import { inARow, movedOn, runsOf, standingOf } from '@/stores/ladder'
import { drillOfForm } from './ownDrill'
import { outcomeOfKey } from './practiceKeys'
import { useChoice } from '@/shots/useChoice'
import { costWords, expectedWords } from './words'

const bound = (rule: (attempts: number) => number | null) => Array.from({ length: 151 }, (_, n) => rule(n))
/** Up from seven of seven on, down from none of six on. */
const step = (more: Partial<ExpectedStep> = {}): ExpectedStep => ({
  step: 'a step',
  chance: { value: 0.6, low: 0.5, high: 0.7 },
  stroke: null,
  speed_words: '',
  tip_words: '',
  by_form: [],
  why: '',
  up: bound((n) => (n >= 7 ? n : null)),
  down: bound((n) => (n >= 6 ? 0 : null)),
  ...more,
})
const steps = [step({ down: bound(() => null) }), step(), step({ chance: null, why: 'no' }), step()]
const tries = (made: string, at: number, by = 'player') =>
  [...made].map((one) => ({ by, step: at, made: one === '+' }))

describe('the ladder', () => {
  it('moves by the bounds that were sent, past steps of which nothing can be expected', () => {
    expect(movedOn(steps, { step: 1, made: 7, attempts: 7 })).toBe(3)
    expect(movedOn(steps, { step: 3, made: 0, attempts: 6 })).toBe(1)
    expect(movedOn(steps, { step: 1, made: 6, attempts: 7 })).toBe(1)
    expect(movedOn(steps, { step: 0, made: 0, attempts: 9 })).toBe(0)
    expect(movedOn([step({ up: [], down: [] })], { step: 0, made: 9, attempts: 9 })).toBe(0)
  })
  it('counts what was made since the step was come to, the partner left aside', () => {
    const played = [...tries('+++', 0), ...tries('+-', 1), ...tries('---', 1, 'partner')]
    expect(standingOf(steps, played, 0)).toEqual({ step: 1, made: 1, attempts: 2 })
    expect(standingOf(steps, [], 3)).toEqual({ step: 3, made: 0, attempts: 0 })
    expect(standingOf(steps, tries('+++++++', 1), 0)).toEqual({ step: 3, made: 0, attempts: 0 })
  })
  it('tells how many in a row move up, and the runs', () => {
    expect(inARow(steps, { step: 1, made: 4, attempts: 4 })).toBe(3)
    expect(inARow(steps, { step: 1, made: 0, attempts: 4 })).toBeNull()
    expect(runsOf(tries('++-+++', 0))).toEqual({ now: 3, best: 3 })
    expect(runsOf([])).toEqual({ now: 0, best: 0 })
  })
})

describe('a choice in the quiz', () => {
  it('is whole with a ball and its pocket, and says how often it goes in', () => {
    const choice = useChoice()
    expect(choice.asks.value).toBe('ball')
    choice.takeBall('3')
    expect([choice.asks.value, choice.ready.value, choice.said()]).toEqual(['pocket', false, null])
    choice.takePocket('side-far')
    choice.make.value = 45
    expect(choice.said()).toEqual({ meant: 'pot', ball: '3', pocket: 'side-far', make: 0.45 })
    choice.takeBall('4')
    expect(choice.ready.value).toBe(false)
  })
  it('is safe with both places, the cue ball’s first, moved by pressing again', () => {
    const choice = useChoice()
    choice.mean('safe')
    choice.takeBall('3')
    choice.press([1, 1], undefined)
    expect(choice.ready.value).toBe(false)
    choice.press([7, 3], undefined)
    expect(choice.said()).toMatchObject({ meant: 'safe', cue_to: [1, 1], ball_to: [7, 3] })
    choice.press([2, 2], undefined)
    expect([choice.cueTo.value, choice.ballTo.value]).toEqual([[2, 2], null])
  })
  it('is a stroke of one’s own once it is aimed, along the line from the cue ball', () => {
    const choice = useChoice()
    choice.mean('stroke')
    expect(choice.ready.value).toBe(false)
    choice.press([4, 3], [3, 2])
    expect(choice.stroke.value.aim_deg).toBe(45)
    expect(choice.said()).toMatchObject({ meant: 'stroke', stroke: { aim_deg: 45, speed_mps: 1.6 } })
    choice.mean('pot')
    expect(choice.ready.value).toBe(false)
  })
})

describe('a drill of one’s own', () => {
  const layout = { ...emptyDocument(), balls: { cue: [2, 1], '3': [6, 3] } } as LayoutDocument
  const wish = {
    name: 'Mine', says: '', ball: '3', pocket: 'foot-far', cueAt: [4, 2] as [number, number], ballAt: null,
    within: 1.5, steps: 3, nothingOpen: false,
  } // prettier-ignore
  it('asks for two thirds of the step before it', () => {
    const { steps } = drillOfForm(wish, layout) as {
      steps: { name: string; rule: Record<string, unknown> }[]
    }
    expect(steps.map((one) => one.name)).toEqual([
      'within 1.5 diamonds',
      'within 1 diamonds',
      'within 0.67 diamonds',
    ])
    expect(steps[0]?.rule).toMatchObject({ ball: '3', pocket: 'foot-far', ball_in: null })
  })
  it('has one step where no place of rest gets nearer', () => {
    const { steps, varies } = drillOfForm({ ...wish, cueAt: null }, layout) as {
      steps: unknown[]
      varies: string
    }
    expect([steps.length, varies]).toEqual([1, 'layout'])
  })
})

describe('words and keys of practice', () => {
  it('say what is expected with how sure that is, and what a choice cost', () => {
    expect(expectedWords(step())).toBe('60 % (50 to 70)')
    expect(expectedWords(step({ chance: null }))).toBe('cannot be said on this table')
    expect([costWords(0), costWords(0.034), costWords(null)]).toEqual([
      'cost nothing',
      'cost 3.4 points',
      'did not count',
    ])
    expect(['m', 'x', 'o', 'q'].map(outcomeOfKey)).toEqual(['made', 'missed', 'off', undefined])
  })
})
