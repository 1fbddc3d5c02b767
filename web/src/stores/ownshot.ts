import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import { answered, api, problemsOf, type Problem, type Stroke, type Trial } from '@/api/client'
import type { LayoutDocument } from '@/board/document'
import { useSharedBoard } from '@/board/useBoard'
import { useStudy } from './study'
import { text } from '@/words/text/stores'

/** What a shot of one's own begins as. */
export const FIRST_STROKE: Stroke = {
  aim_deg: 0,
  speed_mps: 1.6,
  side: 0,
  height: 0,
  elevation_deg: 0,
  cue: 'playing',
}
/** What a cue can do: the tip stays on the ball, R from its centre. */
export const LIMITS = { tip: 0.49, slowest: 0.2, fastest: 8, steepest: 70 }

/** A shot of another page's: the layout, where it is not the board's, and the way of trying it, where that is another. */
export interface Elsewhere {
  place: 'runout' | 'kicks'
  document?: LayoutDocument
  attempt?: (stroke: Stroke) => Promise<Trial>
}

/** The user's own shot while it is being set: tried at every change, then weighed beside the others. */
export const useOwnShot = defineStore('own-shot', () => {
  const board = useSharedBoard()
  const study = useStudy()
  const stroke = ref<Stroke | null>(null)
  /** Whose shot it is when it is not the Table page's: where it is played, and how it is tried. */
  const elsewhere = ref<Elsewhere | null>(null)
  const trial = ref<Trial | null>(null)
  const problems = ref<Problem[]>([])
  let asked = 0
  let busy = false

  /** Begin with a given stroke, with the chosen line's where there is one that still fits, else straight at a ball. */
  function begin(given?: Stroke, there: Elsewhere | null = null) {
    elsewhere.value = there
    const from = given ?? (study.stale ? null : study.option?.stroke)
    stroke.value = from ? { ...from } : { ...FIRST_STROKE, aim_deg: atSomeBall() }
    void attempt()
  }
  function atSomeBall(): number {
    const { cue, ...others } = board.document.balls
    const [first] = Object.values(others)
    if (!cue || !first) return 0
    // A diamond is as long along the table as across.
    return (Math.atan2(first[1] - cue[1], first[0] - cue[0]) * 180) / Math.PI
  }
  function set(part: Partial<Stroke>) {
    if (!stroke.value) return
    stroke.value = { ...stroke.value, ...part }
    void attempt()
  }
  /** The tip, kept on the ball. */
  function setTip(side: number, height: number) {
    const off = Math.hypot(side, height)
    const fit = off > LIMITS.tip ? LIMITS.tip / off : 1
    set({ side: round(side * fit), height: round(height * fit) })
  }
  const round = (v: number) => Math.round(v * 100) / 100
  function tried(stroke: Stroke): Promise<Trial> {
    const { me, them } = board.scene
    const body = { document: elsewhere.value?.document ?? board.document, me, them, stroke }
    return answered(api.POST('/api/strokes', { body }))
  }
  /** One question at a time; what changed meanwhile is asked next. */
  async function attempt() {
    asked += 1
    if (busy) return
    busy = true
    try {
      while (stroke.value) {
        const mine = asked
        const found = await (elsewhere.value?.attempt ?? tried)(stroke.value)
        if (stroke.value) trial.value = found
        problems.value = []
        if (mine === asked) break
      }
    } catch (error) {
      problems.value = problemsOf(error)
      trial.value = null
    } finally {
      busy = false
    }
  }
  function leave() {
    stroke.value = null
    elsewhere.value = null
    trial.value = null
    problems.value = []
  }
  async function weigh() {
    if (!stroke.value) return
    const own = { ...stroke.value, aim_deg: Math.round(stroke.value.aim_deg * 1e3) / 1e3 }
    leave()
    board.run({ do: 'add-stroke', stroke: { name: text.myShot, ...own } })
    await study.weigh()
  }
  // Balls may be set up anew while a shot is being aimed.
  watch(
    () => board.scene,
    () => (elsewhere.value ? leave() : void (stroke.value && attempt())),
  )
  return { stroke, elsewhere, trial, problems, begin, set, setTip, attempt, leave, weigh }
})
