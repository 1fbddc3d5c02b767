import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api, problemsOf, type Drawing, type Option, type Problem, type Study } from '@/api/client'
import { useSharedBoard } from '@/board/useBoard'
import { createFollower, withKnown } from '@/follow'
import { isStillAsked, questionOf } from '@/places/table/question'

const POLL_MS = 150
const ACTIVE = ['queued', 'running', 'stopping']

export type Aim = 'all' | 'attack' | 'safe' | 'two-way'
/** Tries of each leader: what Weigh asks for, how much more Refine does, and the server's most. */
const SAMPLES = 1000
export const MORE = 4
const MOST_SAMPLES = 20_000

/** The study on the screen: asked, followed while it refines, one of its options drawn. */
export const useStudy = defineStore('study', () => {
  const board = useSharedBoard()
  const study = ref<Study | null>(null)
  /** Options are known by their id: what a player would call the same shot, whatever stroke is found best for it. */
  const chosen = ref<string | null>(null)
  const pinnedId = ref<string | null>(null)
  const drawing = ref<Drawing | null>(null)
  const filter = ref<Aim>('all')
  const problems = ref<Problem[]>([])
  const asking = ref(false)
  const { follow, letGo: letStudyGo } = createFollower()

  /** What was known before refining: it stays on the page until the finer answer has settled. */
  const before = ref<Study | null>(null)
  const result = computed(() => (before.value ?? study.value)?.document ?? null)
  /** True when what is shown is what the study on the server holds, and will stay so. */
  const isFinal = computed(() => !before.value && !!result.value?.settled && !stale.value)
  /** True while a finer answer to the same question is worked on. */
  const isRefining = computed(() => !!before.value)
  const options = computed(() => result.value?.options ?? [])
  const shown = computed(() => inOrder.value.filter((o) => filter.value === 'all' || o.aim === filter.value))
  /** While somebody points at a line, lines stay where they are; then they fall into their order. */
  const held = ref<string[] | null>(null)
  const hold = () => (held.value ??= options.value.map((o) => o.id))
  const letGo = () => (held.value = null)
  const inOrder = computed(() => {
    const order = held.value
    if (!order) return options.value
    const place = (o: Option) => (order.indexOf(o.id) + 1 || order.length + 1) - 1
    return [...options.value].sort((a, b) => place(a) - place(b))
  })
  const isHeld = computed(() => inOrder.value.some((o, i) => o !== options.value[i]))
  const running = computed(() => asking.value || (!!study.value && ACTIVE.includes(study.value.status)))
  const place = computed(() => options.value.findIndex((o) => o.id === chosen.value))
  const option = computed(() => options.value[place.value] ?? null)
  const pinned = computed(() => options.value.find((o) => o.id === pinnedId.value) ?? null)
  /** Keep the chosen line beside whichever is chosen next; once more lets it go. */
  function pin() {
    pinnedId.value = pinnedId.value === chosen.value ? null : chosen.value
  }
  const unpin = () => (pinnedId.value = null)
  /** True when the layout, the situation or a player differs from what was weighed. */
  const stale = computed(() => !!study.value && !isStillAsked(study.value.question, board))
  const samples = computed(() => study.value?.question.samples ?? 0)
  const canRefine = computed(() => !running.value && !!result.value?.settled && samples.value < MOST_SAMPLES)
  /** The same question with more tries; what is chosen stays chosen. */
  const refine = () => weigh(Math.min(MOST_SAMPLES, MORE * samples.value), true)
  async function weigh(tries = SAMPLES, again = false) {
    problems.value = []
    asking.value = true
    try {
      const body = { ...questionOf(board), seed: 1, samples: tries }
      const next = await answered(api.POST('/api/studies', { body }))
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
    const leading = place.value <= 0
    study.value = next
    if (fresh) {
      held.value = null
      if (!before.value) forget()
      void followOn(next)
    }
    if (before.value) refined(next)
    const first = options.value[0]?.id ?? null
    // Until the user has chosen a line, the drawing follows the leader.
    if (!option.value || (leading && !touched)) chosen.value = first
  }
  const followOn = (first: Study) =>
    follow(first, {
      look: async () => {
        const held = study.value?.id === first.id ? study.value : null
        const params = { path: { study_id: first.id }, query: { known: held?.revision ?? -1 } }
        return withKnown(await answered(api.GET('/api/studies/{study_id}', { params })), held)
      },
      isActive: (state) => ACTIVE.includes(state.status),
      take: (next) => {
        const isNews = next.revision !== study.value?.revision || next.status !== study.value.status
        if (isNews || next.waits_for !== study.value?.waits_for) take(next)
      },
      trouble: (found) => (problems.value = found),
      everyMs: POLL_MS,
    })
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
    pinnedId.value = null
    drawing.value = null
  }
  let touched = false
  function choose(next: Option) {
    touched = true
    chosen.value = next.id
  }
  async function stop() {
    if (!study.value) return
    const path = { study_id: study.value.id }
    study.value = await answered(api.POST('/api/studies/{study_id}/stop', { params: { path } }))
  }
  async function keep(name: string) {
    if (!study.value) return
    const path = { study_id: study.value.id }
    const body = { name, layout: board.id }
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
    letStudyGo()
    study.value = null
    before.value = null
    forget()
  }

  // What was refused of a layout is no news of the next one.
  watch(
    () => board.scene,
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
    study, result, isFinal, isRefining, options, shown, hold, letGo, isHeld, samples, canRefine, refine, option, pinned, pin, unpin, place, chosen, drawing, filter, problems, asking, running, stale,
    weigh, choose, stop, keep, open, close,
  } // prettier-ignore
})
