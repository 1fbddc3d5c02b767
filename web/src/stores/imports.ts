import { computed } from 'vue'
import { answered, api, type Import, type Imported } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { isActive } from '@/api/follow'
import { createQuestion } from '@/api/question'
import { upload } from '@/api/upload'
import { text } from '@/words/text/stores'

type Asked = Import['question']

/** A file on its way in: sent, followed, stopped; `done` gets what it came to, and whether it was only read. */
export function useImport(done: (found: Imported, asked: Asked) => void) {
  const { problems, guarded } = useGuarded()
  const { now, running, ask, stop } = createQuestion('imports', { problems, taken })
  function taken(next: Import) {
    if (isActive(next)) return
    if (next.status === 'done' && next.document) done(next.document, next.question)
    if (next.status === 'failed') problems.value = told(next)
    if (next.status === 'stopped')
      problems.value = [{ where: '', what: text.stoppedNothingOfTheFile, accepted: '' }]
  }
  const told = (failed: Import) =>
    failed.document?.problems.length
      ? failed.document.problems
      : [{ where: '', what: failed.failure.replace(/\.$/, ''), accepted: '' }]
  const take = (file: File, asked: Partial<Asked> & Pick<Asked, 'what'>) => {
    const { what, level = '', only_read = false } = asked
    return ask(() =>
      answered(api.POST('/api/imports', upload(file, { what, level, only_read: String(only_read) }))),
    )
  }
  const share = computed(() => (running.value ? (now.value?.progress ?? 0) : 0))
  const waits = computed(() => (running.value ? (now.value?.waits_for ?? '') : ''))
  return { problems, running, share, waits, take, stop: () => guarded(stop) }
}
