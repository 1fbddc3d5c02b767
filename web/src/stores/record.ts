import { defineStore } from 'pinia'
import { ref } from 'vue'
import {
  answered,
  api,
  type Decision,
  type Deleted,
  type MatchLine,
  type RecordKnown,
  type SeasonAnswer,
} from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { createQuestion } from '@/api/question'
import { asked, NOTHING, type Filters } from '@/stores/filters'

interface Page<T> {
  total: number
  rows: T[]
}
type Kind = Deleted['kind']
/** What was deleted last. */
interface Undo {
  kind: Kind
  id: number
  words: string
}

/** The record as it is filtered: its season, its matches, its decisions a page at a time; what was deleted can come back. */
export const useRecord = defineStore('record', () => {
  const filters = ref<Filters>({ ...NOTHING })
  const known = ref<RecordKnown | null>(null)
  const season = ref<SeasonAnswer | null>(null)
  const matches = ref<Page<MatchLine>>({ total: 0, rows: [] })
  const decisions = ref<Page<Decision>>({ total: 0, rows: [] })
  const matchPage = ref(0)
  const page = ref(0)
  const deleted = ref<Deleted[]>([])
  const undo = ref<Undo | null>(null)
  const { problems, guarded } = useGuarded()
  const reckonings = createQuestion('reckonings', { problems })
  const { now: reckoning, running: weighing } = reckonings

  const query = (more: object = {}) => ({ params: { query: { ...asked(filters.value), ...more } } })
  let latest = 0
  /** Everything of what is asked for; an answer that was overtaken by another question is left aside. */
  const load = () =>
    guarded(async () => {
      const mine = ++latest
      const [all, found, some, more, gone] = await Promise.all([
        answered(api.GET('/api/season/known')),
        answered(api.GET('/api/season', query())),
        answered(api.GET('/api/matches', query({ page: matchPage.value }))),
        answered(api.GET('/api/decisions', query({ page: page.value }))),
        answered(api.GET('/api/season/deleted')),
      ])
      if (mine !== latest) return
      known.value = all
      season.value = found
      matches.value = some
      decisions.value = more
      deleted.value = gone
    })
  function choose(next: Filters) {
    filters.value = next
    matchPage.value = page.value = 0
    return load()
  }
  const turn = (to: number) =>
    guarded(async () => {
      page.value = to
      decisions.value = await answered(api.GET('/api/decisions', query({ page: to })))
    })
  const turnMatches = (to: number) =>
    guarded(async () => {
      matchPage.value = to
      matches.value = await answered(api.GET('/api/matches', query({ page: to })))
    })
  const remove = (kind: Kind, id: number, words: string) =>
    guarded(async () => {
      await answered(
        kind === 'match'
          ? api.DELETE('/api/matches/{match_id}', { params: { path: { match_id: id } } })
          : api.DELETE('/api/decisions/{decision_id}', { params: { path: { decision_id: id } } }),
      )
      undo.value = { kind, id, words }
      await load()
    })
  const restore = (kind: Kind, id: number) =>
    guarded(async () => {
      await answered<unknown>(
        kind === 'match'
          ? api.POST('/api/matches/{match_id}/restore', { params: { path: { match_id: id } } })
          : api.POST('/api/decisions/{decision_id}/restore', { params: { path: { decision_id: id } } }),
      )
      if (undo.value?.kind === kind && undo.value.id === id) undo.value = null
      await load()
    })
  const bringBack = async () => {
    if (undo.value) await restore(undo.value.kind, undo.value.id)
  }
  const weighAnew = () => reckonings.ask(() => answered(api.POST('/api/season/anew', query())))
  const stopWeighing = () => guarded(reckonings.stop)

  return {
    filters, known, season, matches, decisions, matchPage, page, undo, problems, reckoning, weighing,
    deleted,
    load, choose, turn, turnMatches, remove, restore, bringBack, weighAnew, stopWeighing,
  } // prettier-ignore
})
