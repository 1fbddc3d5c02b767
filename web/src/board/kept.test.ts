import { beforeEach, describe, expect, it, vi } from 'vitest'
import { createBoard, readDraft } from '@/board/board'
import { readKept } from '@/session/kept'

const kept = new Map<string, string>()
beforeEach(() => {
  kept.clear()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, text: string) => kept.set(key, text),
    removeItem: (key: string) => kept.delete(key),
  })
})

describe('what this browser keeps', () => {
  it('is read back as it was', () => {
    const board = createBoard()
    board.place('9', [6, 2])
    kept.set('draft', JSON.stringify(board.draft()))
    const { found, setAside } = readKept('draft', readDraft)
    expect(setAside).toBe(false)
    const again = createBoard()
    if (found) again.restore(found)
    expect(again.document.value.balls).toEqual({ '9': [6, 2] })
  })

  it('is set aside whole when it is no board, however it came to be so', () => {
    const good = createBoard().draft()
    const broken = [
      '{',
      'null',
      '7',
      '{"log": {}}',
      JSON.stringify({ ...good, log: { begin: null, done: [], undone: [] } }),
      JSON.stringify({ ...good, log: { ...good.log, done: [{ do: 'place', ball: '9', at: 'there' }] } }),
      JSON.stringify({ ...good, log: { ...good.log, done: [{ do: 'game', game: 'bowls' }] } }),
      JSON.stringify({ ...good, name: 7 }),
    ]
    for (const text of broken) {
      kept.set('draft', text)
      expect(readKept('draft', readDraft), text).toEqual({ found: null, setAside: true })
      expect(kept.get('draft'), text).toBeUndefined()
      expect(kept.get('draft-set-aside')).toBe(text)
    }
  })
})
