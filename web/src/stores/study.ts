import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api, problemsOf, type Drawing, type Option, type Problem, type Study } from '@/api/client'
import { useLayout, type Situation } from './layout'

const POLL_MS = 150
const ACTIVE = ['queued', 'running', 'stopping']

export type Aim = 'all' | 'attack' | 'safe' | 'two-way'
/** What stays the same about a line while the ledger refines and reorders. */
export const keyOf = (option: Option) => JSON.stringify(option.stroke)

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

  const result = computed(() => study.value?.document ?? null)
  const options = computed(() => result.value?.options ?? [])
  const shown = computed(() => options.value.filter((o) => filter.value === 'all' || o.aim === filter.value))
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
          document: Record<'balls' | 'situation' | 'table' | 'game', unknown>
          players: Record<string, string>
          match?: Record<string, unknown> | null
        }
      | undefined
    if (!question) return false
    const { balls, table, game } = layout.document
    const situation = seldom(layout.document.situation)
    const { document } = question
    const asked = [document.balls, document.situation, document.table, document.game]
    const race = layout.scene.race ? { breaks: 'alternate', ...layout.scene.race } : null
    return (
      !sameThing(asked, [balls, situation, table, game]) ||
      !sameThing(question.players, players()) ||
      !sameThing(question.match ?? null, race)
    )
  })

  const players = () => ({ me: layout.scene.me, them: layout.scene.them })

  async function weigh() {
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
      take(await answered(api.POST('/api/studies', { body: { seed: 1, samples: 1000, ...body } })), true)
    } catch (error) {
      problems.value = problemsOf(error)
    } finally {
      asking.value = false
    }
  }
  function take(next: Study, fresh = false) {
    study.value = next
    if (fresh) {
      chosen.value = null
      pinnedKey.value = null
      drawing.value = null
      follow += 1
      void poll(follow)
    }
    if (!option.value) chosen.value = options.value[0] ? keyOf(options.value[0]) : null
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
    take(next, true)
    return next
  }
  function close() {
    follow += 1
    study.value = null
    drawing.value = null
    chosen.value = null
  }

  watch([() => study.value?.id, chosen, () => study.value?.status], async () => {
    const [id, at, key] = [study.value?.id, place.value, chosen.value]
    if (id === undefined || at < 0) return
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
    study, result, options, shown, option, pinned, pin, unpin, place, chosen, drawing, filter, problems, asking, running, stale,
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
