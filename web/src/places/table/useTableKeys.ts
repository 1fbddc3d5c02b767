import { useBoard } from '@/board/useBoard'
import { useNudge } from '@/board/useNudge'
import { letterOf, useKeys } from '@/frame/keys'
import { LAYERS } from '@/drawing/layers'
import { useLayers } from '@/stores/layers'
import { useOwnShotKeys } from '@/shots/useOwnShotKeys'
import { useOwnShot } from '@/stores/ownshot'
import { useStudy } from '@/stores/study'

interface Actions {
  weigh: () => void
  save: () => void
  rack: () => void
  play: () => void
  type: () => void
  words: () => void
  files: () => void
  shelf: () => void
}

/** The Table place by keyboard: letters act; arrows nudge the chosen ball, or set one's own shot. */
export function useTableKeys(actions: Actions) {
  const board = useBoard()
  const layers = useLayers()
  const own = useOwnShot()
  const study = useStudy()
  const nudged = useNudge(board)
  const aimed = useOwnShotKeys()
  const letters: Record<string, () => unknown> = {
    w: actions.weigh,
    r: () => study.canRefine && study.refine(),
    s: actions.save,
    n: actions.rack,
    c: () => study.pin(),
    p: actions.play,
    t: actions.type,
    o: actions.words,
    l: actions.shelf,
    f: actions.files,
    y: () => (own.stroke ? own.leave() : own.begin()),
    m: () => board.run({ do: 'turn', kind: 'mirror' }),
    h: () => board.run({ do: 'turn', kind: 'half-turn' }),
    ...Object.fromEntries(LAYERS.map(({ key, letter }) => [letter.toLowerCase(), () => layers.turn(key)])),
  }
  useKeys((event) => {
    const letter = letterOf(event)
    if (event.ctrlKey || event.metaKey) {
      return letter === 'z' ? (event.shiftKey ? board.redo : board.undo) : undefined
    }
    return aimed(event) ?? nudged(event) ?? letters[letter]
  })
}
