import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api, problemsOf, type Drawing, type Option, type Problem, type Study } from '@/api/client'
import { useSharedBoard } from '@/board/useBoard'
import { isActive } from '@/api/follow'
import { isStillAsked, questionOf } from '@/board/question'
import { createQuestion } from '@/api/question'

const POLL_MS = 150

export type Aim = 'all' | 'attack' | 'safe' | 'two-way'
/** Tries of each leader: what Weigh asks for, how much more Refine does, and the server's most. */
const SAMPLES = 1000
export const MORE = 10
const MOST_SAMPLES = 20_000

/** The study on the screen: asked, followed while it refines, one of its options drawn. */
export const useStudy = defineStore('study', () => {
  const board = useSharedBoard()
  /** Options are known by their id: what a player would call the same shot, whatever stroke is found best for it. */
  const chosen = ref<string | null>(null)
  const pinnedId = ref<string | null>(null)
  const drawing = ref<Drawing | null>(null)
  const filter = ref<Aim>('all')
  const problems = ref<Problem[]>([])
  const question = createQuestion('studies', { problems, everyMs: POLL_MS, taken })
  const { now: study, asking, running } = question

  /** What was known before refining: it stays on the page until the finer answer is there. */
  const before = ref<Study | null>(null)
  const result = computed(() => (before.value ?? study.value)?.document ?? null)
  /** True when the ranking stands; looking ahead may still make it finer. */
  const isSettled = computed(() => !before.value && !!result.value?.settled && !stale.value)
  /** True when what is shown is what the study on the server holds, and will stay so. */
  const isFinal = computed(() => isSettled.value && !running.value)
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
  const canRefine = computed(() => isSettled.value && samples.value < MOST_SAMPLES)
  /** The same question with more tries; what is chosen stays chosen. */
  const refine = () => weigh(Math.min(MOST_SAMPLES, MORE * samples.value), true)
  const weigh = (tries = SAMPLES, again = false) =>
    question.ask(async () => {
      const body = { ...questionOf(board), seed: 1, samples: tries }
      const next = await answered(api.POST('/api/studies', { body }))
      before.value = again ? study.value : null
      if (!again) touched = false
      return next
    })
  function taken(next: Study, news: { fresh: boolean; before: Study | null }) {
    const shown = (before.value ?? news.before)?.document?.options ?? []
    const leading = shown.findIndex((o) => o.id === chosen.value) <= 0
    if (news.fresh) {
      held.value = null
      if (!before.value) forget()
    }
    if (before.value) refined(next)
    const first = options.value[0]?.id ?? null
    // Until the user has chosen a line, the drawing follows the leader.
    if (!option.value || (leading && !touched)) chosen.value = first
  }
  /** The finer answer takes the place of the other when it has looked ahead; stopped or failed, it leaves it there. */
  function refined(next: Study) {
    if (isActive(next)) return
    if (!next.document?.verdict?.looked) study.value = before.value
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
  async function keep(name: string) {
    if (!study.value) return
    const path = { study_id: study.value.id }
    const body = { name, layout: board.id }
    study.value = await answered(api.POST('/api/studies/{study_id}/keep', { params: { path }, body }))
  }
  function open(id: number) {
    touched = false
    before.value = null
    return question.open(id)
  }
  function close() {
    question.close()
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
        api.GET('/api/studies/{study_id}/options/{place}/drawing', {
          params: { path, query: { line: key ?? '' } },
        }),
      )
      if (study.value?.id === id && chosen.value === key) drawing.value = next
    } catch (error) {
      problems.value = problemsOf(error)
    }
  })

  return {
    study, result, isSettled, isFinal, isRefining, options, shown, hold, letGo, isHeld, samples, canRefine, refine, option, pinned, pin, unpin, place, chosen, drawing, filter, problems, asking, running, stale,
    weigh, choose, stop: question.stop, keep, open, close,
  } // prettier-ignore
})
