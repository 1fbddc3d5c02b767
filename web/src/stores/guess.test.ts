import { createPinia, setActivePinia } from 'pinia'
import { nextTick, reactive } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { useGuess } from './guess'

const study = vi.hoisted(() => ({ value: {} as Record<string, unknown> }))
vi.mock('./study', () => ({ useStudy: () => study.value }))
vi.mock('@/api/client', async (original) => {
  const answer = (data: unknown) => ({ data, response: { ok: true, status: 200 } })
  const said = { meant: 'safe', ball: '4', words: 'Safe off the 4', line: null }
  const api = { GET: async () => answer(null), POST: async () => answer(said) }
  return { ...(await original<Record<string, unknown>>()), api }
})

beforeEach(() => {
  study.value = reactive({ study: null, asking: false, isFinal: false, isRefining: false, options: [] })
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => null })
  setActivePinia(createPinia())
})
/** A question is asked and gets a number. */
async function ask(id: number) {
  study.value['asking'] = true
  await nextTick()
  study.value['study'] = { id }
  study.value['asking'] = false
  await nextTick()
}

describe('guess first', () => {
  it('is off until wanted', async () => {
    const guess = useGuess()
    await ask(5)
    expect(guess.waits).toBe(false)
  })
  it('keeps the ledger closed until something is said, or nothing is wanted to be', async () => {
    const guess = useGuess()
    guess.turn()
    await ask(5)
    expect(guess.waits).toBe(true)
    await guess.say({ meant: 'safe', ball: '4' })
    expect([guess.waits, guess.guess?.words]).toEqual([false, 'Safe off the 4'])
    await ask(6)
    expect([guess.waits, guess.guess]).toEqual([true, null])
    guess.skip()
    expect(guess.waits).toBe(false)
  })
  it('asks nothing of a study that is only opened again', async () => {
    const guess = useGuess()
    guess.turn()
    study.value['study'] = { id: 9 }
    await nextTick()
    expect(guess.waits).toBe(false)
  })
})
