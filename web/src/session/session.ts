import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import { answered, api, useName, useToken, type Player, type Table, type TableChoice } from '@/api/client'
import type { BoardTable } from '@/api/client'
import { sameThing } from '@/api/same'
import { keep, kept } from './kept'

export type Units = 'cm' | 'in'
const UNITS = 'partita-units'

/** Who is signed in, and what everybody's screen needs: players and tables to choose, and tables to draw. */
export const useSession = defineStore('session', () => {
  const username = ref<string | null>(null)
  const known = ref(false)
  const tables = ref<TableChoice[]>([])
  const players = ref<Player[]>([])
  /** Geometry of tables that are in no list, by their fields: of layouts that came from elsewhere. */
  const foreign = shallowRef<Record<string, Table>>({})

  const loadPlayers = async () => (players.value = await answered(api.GET('/api/players')))
  const loadTables = async () => (tables.value = await answered(api.GET('/api/tables')))
  async function took(session: { username?: string | null; csrf: string }) {
    useToken(session.csrf)
    username.value = session.username ?? null
    useName(username.value)
    if (username.value) await Promise.all([loadTables(), loadPlayers()])
    known.value = true
  }
  const open = async () => took(await answered(api.GET('/api/session')))
  const signIn = async (name: string, password: string) =>
    took(await answered(api.POST('/api/session', { body: { username: name, password } })))
  const register = async (name: string, password: string) =>
    took(await answered(api.POST('/api/accounts', { body: { username: name, password } })))
  const changePassword = async (old: string, fresh: string) =>
    took(await answered(api.POST('/api/account/password', { body: { old, new: fresh } })))
  const signOut = async () => took(await answered(api.DELETE('/api/session')))

  /** The list's table that a layout's table is, if it is one of them. */
  const choiceOf = (table: BoardTable) => {
    return tables.value.find((choice) => sameThing(choice.document, table))
  }
  /** What to draw for a layout's table; nothing yet while it is being asked for. */
  function geometryOf(table: BoardTable): Table | undefined {
    return choiceOf(table)?.geometry ?? foreign.value[JSON.stringify(table)]
  }
  async function learnGeometry(table: BoardTable) {
    if (geometryOf(table)) return
    const found = await answered(api.POST('/api/tables/geometry', { body: { table } }))
    foreign.value = { ...foreign.value, [JSON.stringify(table)]: found }
  }

  /** Measures for ring marks; this browser remembers the choice. */
  const units = ref<Units>(kept(UNITS) === 'in' ? 'in' : 'cm')
  watch(units, (now) => keep(UNITS, now))

  return {
    units, username, known, tables, players, open, signIn, register, changePassword, signOut, loadPlayers, loadTables,
    choiceOf, geometryOf, learnGeometry,
  } // prettier-ignore
})
