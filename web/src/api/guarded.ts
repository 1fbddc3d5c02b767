import { ref } from 'vue'
import { problemsOf, type Problem } from './client'

/** Work that asks the server: what it refuses becomes problems to show, until the next attempt. */
export function useGuarded() {
  const problems = ref<Problem[]>([])
  async function guarded(work: () => Promise<unknown>) {
    problems.value = []
    try {
      await work()
    } catch (error) {
      problems.value = problemsOf(error)
    }
  }
  return { problems, guarded }
}
