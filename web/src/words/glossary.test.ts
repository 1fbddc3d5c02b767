import { describe, expect, it } from 'vitest'
import { GLOSSARY } from './glossary'

describe('the glossary', () => {
  it('has each word once, in the order of the alphabet, in sentences that can be read', () => {
    const names = GLOSSARY.map(({ name }) => name)
    expect(names).toEqual([...new Set(names)].sort((a, b) => a.localeCompare(b)))
    for (const { name, says } of GLOSSARY) {
      expect(says, name).toMatch(/^[A-Z].*\.$/)
      for (const sentence of says.split(/[.;:] /)) expect(sentence.split(' ').length, name).toBeLessThan(26)
    }
  })
})
