/** A lesson worked through: opened by its key, begun under a name, answered one position after another. */
import { computed, ref, shallowRef } from 'vue'
import {
  answered,
  api,
  problemsOf,
  RefusedError,
  type Homework,
  type LessonAnswer,
  type Problem,
} from '@/api/client'
import { text } from '@/words/text/lessons'

const NONE: Problem = { where: '', what: text.leadsNowhere, accepted: text.lookAgain }

export function useHomework() {
  const homework = shallowRef<Homework | null>(null)
  const problems = ref<Problem[]>([])
  const busy = ref(false)
  const at = ref(0)
  let key = ''
  const path = () => ({ path: { key } })
  const positions = computed(() => homework.value?.positions ?? [])
  const position = computed(() => positions.value[at.value] ?? null)
  /** Past the last one stands what it came to. */
  const isOver = computed(() => !!positions.value.length && at.value >= positions.value.length)
  const opened = computed(() => positions.value.flatMap((one) => (one.opened ? [one.opened.judged] : [])))

  async function asked(work: () => Promise<void>) {
    busy.value = true
    problems.value = []
    try {
      await work()
    } catch (error) {
      problems.value = error instanceof RefusedError && error.status === 404 ? [NONE] : problemsOf(error)
    } finally {
      busy.value = false
    }
  }
  const open = (next: string) =>
    asked(async () => {
      key = next
      homework.value = null
      homework.value = await answered(api.GET('/api/homework/{key}', { params: path() }))
      goOn()
    })
  const begin = (name: string) =>
    asked(async () => {
      homework.value = await answered(
        api.POST('/api/homework/{key}/begin', { params: path(), body: { name } }),
      )
      goOn()
    })
  /** Where it was left: at the first that is not answered. */
  function goOn() {
    const first = positions.value.findIndex((one) => !one.opened)
    at.value = first < 0 ? positions.value.length : first
  }
  const answer = (told: LessonAnswer) =>
    asked(async () => {
      const place = at.value
      const body = { place, answer: told as never }
      const found = await answered(api.POST('/api/homework/{key}/answers', { params: path(), body }))
      if (!homework.value) return
      const next = positions.value.map((one, k) => (k === place ? found : one))
      homework.value = { ...homework.value, positions: next }
    })
  return { homework, problems, busy, at, positions, position, isOver, opened, open, begin, answer }
}
