import { describe, expect, it } from 'vitest'
import type { KeptLayout, Question, Recent, StudyLine } from '@/api/client'
import { emptyScene, type Scene } from '@/board/document'
import type { SharedBoard } from '@/board/useBoard'
import { LAYERS } from '@/drawing/layers'
import { entriesOf, found } from './library'
import { isStillAsked } from '@/board/question'
import { ledgerState } from './ledgerState'
import { TABLE_KEYS } from './tableKeys'

const scene: Scene = {
  ...emptyScene(),
  document: { ...emptyScene().document, balls: { cue: [2, 1], '9': [6, 2] } },
}
const boardWith = (more: Partial<Scene> = {}) =>
  ({
    ...{ ...scene, ...more },
    scene: { ...scene, ...more },
    isKept: false,
    id: null,
  }) as unknown as SharedBoard
const question = {
  // As the server gives it back: keys in another order, digits as files keep them, what is ordinary left out.
  document: {
    version: 1,
    format: 'partita-layout',
    game: 'nine-ball',
    table: 'pool-9ft',
    balls: { '9': [6.0000001, 2], cue: [2, 1] },
    situation: { their_fouls: 0, my_fouls: 0, ball_in_hand: 'none', shooter: 'me' },
  },
  players: { them: 'league', me: 'league' },
  seed: 1,
  samples: 1000,
  match: null,
} as unknown as Question

describe('a study’s question', () => {
  it('is still asked while nothing that matters has changed', () => {
    expect(isStillAsked(question, boardWith())).toBe(true)
    const situation = { ...scene.document.situation, push_out: 'none' as const, free_ball: false }
    expect(isStillAsked(question, boardWith({ document: { ...scene.document, situation } }))).toBe(true)
  })
  it('is no longer asked when a ball, a player, the race or a table’s field is another', () => {
    const { document } = scene
    const others: Partial<Scene>[] = [
      { document: { ...document, balls: { ...document.balls, '9': [6.01, 2] } } },
      { them: 'beginner' },
      { race: { race_to: 5, my_racks: 0, their_racks: 0, i_break: true } },
      { document: { ...document, table: { name: 'pool-9ft', cloth: 'fast' } } },
      { document: { ...document, strokes: [{ aim_deg: 3, speed_mps: 2 }] } },
    ]
    for (const other of others) expect(isStillAsked(question, boardWith(other))).toBe(false)
  })
})

describe('the library', () => {
  const document = { ...scene.document } as unknown as KeptLayout['document']
  const snooker = { ...document, game: 'snooker' } as KeptLayout['document']
  const entries = entriesOf(
    [{ id: 1, revision: 1, name: 'Rack 4: three from home', document, updated: '2026-01-01' }],
    [
      {
        id: 2,
        name: 'Frame 2',
        document: snooker,
        created: '2026-01-02',
        layout_id: null,
        best: 'Cut the blue',
        chance: 0.613,
      },
    ] as StudyLine[],
    [{ id: 3, document, created: '2026-01-03', best: 'Kick the 9' }] as Recent[],
  )
  it('tells of a study its first line with its chance, and of a layout how much lies there', () => {
    const own = entries.filter(({ kind }) => kind !== 'to-try')
    expect(own.map((entry) => entry.more)).toEqual(['one ball', 'Cut the blue, 61 %', 'one ball'])
  })
  it('finds by words of the name, of the first line and of the game, and by game', () => {
    const ids = (words: string, game = '') => found(entries, words, game).map((entry) => entry.id)
    expect([ids('rack home'), ids('BLUE'), ids('snooker'), ids('', 'snooker'), ids('nothing')]).toEqual([
      [1],
      [2],
      [2],
      [2],
      [],
    ])
  })
})

describe('keys', () => {
  it('are each used once', () => {
    const letters = TABLE_KEYS.map(([key]) => key)
    expect(new Set(letters).size).toBe(letters.length)
  })
  it('of the layers are letters of their labels', () => {
    for (const { name, letter } of LAYERS) expect(name.toUpperCase()).toContain(letter)
  })
})

describe('the ledger says how far it is', () => {
  const plain = {
    stale: false,
    status: 'running',
    waitsFor: '',
    isSettled: false,
    running: true,
    lines: 0,
    seconds: 2.04,
    changed: false,
    looked: false,
  }
  it('from looking to settled, and what still runs then', () => {
    expect(ledgerState(plain)).toBe('looking')
    expect(ledgerState({ ...plain, lines: 4 })).toBe('refining')
    const choice = { ...plain, isSettled: true, lines: 4 }
    expect(ledgerState(choice)).toBe('settled in 2.0 s; now what would change the choice')
    expect(ledgerState({ ...choice, lines: 1 })).toBe('settled in 2.0 s; looking ahead')
    expect(ledgerState({ ...plain, isSettled: true, changed: true })).toBe('settled in 2.0 s; looking ahead')
    const over = { ...plain, isSettled: true, changed: true, running: false }
    expect(ledgerState(over)).toBe('settled in 2.0 s')
    expect(ledgerState({ ...over, looked: true })).toBe('settled in 2.0 s, then looked ahead')
  })
  it('and when it waits, has ended, or no longer answers what lies there', () => {
    expect(ledgerState({ ...plain, waitsFor: 'the rules' })).toBe('waiting')
    expect(ledgerState({ ...plain, status: 'stopped' })).toBe('stopped')
    expect(ledgerState({ ...plain, stale: true, isSettled: true })).toBe('the layout has changed since')
  })
})
