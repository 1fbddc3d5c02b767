import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api, type Planned, type Problem, type RunOut } from '@/api/client'
import { copied, type LayoutDocument, type OwnStroke, type Situation } from '@/board/document'
import type { Place } from '@/drawing/place'
import { sameThing } from '@/api/same'
import { useSharedBoard } from '@/board/useBoard'
import { createQuestion } from '@/api/question'
import { text } from '@/words/text/stores'

const POLL_MS = 150

/** What is fixed of a plan: what counts, the order; pockets, places of rest and own shots by ball. */
export interface Fixed {
  goal: 'run out' | 'rack'
  order: string[]
  pockets: Record<string, string>
  rests: Record<string, Place>
  strokes: Record<string, OwnStroke>
}
export const FREE: Fixed = { goal: 'run out', order: [], pockets: {}, rests: {}, strokes: {} }
/** A plan that was kept to compare others with. */
export interface Variant {
  id: number
  words: string
  chance: number
}

/** What of a plan was changed, in a few words. */
export function changeWords({ order, pockets, rests, strokes, goal }: Fixed): string {
  const parts = [
    ...(goal === 'rack' ? [text.missesCount] : []),
    ...(order.length ? [`order ${order.join(' ')}`] : []),
    ...Object.entries(pockets).map(([ball, pocket]) => `${ball} ${pocket.replace('-', ' ')}`),
    ...Object.keys(rests).map((ball) => text.afterTheElsewhere(ball)),
    ...Object.keys(strokes).map((ball) => text.myShotAtThe(ball)),
  ]
  return parts.join(', ') || text.theBestFound
}

/** The run-out on the screen: asked, followed while it is worked out, one ball of it looked at. */
export const useRunOut = defineStore('runout', () => {
  const board = useSharedBoard()
  const fixed = ref<Fixed>({ ...FREE })
  const step = ref<number | null>(null)
  const variants = ref<Variant[]>([])
  const problems = ref<Problem[]>([])
  const question = createQuestion('run-outs', { problems, everyMs: POLL_MS, taken })
  const { now: runOut, asking, running } = question

  const plan = computed(() => runOut.value?.document ?? null)
  const stale = computed(() => {
    if (!runOut.value) return false
    const { document, players } = runOut.value.question
    const now = board.document
    return !sameThing(
      [document.balls, document.table, document.game, players, shown(document.situation)],
      [now.balls, now.table, now.game, { me: board.scene.me, them: board.scene.them }, shown(now.situation)],
    )
  })
  /** What of a situation a plan goes by. */
  const shown = (situation: object | undefined) => {
    const part = (situation ?? {}) as Record<string, unknown>
    return ['shooter', 'ball_in_hand', 'my_group', 'ball_on'].map((key) => part[key] ?? null)
  }
  const planned = computed(() => (step.value === null ? null : (plan.value?.plan[step.value] ?? null)))
  const chance = computed(() =>
    plan.value ? (plan.value.goal === 'rack' ? plan.value.rack : plan.value.run_out) : null,
  )

  /** Work the pattern out; what is fixed of it stays so while the layout is the same. */
  const ask = (changed: Partial<Fixed> = {}) =>
    question.ask(() => {
      const kept = stale.value ? { ...FREE, goal: fixed.value.goal } : fixed.value
      if (stale.value) variants.value = []
      fixed.value = { ...kept, ...changed }
      const body = { document: board.document, me: board.scene.me, them: board.scene.them, ...fixed.value }
      return answered(api.POST('/api/run-outs', { body }))
    })
  function taken(next: RunOut, { fresh, before }: { fresh: boolean; before: RunOut | null }) {
    // Until the new plan is there the old one stays in sight.
    if (!next.document && before?.document && !(fresh && stale.value))
      runOut.value = { ...next, document: before.document }
    if (step.value !== null && plan.value && step.value >= plan.value.plan.length) step.value = null
  }
  async function open(id: number) {
    step.value = null
    const next = await question.open(id)
    const { goal, ...fix } = next.question
    fixed.value = {
      goal: goal as Fixed['goal'],
      order: fix.order,
      pockets: fix.pockets,
      rests: fix.rests as Fixed['rests'],
      strokes: (fix.strokes ?? {}) as Fixed['strokes'],
    }
    return next
  }
  /** The layout before a ball of the plan, as it comes to it. */
  function layoutAt(planned: Planned): LayoutDocument {
    const { document } = board
    const situation = {
      ...document.situation,
      ball_in_hand: 'none' as const,
      push_out: 'none' as const,
      my_group: planned.my_group as Situation['my_group'],
      ball_on: planned.ball_on as Situation['ball_on'],
    } as Situation
    return { ...copied(document), strokes: [], balls: planned.balls as Record<string, Place>, situation }
  }
  /** Keep the plan beside the others, to compare them. */
  function keep() {
    if (!runOut.value || !chance.value) return
    const { id } = runOut.value
    const variant = { id, words: changeWords(fixed.value), chance: chance.value.value }
    variants.value = [...variants.value.filter((other) => other.id !== id), variant]
  }
  function look(at: number | null) {
    const last = (plan.value?.plan.length ?? 0) - 1
    step.value = at === null || last < 0 ? null : Math.max(0, Math.min(last, at))
  }
  function close() {
    question.close()
    step.value = null
    variants.value = []
    fixed.value = { ...FREE }
  }
  watch(
    () => board.scene,
    () => (problems.value = []),
  )
  return {
    runOut, plan, planned, chance, fixed, step, variants, problems, asking, running, stale,
    ask, stop: question.stop, open, keep, look, layoutAt, close,
  } // prettier-ignore
})
