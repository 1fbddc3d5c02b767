import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import {
  answered,
  api,
  problemsOf,
  type KickTries,
  type KickTry,
  type Problem,
  type TryIn,
} from '@/api/client'
import { useSharedBoard } from '@/board/useBoard'

/** The tries on the board's table, and what they say of it. */
export const useTries = defineStore('tries', () => {
  const board = useSharedBoard()
  const kept = ref<KickTries | null>(null)
  const problems = ref<Problem[]>([])

  async function guarded(work: () => Promise<KickTries>): Promise<boolean> {
    problems.value = []
    try {
      kept.value = await work()
      return true
    } catch (error) {
      problems.value = problemsOf(error)
      return false
    }
  }
  const table = () => board.document.table
  const load = () =>
    guarded(() => answered(api.POST('/api/tries/list', { body: { table: table(), tries: [] } })))
  const log = (tried: TryIn) =>
    guarded(() => answered(api.POST('/api/tries', { body: { table: table(), tries: [tried] } })))
  const takeIn = (text: string) =>
    guarded(() => answered(api.POST('/api/tries/csv', { body: { table: table(), text } })))
  const asCsv = () => answered(api.POST('/api/tries/as-csv', { body: { table: table(), tries: [] } }))
  async function card(): Promise<Blob | null> {
    problems.value = []
    try {
      const body = { table: table(), tries: [] }
      return (await answered(api.POST('/api/kick-card', { body, parseAs: 'blob' }))) as unknown as Blob
    } catch (error) {
      problems.value = problemsOf(error)
      return null
    }
  }
  async function strike({ id, struck }: KickTry) {
    const params = { path: { try_id: id } }
    await answered(api.PUT('/api/tries/{try_id}', { params, body: { struck: !struck } }))
    await load()
  }
  async function remove({ id }: KickTry) {
    await answered(api.DELETE('/api/tries/{try_id}', { params: { path: { try_id: id } } }))
    await load()
  }
  watch(
    () => board.document.table,
    () => kept.value && void load(),
  )
  return { kept, problems, load, log, takeIn, asCsv, card, strike, remove }
})
