/** A question that takes time, whatever its kind: taken, followed while it is answered, stopped, opened by its number. */
import { computed, ref, shallowRef, type Ref } from 'vue'
import {
  answered, api, problemsOf,
  type ErrorCosts, type Expectation, type Import, type Kick, type Measure, type Photo, type Problem, type QuizFill, type Reckoning,
  type RunOut, type Snapshot, type Study,
} from './client' // prettier-ignore
import { createFollower, isActive, withKnown } from './follow'

/** Kinds of long work by their name in the addresses. */
interface Kinds {
  studies: Study
  'run-outs': RunOut
  kicks: Kick
  measures: Measure
  costs: ErrorCosts
  expectations: Expectation
  'quiz-fills': QuizFill
  reckonings: Reckoning
  imports: Import
  photos: Photo
  snapshots: Snapshot
}
interface Asked<T> {
  /** Where what is refused or does not answer is told. */
  problems: Ref<Problem[]>
  everyMs?: number
  /** After each state: `fresh` when it is a new question's first one; `before` stood here until now. */
  taken?: (next: T, news: { fresh: boolean; before: T | null }) => void
}
const EVERY_MS = 250

export function createQuestion<K extends keyof Kinds>(kind: K, asked: Asked<Kinds[K]>) {
  type T = Kinds[K]
  const now = shallowRef<T | null>(null) as Ref<T | null>
  const asking = ref(false)
  const running = computed(() => asking.value || isActive(now.value))
  const { follow, letGo } = createFollower()
  // All kinds are followed and stopped alike; what their documents hold is their own.
  const one = `/api/${kind}/{key}` as '/api/studies/{key}'
  const ended = `/api/${kind}/{key}/stop` as '/api/studies/{key}/stop'

  async function newest(id: number): Promise<T> {
    const held = now.value?.id === id ? now.value : null
    const params = { path: { key: id }, query: { known: held?.revision ?? -1 } }
    return withKnown((await answered(api.GET(one, { params }))) as unknown as T, held)
  }
  function set(next: T, fresh: boolean) {
    const before = now.value
    now.value = next
    asked.taken?.(next, { fresh, before })
  }
  /** Take a question that was just asked or opened, and follow it until it is over. */
  function take(next: T): Promise<void> {
    set(next, true)
    // Only what was its own trouble is taken back: what was refused meanwhile stays told.
    let isInTrouble = false
    return follow(next, {
      look: () => newest(next.id),
      isActive,
      take: (later) => {
        const [news, known] = [later, now.value].map((one) => [
          one?.revision,
          one?.status,
          one?.waits_for,
          one?.progress,
        ])
        if (String(news) !== String(known)) set(later, false)
      },
      trouble: (found) => {
        if (found.length || isInTrouble) asked.problems.value = found
        isInTrouble = found.length > 0
      },
      everyMs: asked.everyMs ?? EVERY_MS,
    })
  }
  /** Ask, and take what comes; what was refused is told. */
  async function ask(question: () => Promise<T>): Promise<void> {
    asked.problems.value = []
    asking.value = true
    try {
      void take(await question())
    } catch (error) {
      asked.problems.value = problemsOf(error)
    } finally {
      asking.value = false
    }
  }
  /** Stop it; what was found so far stays. */
  async function stop() {
    const held = now.value
    if (!held) return
    const next = (await answered(api.POST(ended, { params: { path: { key: held.id } } }))) as unknown as T
    if (now.value?.id === next.id) set(withKnown(next, held), false)
  }
  async function open(id: number): Promise<T> {
    const params = { path: { key: id } }
    const next = (await answered(api.GET(one, { params }))) as unknown as T
    void take(next)
    return next
  }
  function close() {
    letGo()
    now.value = null
  }
  return { now, asking, running, ask, take, stop, open, close }
}
