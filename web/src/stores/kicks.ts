import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import {
  answered, api, problemsOf, type Kick, type KickLook, type KickWay, type Problem, type Stroke,
} from '@/api/client' // prettier-ignore
import { sameThing } from '@/board/same'
import { useSharedBoard } from '@/board/useBoard'
import { createFollower, withKnown } from '@/follow'

const POLL_MS = 120
const ACTIVE = ['queued', 'running', 'stopping']

/** The ways to a ball: asked, followed while they are found, one of them looked at closely. */
export const useKicks = defineStore('kicks', () => {
  const board = useSharedBoard()
  const kick = ref<Kick | null>(null)
  const target = ref('')
  const chosen = ref<string | null>(null)
  const look = ref<KickLook | null>(null)
  const problems = ref<Problem[]>([])
  const asking = ref(false)
  const { follow, letGo } = createFollower()

  const found = computed(() => kick.value?.document ?? null)
  const running = computed(() => asking.value || (!!kick.value && ACTIVE.includes(kick.value.status)))
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
  async function ask(ball = stale.value ? '' : target.value) {
    problems.value = []
    asking.value = true
    try {
      const { me, them } = board.scene
      const body = { document: board.document, me, them, target: ball }
      take(await answered(api.POST('/api/kicks', { body })))
      target.value = ball
      chosen.value = null
      look.value = null
    } catch (error) {
      problems.value = problemsOf(error)
    } finally {
      asking.value = false
    }
  }
  function take(next: Kick) {
    kick.value = next
    void follow(next, {
      look: async () => {
        const held = kick.value?.id === next.id ? kick.value : null
        const params = { path: { kick_id: next.id }, query: { known: held?.revision ?? -1 } }
        return withKnown(await answered(api.GET('/api/kicks/{kick_id}', { params })), held)
      },
      isActive: (state) => ACTIVE.includes(state.status),
      take: (later) => {
        kick.value = later
        // The first way is looked at by itself, once the list stands.
        if (!chosen.value && later.document?.settled) choose(ways.value[0]?.id ?? null)
      },
      trouble: (trouble) => (problems.value = trouble),
      everyMs: POLL_MS,
    })
    if (!ACTIVE.includes(next.status) && !chosen.value) choose(ways.value[0]?.id ?? null)
  }
  async function stop() {
    if (!kick.value) return
    const path = { kick_id: kick.value.id }
    kick.value = await answered(api.POST('/api/kicks/{kick_id}/stop', { params: { path } }))
  }
  async function open(id: number) {
    const next = await answered(api.GET('/api/kicks/{kick_id}', { params: { path: { kick_id: id } } }))
    target.value = next.question.target
    chosen.value = null
    look.value = null
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
    letGo()
    kick.value = null
    target.value = ''
    chosen.value = null
    look.value = null
  }
  watch(
    () => board.scene,
    () => (problems.value = []),
  )
  return {
    kick, target, chosen, look, problems, asking, found, running, stale, ways, way,
    ask, take, stop, open, choose, closely, step, close,
  } // prettier-ignore
})
