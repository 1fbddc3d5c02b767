import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api, problemsOf, type Drawing, type Option, type Problem, type Study } from '@/api/client'
import { isSameStroke, useLayout, type OwnStroke, type Situation } from './layout'

const POLL_MS = 150
const ACTIVE = ['queued', 'running', 'stopping']

export type Aim = 'all' | 'attack' | 'safe' | 'two-way'
/** What stays the same about a line while the ledger refines, reorders and finds better strokes for it. */
export function keyOf(o: Option): string {
  return o.source === 'own'
    ? JSON.stringify(o.stroke)
    : JSON.stringify([o.kind, o.name, o.target, o.potted, o.pocket, o.route, o.via, o.behind, o.hit_side])
}
/** Executions of each leader: what Weigh asks for, how much more Refine does, and the server's most. */
const SAMPLES = 1000
export const MORE = 4
const MOST_SAMPLES = 20_000

/** The study on the screen: asked, followed while it refines, one of its options drawn. */
export const useStudy = defineStore('study', () => {
  const layout = useLayout()
  const study = ref<Study | null>(null)
  const chosen = ref<string | null>(null)
  const pinnedKey = ref<string | null>(null)
  const drawing = ref<Drawing | null>(null)
  const filter = ref<Aim>('all')
  const problems = ref<Problem[]>([])
  const asking = ref(false)
  let follow = 0

  /** What was known before refining: it stays on the page until the finer answer has settled. */
  const before = ref<Study | null>(null)
  const result = computed(() => (before.value ?? study.value)?.document ?? null)
  /** True when what is shown is what the study on the server holds, and will stay so. */
  const isFinal = computed(() => !before.value && !!result.value?.settled && !stale.value)
  const options = computed(() => result.value?.options ?? [])
  const shown = computed(() => inOrder.value.filter((o) => filter.value === 'all' || o.aim === filter.value))
  /** While somebody points at a line, lines stay where they are; then they fall into their order. */
  const held = ref<string[] | null>(null)
  const hold = () => (held.value ??= options.value.map(keyOf))
  const letGo = () => (held.value = null)
  const inOrder = computed(() => {
    const order = held.value
    if (!order) return options.value
    const place = (o: Option) => (order.indexOf(keyOf(o)) + 1 || order.length + 1) - 1
    return [...options.value].sort((a, b) => place(a) - place(b))
  })
  const isHeld = computed(() => inOrder.value.some((o, i) => o !== options.value[i]))
  const running = computed(() => asking.value || (!!study.value && ACTIVE.includes(study.value.status)))
  const place = computed(() => options.value.findIndex((o) => keyOf(o) === chosen.value))
  const option = computed(() => options.value[place.value] ?? null)
  const pinned = computed(() => options.value.find((o) => keyOf(o) === pinnedKey.value) ?? null)
  /** Keep the chosen line beside whichever is chosen next; once more lets it go. */
  function pin() {
    pinnedKey.value = pinnedKey.value === chosen.value ? null : chosen.value
  }
  const unpin = () => (pinnedKey.value = null)
  /** True when the layout, the situation or a player differs from what was weighed. */
  const stale = computed(() => {
    const question = study.value?.question as
      | {
          document: Record<'balls' | 'situation' | 'table' | 'game', unknown> & { strokes?: OwnStroke[] }
          players: Record<string, string>
          match?: Record<string, unknown> | null
        }
      | undefined
    if (!question) return false
    const { balls, table, game, strokes } = layout.document
    const situation = seldom(layout.document.situation)
    const { document } = question
    const asked = [document.balls, document.situation, document.table, document.game]
    const race = layout.scene.race ? { breaks: 'alternate', ...layout.scene.race } : null
    const [own, others] = [strokes ?? [], document.strokes ?? []]
    return (
      own.length !== others.length ||
      own.some((stroke, i) => !isSameStroke(stroke, others[i] as OwnStroke)) ||
      !sameThing(asked, [balls, situation, table, game]) ||
      !sameThing(question.players, players()) ||
      !sameThing(question.match ?? null, race)
    )
  })

  const players = () => ({ me: layout.scene.me, them: layout.scene.them })

  const samples = computed(() =>
    Number((study.value?.question as { samples?: number } | undefined)?.samples ?? 0),
  )
  const canRefine = computed(() => !running.value && !!result.value?.settled && samples.value < MOST_SAMPLES)
  /** The same question with more executions; what is chosen stays chosen. */
  const refine = () => weigh(Math.min(MOST_SAMPLES, MORE * samples.value), true)
  async function weigh(executions = SAMPLES, again = false) {
    problems.value = []
    asking.value = true
    try {
      const race = layout.scene.race ? { ...layout.scene.race, breaks: 'alternate' as const } : null
      const body = {
        document: layout.document,
        ...players(),
        layout: layout.isKept ? layout.id : null,
        match: race,
      }
      const next = await answered(
        api.POST('/api/studies', { body: { seed: 1, samples: executions, ...body } }),
      )
      before.value = again ? study.value : null
      if (!again) touched = false
      take(next, true)
    } catch (error) {
      problems.value = problemsOf(error)
    } finally {
      asking.value = false
    }
  }
  function take(next: Study, fresh = false) {
    study.value = next
    if (fresh) {
      held.value = null
      if (!before.value) forget()
      follow += 1
      void poll(follow)
    }
    if (before.value) refined(next)
    if (!option.value) chosen.value = options.value[0] ? keyOf(options.value[0]) : null
  }
  /** The finer answer takes the place of the other when it has settled; stopped or failed, it leaves it there. */
  function refined(next: Study) {
    const isOver = !ACTIVE.includes(next.status)
    if (!isOver && !next.document?.settled) return
    if (!next.document?.settled) study.value = before.value
    if (next.failure) problems.value = [{ where: '', what: next.failure, accepted: '' }]
    before.value = null
  }
  function forget() {
    chosen.value = null
    pinnedKey.value = null
    drawing.value = null
  }
  async function poll(mine: number) {
    while (mine === follow && study.value && ACTIVE.includes(study.value.status)) {
      await new Promise((wake) => setTimeout(wake, POLL_MS))
      try {
        const path = { study_id: study.value.id }
        const next = await answered(api.GET('/api/studies/{study_id}', { params: { path } }))
        if (mine !== follow) return
        problems.value = []
        const leading = place.value <= 0
        if (next.revision !== study.value.revision || next.status !== study.value.status) take(next)
        // Until the user has chosen a line, the drawing follows the leader.
        if (leading && !touched && options.value[0]) chosen.value = keyOf(options.value[0])
      } catch (error) {
        problems.value = problemsOf(error)
        await new Promise((wake) => setTimeout(wake, 1500))
      }
    }
  }
  let touched = false
  function choose(next: Option) {
    touched = true
    chosen.value = keyOf(next)
  }
  async function stop() {
    if (!study.value) return
    const path = { study_id: study.value.id }
    study.value = await answered(api.POST('/api/studies/{study_id}/stop', { params: { path } }))
  }
  async function keep(name: string) {
    if (!study.value) return
    const path = { study_id: study.value.id }
    const body = { name, layout: layout.id }
    study.value = await answered(api.POST('/api/studies/{study_id}/keep', { params: { path }, body }))
  }
  async function open(id: number) {
    const next = await answered(api.GET('/api/studies/{study_id}', { params: { path: { study_id: id } } }))
    touched = false
    before.value = null
    take(next, true)
    return next
  }
  function close() {
    follow += 1
    study.value = null
    before.value = null
    forget()
  }

  // What was refused of a layout is no news of the next one.
  watch(
    () => layout.scene,
    () => (problems.value = []),
  )
  const struck = computed(() => JSON.stringify(option.value?.stroke))
  watch([() => study.value?.id, before, struck, () => study.value?.status], async () => {
    const [id, at, key] = [study.value?.id, place.value, chosen.value]
    if (id === undefined || at < 0 || before.value) return
    try {
      const path = { study_id: id, place: at }
      const next = await answered(
        api.GET('/api/studies/{study_id}/options/{place}/drawing', { params: { path } }),
      )
      if (study.value?.id === id && chosen.value === key) drawing.value = next
    } catch (error) {
      problems.value = problemsOf(error)
    }
  })

  return {
    study, result, isFinal, options, shown, hold, letGo, isHeld, samples, canRefine, refine, option, pinned, pin, unpin, place, chosen, drawing, filter, problems, asking, running, stale,
    weigh, choose, stop, keep, open, close,
  } // prettier-ignore
})

/** What is ordinary; files leave it out. */
const ORDINARY: Partial<Situation> = {
  push_out: 'none',
  my_group: null,
  my_points: 0,
  their_points: 0,
  points_to: 100,
  ball_on: null,
  free_ball: false,
}
function seldom(situation: Situation): Partial<Situation> {
  const kept = Object.entries(situation).filter(([key, value]) => ORDINARY[key as keyof Situation] !== value)
  return Object.fromEntries(kept) as Partial<Situation>
}

/** Equal up to the order of keys and the fifth digit, which files keep. */
function sameThing(one: unknown, two: unknown): boolean {
  return JSON.stringify(normal(one)) === JSON.stringify(normal(two))
}
function normal(value: unknown): unknown {
  if (typeof value === 'number') return Math.round(value * 1e5) / 1e5
  if (Array.isArray(value)) return value.map(normal)
  if (value && typeof value === 'object') {
    return Object.fromEntries(
      Object.entries(value)
        .sort(([a], [b]) => a.localeCompare(b))
        .map(([key, inner]) => [key, normal(inner)]),
    )
  }
  return value
}
