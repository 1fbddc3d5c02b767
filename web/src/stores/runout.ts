import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api, problemsOf, type Planned, type Problem, type RunOut } from '@/api/client'
import { copied, type LayoutDocument, type OwnStroke, type Place, type Situation } from '@/board/document'
import { sameThing } from '@/board/same'
import { useSharedBoard } from '@/board/useBoard'
import { createFollower } from '@/follow'

const POLL_MS = 150
const ACTIVE = ['queued', 'running', 'stopping']

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
    ...(goal === 'rack' ? ['misses count'] : []),
    ...(order.length ? [`order ${order.join(' ')}`] : []),
    ...Object.entries(pockets).map(([ball, pocket]) => `${ball} ${pocket.replace('-', ' ')}`),
    ...Object.keys(rests).map((ball) => `after the ${ball} elsewhere`),
    ...Object.keys(strokes).map((ball) => `my shot at the ${ball}`),
  ]
  return parts.join(', ') || 'the best found'
}

/** The run-out on the screen: asked, followed while it is worked out, one ball of it looked at. */
export const useRunOut = defineStore('runout', () => {
  const board = useSharedBoard()
  const runOut = ref<RunOut | null>(null)
  const fixed = ref<Fixed>({ ...FREE })
  const step = ref<number | null>(null)
  const variants = ref<Variant[]>([])
  const problems = ref<Problem[]>([])
  const asking = ref(false)
  const { follow, letGo } = createFollower()

  const plan = computed(() => runOut.value?.document ?? null)
  const running = computed(() => asking.value || (!!runOut.value && ACTIVE.includes(runOut.value.status)))
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
  async function ask(changed: Partial<Fixed> = {}) {
    problems.value = []
    asking.value = true
    try {
      const kept = stale.value ? { ...FREE, goal: fixed.value.goal } : fixed.value
      if (stale.value) variants.value = []
      fixed.value = { ...kept, ...changed }
      const body = { document: board.document, me: board.scene.me, them: board.scene.them, ...fixed.value }
      take(await answered(api.POST('/api/run-outs', { body })), true)
    } catch (error) {
      problems.value = problemsOf(error)
    } finally {
      asking.value = false
    }
  }
  function take(next: RunOut, fresh = false) {
    const before = plan.value
    runOut.value = next
    // Until the new plan is there the old one stays in sight.
    if (fresh && !next.document && before && !stale.value) runOut.value = { ...next, document: before }
    if (step.value !== null && plan.value && step.value >= plan.value.plan.length) step.value = null
    if (fresh) void followOn(next)
  }
  const followOn = (first: RunOut) =>
    follow(first, {
      look: () => {
        const known = runOut.value?.id === first.id ? runOut.value.revision : -1
        const params = { path: { run_out_id: first.id }, query: { known } }
        return answered(api.GET('/api/run-outs/{run_out_id}', { params }))
      },
      isActive: (state) => ACTIVE.includes(state.status),
      take: (next) => take(next.document ? next : { ...next, document: plan.value }),
      trouble: (found) => (problems.value = found),
      everyMs: POLL_MS,
    })
  async function stop() {
    if (!runOut.value) return
    const path = { run_out_id: runOut.value.id }
    const next = await answered(api.POST('/api/run-outs/{run_out_id}/stop', { params: { path } }))
    runOut.value = { ...next, document: next.document ?? plan.value }
  }
  async function open(id: number) {
    const next = await answered(
      api.GET('/api/run-outs/{run_out_id}', { params: { path: { run_out_id: id } } }),
    )
    const { goal, ...fix } = next.question
    fixed.value = {
      goal: goal as Fixed['goal'],
      order: fix.order,
      pockets: fix.pockets,
      rests: fix.rests as Fixed['rests'],
      strokes: (fix.strokes ?? {}) as Fixed['strokes'],
    }
    step.value = null
    take(next, true)
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
    letGo()
    runOut.value = null
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
    ask, stop, open, keep, look, layoutAt, close,
  } // prettier-ignore
})
