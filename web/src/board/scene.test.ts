import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Player, TableChoice } from '@/api/client'
import { useSession } from '@/session/session'
import { GAMES, type Game } from './document'
import { sceneWords, useScene, type Choice, type Control, type Count } from './scene'
import { useSharedBoard } from './useBoard'

// Outside a component the shared board is the one that is used.
vi.mock('vue', async (original) => ({ ...(await original<object>()), inject: () => null }))

const geometry = (length: number) => ({ length, width: length / 2, reach: 0.0275 })
const labels = (controls: Control[]) => controls.map(({ label }) => label)
const control = <T extends Control>(label: string): T => {
  const found = useScene().value.find((one) => one.label.startsWith(label))
  if (!found) throw new Error(`no ${label}`)
  return found as T
}
const names = (choice: Choice) => choice.options.map(({ name }) => name)

beforeEach(() => {
  vi.stubGlobal('localStorage', {
    getItem: () => null,
    setItem: () => undefined,
    removeItem: () => undefined,
  })
  setActivePinia(createPinia())
  const session = useSession()
  session.players = [
    { key: 'profile:3', name: 'June', own: true, level: 'league' },
    { key: 'league', name: 'league', own: false, level: 'league' },
  ] as Player[]
  session.tables = ['pool-9ft', 'pool-8ft', 'snooker-12ft'].map((key) => ({
    key,
    name: key,
    own: false,
    document: key,
    geometry: geometry(key === 'pool-9ft' ? 2.54 : 2.235),
  })) as TableChoice[]
})

describe('the scene in one line', () => {
  it('says the game, the players, the table and who shoots, and else only what is unusual', () => {
    const board = useSharedBoard()
    const said = () => sceneWords(useScene().value)
    expect(said()).toBe('Nine-ball · league against league · 9-foot · I shoot')
    control<Choice>('Me').set('profile:3')
    control<Choice>('Who shoots').set('them')
    control<Choice>('Opponent’s fouls').set(1)
    control<Choice>('Cue ball').set('anywhere')
    control<Choice>('Race').set(7)
    expect(said()).toBe(
      'Nine-ball · June against league · 9-foot · Opponent shoots · cue ball in hand · opponent’s fouls 1 · race to 7',
    )
    board.run({ do: 'game', game: 'straight-pool' })
    control<Count>('My points').set(12)
    expect(said()).toContain(' · my points 12 · to 100')
  })
})

describe('the controls of the scene', () => {
  it('are those that the game in play has, and no others', () => {
    const board = useSharedBoard()
    const ofGame = (game: Game) => {
      board.run({ do: 'game', game })
      return labels(useScene().value)
    }
    for (const { key } of GAMES) {
      const shown = ofGame(key)
      expect(shown.includes('Groups'), key).toBe(key === 'eight-ball')
      expect(shown.includes('Ball on'), key).toBe(key === 'snooker')
      expect(shown.includes('Points that win'), key).toBe(key === 'straight-pool')
      expect(
        shown.some((label) => label.startsWith('Push-out')),
        key,
      ).toBe(key === 'nine-ball' || key === 'ten-ball')
      expect(new Set(shown).size, key).toBe(shown.length)
    }
  })
  it('each change the scene by a command that can be undone', () => {
    const board = useSharedBoard()
    control<Choice>('Me').set('profile:3')
    control<Choice>('Who shoots').set('them')
    control<Choice>('My fouls').set(2)
    expect([board.scene.me, board.document.situation.shooter, board.document.situation.my_fouls]).toEqual([
      'profile:3',
      'them',
      2,
    ])
    for (let i = 0; i < 3; i++) board.undo()
    expect([board.scene.me, board.document.situation.shooter, board.document.situation.my_fouls]).toEqual([
      'league',
      'me',
      0,
    ])
  })
  it('name players as they are called, and one who has been deleted as that', () => {
    expect(names(control('Opponent'))).toEqual(['June', 'league level'])
    useSharedBoard().run({ do: 'seat', who: 'them', player: 'profile:99' })
    expect(names(control('Opponent'))).toEqual(['June', 'league level', 'a deleted player'])
    expect(control<Choice>('Opponent').value).toBe('profile:99')
    expect(names(control('Me'))).not.toContain('a deleted player')
  })
  it('say nothing of deleted players while the list has not come yet', () => {
    useSession().players = []
    expect(names(control('Me'))).toEqual([])
  })
  it('list a table that came with the layout beside the known ones', () => {
    const board = useSharedBoard()
    expect(names(control('Table'))).toEqual(['9-foot table', '8-foot table', 'Snooker table'])
    board.run({ do: 'table', table: { name: 'Upstairs', base: 'pool-8ft', cloth: 'fast' } })
    expect(names(control('Table'))).toEqual(['9-foot table', '8-foot table', 'Snooker table', 'Upstairs'])
    expect(control<Choice>('Table').value).toBe('here')
    control<Choice>('Table').set('pool-9ft')
    expect(board.document.table).toBe('pool-9ft')
  })
  it('on another table keep balls frozen that were, in the jaws those that were, and all of them off the rubber', () => {
    const board = useSharedBoard()
    const [nine, eight] = [(8 * 0.0275) / 2.54, (8 * 0.0275) / 2.235]
    const balls: Record<string, [number, number]> = {
      cue: [nine, 2],
      '3': [3, 4 - nine],
      '5': [4.5, nine + 0.006],
      '6': [0.02, 0.03],
      '9': [6, 2],
    }
    for (const [ball, at] of Object.entries(balls)) board.place(ball, at)
    control<Choice>('Table').set('pool-8ft')
    const moved = board.document.balls
    expect(moved).toMatchObject({ '6': [0.02, 0.03], '9': [6, 2], '5': [4.5, eight] })
    expect([moved['cue']?.[0], moved['3']?.[1]]).toEqual([eight, 4 - eight])
    control<Choice>('Table').set('pool-9ft')
    expect([board.document.balls['cue'], board.document.balls['3']]).toEqual([balls['cue'], balls['3']])
    board.undo()
    board.undo()
    expect([board.document.table, board.document.balls]).toEqual(['pool-9ft', balls])
  })
  it('put the cue ball in hand where the game allows it', () => {
    const board = useSharedBoard()
    expect(names(control('Cue ball'))).toEqual(['where it lies', 'in hand', 'in hand behind the line'])
    board.run({ do: 'game', game: 'snooker' })
    expect(names(control('Cue ball'))).toEqual(['where it lies', 'in hand in the D'])
  })
  it('keep what has been won when the race gets longer, and no more than a shorter one has', () => {
    const board = useSharedBoard()
    control<Choice>('Race').set(7)
    control<Count>('Racks I have won').set(6)
    control<Choice>('Race').set(11)
    expect(board.scene.race).toMatchObject({ race_to: 11, my_racks: 6, their_racks: 0, i_break: true })
    control<Choice>('Race').set(5)
    expect(board.scene.race?.my_racks).toBe(4)
    expect(control<Count>('Racks I have won').max).toBe(4)
    control<Choice>('Race').set(0)
    expect(board.scene.race).toBe(null)
    expect(labels(useScene().value)).not.toContain('Racks I have won')
  })
})
