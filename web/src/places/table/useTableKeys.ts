import type { Place } from '@/board/document'
import { useBoard } from '@/board/useBoard'
import { ARROWS, useNudge } from '@/board/useNudge'
import { letterOf, useKeys } from '@/frame/keys'
import { LAYERS, useLayers } from '@/stores/layers'
import { LIMITS, useOwnShot } from '@/stores/ownshot'
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
/** Degrees of the aim, and m/s of the speed, by one press. */
const TURN = { coarse: 0.5, fine: 0.05 }
const PACE = { coarse: 0.2, fine: 0.05 }
const within = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v))

/** The Table place by keyboard: letters act; arrows nudge the chosen ball, or set one's own shot. */
export function useTableKeys(actions: Actions) {
  const board = useBoard()
  const layers = useLayers()
  const own = useOwnShot()
  const study = useStudy()
  const nudged = useNudge(board)
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

  /** Left and right turn the aim, up and down change the speed. */
  function setOwnShot(direction: Place, size: 'coarse' | 'fine') {
    if (!own.stroke) return
    const speed = own.stroke.speed_mps + direction[1] * PACE[size]
    own.set({
      aim_deg: own.stroke.aim_deg - direction[0] * TURN[size],
      speed_mps: within(speed, LIMITS.slowest, LIMITS.fastest),
    })
  }
  useKeys((event) => {
    const letter = letterOf(event)
    if (event.ctrlKey || event.metaKey) {
      return letter === 'z' ? (event.shiftKey ? board.redo : board.undo) : undefined
    }
    const arrow = ARROWS[event.key]
    const size = event.shiftKey ? 'fine' : 'coarse'
    if (own.stroke && arrow) return () => setOwnShot(arrow, size)
    if (own.stroke && event.key === 'Escape') return own.leave
    return nudged(event) ?? letters[letter]
  })
}
