/** A lesson being worked on: kept by itself a moment after each change, so that a closed page loses nothing. */
import { computed, ref, shallowRef } from 'vue'
import { answered, api, problemsOf, type LessonOut, type LessonPosition, type Problem } from '@/api/client'
import { copied } from '@/board/document'

const SAVED_AFTER_MS = 600

export function useLesson() {
  const lesson = shallowRef<LessonOut | null>(null)
  const title = ref('')
  const says = ref('')
  const positions = ref<LessonPosition[]>([])
  const at = ref(0)
  const problems = ref<Problem[]>([])
  const isSaved = ref(true)
  let due: ReturnType<typeof setTimeout> | undefined
  const position = computed(() => positions.value[at.value] ?? null)

  function take(found: LessonOut) {
    lesson.value = found
    title.value = found.document.title
    says.value = found.document.says ?? ''
    positions.value = copied(found.document.positions ?? [])
    at.value = Math.min(at.value, Math.max(0, positions.value.length - 1))
  }
  async function open(id: number) {
    await flush()
    problems.value = []
    if (lesson.value?.id !== id) at.value = 0
    try {
      const params = { path: { lesson_id: id } }
      take(await answered(api.GET('/api/lessons/{lesson_id}', { params })))
    } catch (error) {
      lesson.value = null
      problems.value = problemsOf(error)
    }
  }
  /** It was changed here. */
  function changed() {
    isSaved.value = false
    clearTimeout(due)
    due = setTimeout(() => void save(), SAVED_AFTER_MS)
  }
  let saving: Promise<void> | null = null
  /** One at a time: each tells the next which revision it changes. */
  function save(): Promise<void> {
    saving = (saving ?? Promise.resolve()).then(send)
    return saving
  }
  async function send() {
    const before = lesson.value
    if (!before || isSaved.value) return
    isSaved.value = true
    // What was worked out stays on the server.
    const bare = positions.value.map((one) => ({ ...one, study: null, drawing: null, facts: [] }))
    const document = { ...before.document, title: title.value.trim() || before.document.title }
    try {
      const params = { path: { lesson_id: before.id } }
      const body = { document: { ...document, says: says.value, positions: bare }, revision: before.revision }
      const found = await answered(api.PUT('/api/lessons/{lesson_id}', { params, body }))
      problems.value = []
      if (lesson.value?.id === found.id) lesson.value = found
    } catch (error) {
      isSaved.value = false
      problems.value = problemsOf(error)
    }
  }
  async function flush() {
    clearTimeout(due)
    if (!isSaved.value) await save()
  }
  /** What of the chosen position is other from now on. */
  function set(part: Partial<LessonPosition>) {
    const now = position.value
    if (!now) return
    positions.value = positions.value.map((one, k) => (k === at.value ? { ...now, ...part } : one))
    changed()
  }
  const setQuestion = (part: Partial<NonNullable<LessonPosition['question']>>) =>
    set({ question: { ...(position.value?.question as NonNullable<LessonPosition['question']>), ...part } })
  function move(by: -1 | 1) {
    const [from, to] = [at.value, at.value + by]
    const [one, other] = [positions.value[from], positions.value[to]]
    if (!one || !other) return
    const next = [...positions.value]
    ;[next[from], next[to]] = [other, one]
    positions.value = next
    at.value = to
    changed()
  }
  function takeOut() {
    positions.value = positions.value.filter((_, k) => k !== at.value)
    at.value = Math.min(at.value, Math.max(0, positions.value.length - 1))
    changed()
  }
  /** What is right at a position, in words; as it was last kept. */
  const wordsOf = (key: string | undefined) => {
    const place = lesson.value?.document.positions?.findIndex((one) => one.key === key) ?? -1
    return lesson.value?.words[place] ?? ''
  }
  const geometry = computed(() => {
    const place = lesson.value?.document.positions?.findIndex((one) => one.key === position.value?.key) ?? -1
    return lesson.value?.geometries[place] ?? null
  })
  return {
    lesson, title, says, positions, at, position, problems, isSaved, geometry,
    open, changed, flush, set, setQuestion, move, takeOut, wordsOf,
  } // prettier-ignore
}
export type LessonInWork = ReturnType<typeof useLesson>
