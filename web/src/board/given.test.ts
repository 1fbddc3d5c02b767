// @vitest-environment jsdom
import { beforeEach, describe, expect, it } from 'vitest'
import { keepGiven, takeGiven } from './given'

const DOCUMENT = { format: 'partita-layout', version: 1, balls: { cue: [2, 1], '9': [6, 2] } } as const

describe('a layout that waits for its reader to sign in', () => {
  beforeEach(() => localStorage.clear())
  it('is taken once, whole, with its title', () => {
    keepGiven({ document: structuredClone(DOCUMENT) as never, title: 'Which pocket?' })
    const taken = takeGiven()
    expect(taken?.title).toBe('Which pocket?')
    expect(taken?.document.balls).toEqual(DOCUMENT.balls)
    expect(taken?.document.situation).toBeTruthy()
    expect(takeGiven()).toBeNull()
  })
  it('breaks nothing where it cannot be read', () => {
    localStorage.setItem('partita-given', '{"document": 3')
    expect(takeGiven()).toBeNull()
    expect(takeGiven()).toBeNull()
  })
})
