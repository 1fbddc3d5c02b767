import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Player, TableChoice } from '@/api/client'
import { useSession } from '@/stores/session'
import { GAMES, type Game } from './document'
import { useScene, type Choice, type Control, type Count } from './scene'
import { useSharedBoard } from './useBoard'

// Outside a component the shared board is the one that is used.
vi.mock('vue', async (original) => ({ ...(await original<object>()), inject: () => null }))

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
  session.tables = ['pool-9ft', 'snooker-12ft'].map((key) => ({
    key,
    name: key,
    own: false,
    document: key,
  })) as TableChoice[]
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
    expect(names(control('Table'))).toEqual(['9-foot table', 'Snooker table'])
    board.run({ do: 'table', table: { name: 'Upstairs', base: 'pool-8ft', cloth: 'fast' } })
    expect(names(control('Table'))).toEqual(['9-foot table', 'Snooker table', 'Upstairs'])
    expect(control<Choice>('Table').value).toBe('here')
    control<Choice>('Table').set('pool-9ft')
    expect(board.document.table).toBe('pool-9ft')
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
