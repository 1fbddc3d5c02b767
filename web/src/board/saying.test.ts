import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { useSharedBoard } from './useBoard'
import { useSaying } from './useSaying'

/** What the server makes of a phrase: its ball, and the place or none. */
const heard = vi.hoisted(() => ({ phrases: [] as string[], seeds: [] as number[] }))
vi.mock('./useBoard', async (original) => {
  const found = await original<typeof import('./useBoard')>()
  return { ...found, useBoard: found.useSharedBoard }
})
vi.mock('@/api/client', async (original) => {
  const errors = [{ where: 'phrase', what: 'No such place', accepted: 'Say 3 at 5, 1.5' }]
  const given = (data: unknown) => ({ data, response: { ok: true, status: 200 } })
  const said = (phrase: string) => {
    heard.phrases.push(phrase.trim())
    const [ball = '', where = ''] = phrase.trim().split(' at ')
    if (where === 'nowhere') return { error: { errors }, response: { ok: false, status: 422 } }
    return given({ ball, place: where ? where.split(',').map(Number) : null })
  }
  const racked = { game: 'nine-ball', table: 'pool-9ft', balls: { cue: [1, 2], '1': [6, 2] } }
  const POST = async (path: string, { body }: { body: { phrase: string; seed: number } }) => {
    if (path !== '/api/racks') return said(body.phrase)
    heard.seeds.push(body.seed)
    return given({ document: racked })
  }
  return { ...(await original<Record<string, unknown>>()), api: { POST } }
})
beforeEach(() => {
  heard.phrases.length = heard.seeds.length = 0
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => null, removeItem: () => null })
  setActivePinia(createPinia())
})

describe('places said in words', () => {
  it('are put one after another, parted by semicolons or lines, and the last ball is chosen', async () => {
    const { say, problems } = useSaying()
    expect(await say('3 at 5,1.5; 4 at 6,2\n\n9 at 7,3 ;')).toBe(true)
    const board = useSharedBoard()
    expect(board.document.balls).toMatchObject({ '3': [5, 1.5], '4': [6, 2], '9': [7, 3] })
    expect([board.selected, problems.value, heard.phrases.length]).toEqual(['9', [], 3])
  })
  it('take a ball off that is said to lie nowhere on the table', async () => {
    const { say } = useSaying()
    await say('3 at 5,1; 3')
    const board = useSharedBoard()
    expect(['3' in board.document.balls, board.selected]).toEqual([false, null])
  })
  it('stop at what is not understood, with its reason, and keep what was', async () => {
    const { say, problems } = useSaying()
    expect(await say('3 at 5,1; 4 at nowhere; 9 at 7,3')).toBe(false)
    expect(Object.keys(useSharedBoard().document.balls)).toEqual(['3'])
    expect(problems.value[0]).toMatchObject({ what: 'No such place', accepted: 'Say 3 at 5, 1.5' })
  })
  it('a new break is another one every time, and undo brings back what lay there', async () => {
    const { say, rack } = useSaying()
    await say('3 at 5,1')
    await rack()
    const board = useSharedBoard()
    expect(Object.keys(board.document.balls).sort()).toEqual(['1', 'cue'])
    board.undo()
    expect(board.document.balls).toEqual({ '3': [5, 1] })
    await rack()
    expect(new Set(heard.seeds).size).toBe(2)
  })
  it('a break that comes after the board was changed changes nothing', async () => {
    const { say, rack } = useSaying()
    await say('3 at 5,1')
    const asked = rack()
    useSharedBoard().place('5', [1, 1])
    await asked
    expect(useSharedBoard().document.balls).toEqual({ '3': [5, 1], '5': [1, 1] })
  })
})
