// @vitest-environment jsdom
import { mount } from '@vue/test-utils'
import { afterEach, describe, expect, it } from 'vitest'
import { KEY_SHEETS } from '../keySheets'
import { turnLetters } from '@/session/letters'
import { letterOf, useKeys } from './keys'

function pressed(...keys: KeyboardEventInit[]) {
  const acted: string[] = []
  const page = mount(
    {
      setup: () => useKeys((event) => () => acted.push(letterOf(event))),
      template: '<input />',
    },
    { attachTo: document.body },
  )
  for (const key of keys) document.body.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, ...key }))
  page.find('input').element.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, key: 'w' }))
  page.unmount()
  return acted
}

describe('keys', () => {
  afterEach(() => turnLetters(true))
  it('act wherever nothing is typed', () => {
    expect(pressed({ key: 'W' }, { key: 'ArrowUp' }, { key: 'w', altKey: true })).toEqual(['w', 'ArrowUp'])
  })
  it('are no letters any more once those are switched off; what is held with Ctrl still acts', () => {
    turnLetters(false)
    expect(pressed({ key: 'w' }, { key: '?' }, { key: 'Escape' }, { key: 'z', ctrlKey: true })).toEqual([
      'Escape',
      'z',
    ])
    expect(document.documentElement.dataset['letters']).toBe('off')
  })
  it('have W for the question of every page with a board, and say each letter once', () => {
    for (const keys of Object.values(KEY_SHEETS)) {
      const letters = keys.map(([key]) => key)
      expect(new Set(letters).size).toBe(letters.length)
    }
    for (const page of ['table', 'runOut', 'kicks'] as const) {
      expect(KEY_SHEETS[page].some(([key]) => key === 'W')).toBe(true)
    }
  })
})
