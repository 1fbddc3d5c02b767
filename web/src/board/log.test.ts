import { describe, expect, it } from 'vitest'
import { applied, type Command } from './commands'
import { emptyScene, isInHand, wholeDocument, type LayoutDocument } from './document'
import { createBoard, readDraft } from './board'
import { emptyLog, MOST_STEPS, redone, sceneOf, undone, withCommand } from './log'

const after = (...commands: Command[]) => commands.reduce(withCommand, emptyLog())
const place = (ball: string, x: number, y: number): Command => ({ do: 'place', ball, at: [x, y] })

describe('a board’s commands', () => {
  it('leave the scene before them as it was', () => {
    const before = emptyScene()
    applied(before, place('9', 6, 2))
    expect(before).toEqual(emptyScene())
  })
  it('put a cue ball placed by hand where it lies', () => {
    const log = after({ do: 'situate', part: { ball_in_hand: 'anywhere' } }, place('cue', 2, 1))
    expect(isInHand(sceneOf(log).document)).toBe(false)
  })
  it('bring a snooker table with snooker, and take off balls that a game does not know', () => {
    const { document } = sceneOf(after(place('9', 6, 2), place('cue', 2, 1), { do: 'game', game: 'snooker' }))
    expect(document.table).toBe('snooker-12ft')
    expect(Object.keys(document.balls)).toEqual(['cue'])
    expect(
      sceneOf(after({ do: 'game', game: 'snooker' }, { do: 'game', game: 'ten-ball' })).document.table,
    ).toBe('pool-9ft')
  })
  it('keep a pool table of one’s own when the pool game changes', () => {
    const table = { name: 'Upstairs', base: 'pool-7ft' }
    const log = after({ do: 'table', table }, { do: 'game', game: 'eight-ball' })
    expect(sceneOf(log).document.table).toEqual(table)
  })
  it('mirrored twice, and turned half round twice, are where they were, strokes as well', () => {
    const stroke = {
      name: 'mine',
      aim_deg: 30,
      speed_mps: 2,
      side: 0.1,
      contact: { ball: '9', side: 'left' as const, cushions_first: ['near-long' as const, 'head' as const] },
    }
    const begin = [place('cue', 2, 1), place('9', 6, 3), { do: 'add-stroke', stroke } as Command]
    const mirrored = sceneOf(after(...begin, { do: 'turn', kind: 'mirror' })).document
    expect(mirrored.balls['9']).toEqual([6, 1])
    expect(mirrored.strokes?.[0]).toMatchObject({ aim_deg: -30, side: -0.1 })
    expect(mirrored.strokes?.[0]?.contact).toMatchObject({
      side: 'right',
      cushions_first: ['far-long', 'head'],
    })
    for (const kind of ['mirror', 'half-turn'] as const) {
      const turn: Command = { do: 'turn', kind }
      expect(sceneOf(after(...begin, turn, turn))).toEqual(sceneOf(after(...begin)))
    }
  })
  it('are plain data: a log sent as text and played again gives the same scene', () => {
    const log = after(place('cue', 2, 1), { do: 'seat', who: 'me', player: 'profile:3' }, place('9', 6, 2))
    expect(sceneOf(JSON.parse(JSON.stringify(log)))).toEqual(sceneOf(log))
  })
})

describe('undo', () => {
  it('plays the list without its last command, and redo takes it up again', () => {
    const log = after(place('cue', 2, 1), place('9', 6, 2))
    const back = undone(log)
    expect(sceneOf(back).document.balls).toEqual({ cue: [2, 1] })
    expect(sceneOf(redone(back))).toEqual(sceneOf(log))
    expect(redone(withCommand(back, place('8', 1, 1))).undone).toEqual([])
  })
  it('has nothing to do after a command that changed nothing', () => {
    const log = after(place('9', 6, 2))
    expect(withCommand(log, place('9', 6, 2))).toBe(log)
    expect(undone(emptyLog())).toEqual(emptyLog())
  })
  it('goes back a hundred steps, and older ones are not lost from the scene', () => {
    const log = after(
      ...Array.from({ length: MOST_STEPS + 7 }, (_, i) => place('9', 1 + i / 100, 2)),
      place('8', 1, 1),
    )
    expect(log.done).toHaveLength(MOST_STEPS)
    expect(sceneOf(log).document.balls).toEqual({ '9': [1 + (MOST_STEPS + 6) / 100, 2], '8': [1, 1] })
  })
})

describe('boards', () => {
  it('are instances: what happens on one does not happen on another', () => {
    const [one, two] = [createBoard(), createBoard()]
    one.place('9', [6, 2])
    expect(two.document.value.balls).toEqual({})
    expect(one.canUndo.value).toBe(true)
  })
  it('are kept as long as name and layout are those that were kept', () => {
    const board = createBoard()
    board.load({ ...emptyScene().document, balls: { '9': [6, 2] } }, 'Rack 3', 7)
    expect([board.isKept.value, board.id.value]).toEqual([true, 7])
    board.place('8', [1, 1])
    expect(board.isKept.value).toBe(false)
    board.undo()
    expect(board.isKept.value).toBe(true)
  })
  it('open drafts that a version before 0.6 kept', () => {
    const document = {
      ...emptyScene().document,
      situation: { shooter: 'me', ball_in_hand: true, my_fouls: 1 },
    }
    const text = JSON.stringify({
      scene: { document, me: 'league', them: 'beginner' },
      name: 'x',
      id: null,
      kept: '',
    })
    const board = createBoard()
    board.restore(readDraft(text))
    expect(board.scene.value.them).toBe('beginner')
    expect(board.document.value.situation).toMatchObject({ ball_in_hand: 'anywhere', my_fouls: 1 })
    board.restore(readDraft(JSON.stringify(board.draft())))
    expect(board.name.value).toBe('x')
  })
  it('make a document whole, and keep what they do not know of it', () => {
    const given = {
      format: 'partita-layout',
      version: 1,
      balls: {},
      venue: 'upstairs',
    } as unknown as LayoutDocument
    expect(wholeDocument(given)).toMatchObject({ game: 'nine-ball', table: 'pool-9ft', venue: 'upstairs' })
  })
})
