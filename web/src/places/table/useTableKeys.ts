import { useBoardKeys } from '@/frame/useBoardKeys'
import { LAYERS } from '@/drawing/layers'
import { useLayers } from '@/stores/layers'
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
  const layers = useLayers()
  const own = useOwnShot()
  const study = useStudy()
  useBoardKeys({
    rack: actions.rack,
    type: actions.type,
    letters: {
      w: actions.weigh,
      r: () => study.canRefine && study.refine(),
      s: actions.save,
      c: () => study.pin(),
      p: actions.play,
      o: actions.words,
      l: actions.shelf,
      f: actions.files,
      y: () => (own.stroke ? own.leave() : own.begin()),
      ...Object.fromEntries(LAYERS.map(({ key, letter }) => [letter.toLowerCase(), () => layers.turn(key)])),
    },
  })
}
