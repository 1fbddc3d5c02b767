import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import {
  answered, api, problemsOf, type Kick, type KickLook, type KickWay, type Problem, type Stroke,
} from '@/api/client' // prettier-ignore
import { sameThing } from '@/api/same'
import { useSharedBoard } from '@/board/useBoard'
import { isActive } from '@/api/follow'
import { createQuestion } from '@/api/question'

const POLL_MS = 120

/** The ways to a ball: asked, followed while they are found, one of them looked at closely. */
export const useKicks = defineStore('kicks', () => {
  const board = useSharedBoard()
  const target = ref('')
  const chosen = ref<string | null>(null)
  const look = ref<KickLook | null>(null)
  const problems = ref<Problem[]>([])
  const question = createQuestion('kicks', { problems, everyMs: POLL_MS, taken })
  const { now: kick, asking, running } = question

  const found = computed(() => kick.value?.document ?? null)
  /** What of a layout the ways go by. */
  const shown = (document: { situation?: object; balls: object; table?: unknown; game?: string }) => {
    const part = (document.situation ?? {}) as Record<string, unknown>
    const kept = ['shooter', 'ball_in_hand', 'my_group', 'ball_on'].map((key) => part[key] ?? null)
    return [document.balls, document.table, document.game, kept]
  }
  const stale = computed(() => {
    if (!kick.value) return false
    const { document, players } = kick.value.question
    const now = { me: board.scene.me, them: board.scene.them }
    return !sameThing([shown(document), players], [shown(board.document), now])
  })
  const ways = computed<KickWay[]>(() =>
    found.value && !stale.value ? [...found.value.straight, ...found.value.ways] : [],
  )
  const way = computed(() => ways.value.find(({ id }) => id === chosen.value) ?? null)

  /** Look for the ways to a ball; without one to the nearest that is on. */
  const ask = (ball = stale.value ? '' : target.value) =>
    question.ask(async () => {
      const { me, them } = board.scene
      const next = await answered(
        api.POST('/api/kicks', { body: { document: board.document, me, them, target: ball } }),
      )
      begin(ball)
      return next
    })
  /** The first way is looked at by itself, once the list stands. */
  function taken(next: Kick) {
    if (!chosen.value && (next.document?.settled || !isActive(next))) choose(ways.value[0]?.id ?? null)
  }
  function begin(ball: string) {
    target.value = ball
    chosen.value = null
    look.value = null
  }
  async function open(id: number) {
    begin('')
    const next = await question.open(id)
    target.value = next.question.target
    return next
  }
  function choose(id: string | null) {
    chosen.value = id
    const stroke = way.value?.stroke
    if (stroke) void closely(stroke as Stroke).catch((error: unknown) => (problems.value = problemsOf(error)))
    else look.value = null
  }
  let latest = 0
  /** One stroke looked at closely; `quick` while it is dragged. */
  async function closely(stroke: Stroke, quick = false): Promise<KickLook> {
    const { me, them } = board.scene
    const route = way.value?.route ?? []
    const body = {
      document: board.document,
      me,
      them,
      target: found.value?.target ?? '',
      stroke,
      route,
      quick,
    }
    const mine = ++latest
    const next = await answered(api.POST('/api/kicks/look', { body }))
    // Another way was chosen, or the aim dragged on, meanwhile: that one is shown.
    if (mine !== latest) return next
    // What is only looked at while it is dragged keeps the rest of what stood there.
    look.value = quick ? { ...next, stick: look.value?.stick ?? null } : next
    return next
  }
  function step(by: 1 | -1) {
    const at = ways.value.findIndex(({ id }) => id === chosen.value)
    choose(ways.value[Math.max(0, Math.min(ways.value.length - 1, at + by))]?.id ?? null)
  }
  function close() {
    question.close()
    begin('')
  }
  watch(
    () => board.scene,
    () => (problems.value = []),
  )
  return {
    kick, target, chosen, look, problems, asking, found, running, stale, ways, way,
    ask, stop: question.stop, open, choose, closely, step, close,
  } // prettier-ignore
})
