/** Players and tables of one's own: made, changed, deleted; the lists that every scene chooses from follow. */
import { answered, api, type PlayerIn, type TableIn } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { useSession } from '@/session/session'

export function useRoster() {
  const session = useSession()
  const { problems, guarded } = useGuarded()
  /** True when it was done. */
  async function done(work: () => Promise<unknown>): Promise<boolean> {
    await guarded(work)
    return problems.value.length === 0
  }
  const savePlayer = (id: number | null, body: PlayerIn) =>
    done(async () => {
      await answered(
        id === null
          ? api.POST('/api/players', { body })
          : api.PUT('/api/players/{player_id}', { params: { path: { player_id: id } }, body }),
      )
      await session.loadPlayers()
    })
  const removePlayer = (id: number) =>
    done(async () => {
      await answered(api.DELETE('/api/players/{player_id}', { params: { path: { player_id: id } } }))
      await session.loadPlayers()
    })
  const saveTable = (id: number | null, body: TableIn) =>
    done(async () => {
      await answered(
        id === null
          ? api.POST('/api/tables', { body })
          : api.PUT('/api/tables/{table_id}', { params: { path: { table_id: id } }, body }),
      )
      await session.loadTables()
    })
  const removeTable = (id: number) =>
    done(async () => {
      await answered(api.DELETE('/api/tables/{table_id}', { params: { path: { table_id: id } } }))
      await session.loadTables()
    })
  const takeIn = (text: string) =>
    done(async () => {
      await answered(api.POST('/api/players/file', { body: { text } }))
      await session.loadPlayers()
    })
  const asFile = () => answered(api.GET('/api/players/file'))
  return { problems, takeIn, asFile, savePlayer, removePlayer, saveTable, removeTable }
}
