import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import { answered, api, useName, useToken, type Player, type Table, type TableChoice } from '@/api/client'
import type { BoardTable } from '@/api/client'
import { sameThing } from '@/api/same'
import { keep, kept, readKept } from './kept'

export type Units = 'cm' | 'in'
const UNITS = 'partita-units'
// Another shape of what is kept takes another number.
const OPENING = 'partita-opening-1'
const AGAIN_MS = 5000
interface Opening {
  username: string | null
  players: Player[]
  tables: TableChoice[]
}

function readOpening(text: string): Opening {
  const found = JSON.parse(text) as Opening
  if (!Array.isArray(found.players) || !Array.isArray(found.tables)) throw new TypeError('not an opening')
  return found
}

/** Who is signed in, and what everybody's screen needs: players and tables to choose, and tables to draw. */
export const useSession = defineStore('session', () => {
  const username = ref<string | null>(null)
  const known = ref(false)
  /** The server does not answer, and the page goes on with what was kept. */
  const isAway = ref(false)
  const tables = ref<TableChoice[]>([])
  const players = ref<Player[]>([])
  /** Geometry of tables that are in no list, by their fields: of layouts that came from elsewhere. */
  const foreign = shallowRef<Record<string, Table>>({})

  const loadPlayers = async () => (players.value = await answered(api.GET('/api/players')))
  const loadTables = async () => (tables.value = await answered(api.GET('/api/tables')))
  function take(opening: Opening) {
    username.value = opening.username
    useName(opening.username)
    tables.value = opening.tables
    players.value = opening.players
    known.value = true
  }
  async function load() {
    const { csrf, username: name, ...lists } = await answered(api.GET('/api/opening'))
    useToken(csrf)
    const opening: Opening = {
      username: name ?? null,
      players: lists.players ?? [],
      tables: lists.tables ?? [],
    }
    // Another one's pages never show what was kept for the one before.
    const isAnother = username.value && name && username.value !== name
    const text = JSON.stringify(opening)
    const isNew = !known.value || kept(OPENING) !== text
    keep(OPENING, name ? text : null)
    if (isAnother) window.location.reload()
    else if (isNew) take(opening)
    isAway.value = false
  }
  /** What the page began with is kept in this browser: the next time it stands before the server has answered. */
  async function open() {
    const { found } = readKept(OPENING, readOpening)
    if (!found) return load()
    take(found)
    for (;;) {
      try {
        return await load()
      } catch {
        useToken('')
        isAway.value = true
        await new Promise((wake) => setTimeout(wake, AGAIN_MS))
      }
    }
  }
  async function entered(session: { csrf: string }) {
    useToken(session.csrf)
    await load()
  }
  const signIn = async (name: string, password: string) =>
    entered(await answered(api.POST('/api/session', { body: { username: name, password } })))
  const register = async (name: string, password: string) =>
    entered(await answered(api.POST('/api/accounts', { body: { username: name, password } })))
  const changePassword = async (old: string, fresh: string) =>
    entered(await answered(api.POST('/api/account/password', { body: { old, new: fresh } })))
  const signOut = async () => entered(await answered(api.DELETE('/api/session')))

  /** When somebody is. */
  const signedIn = () =>
    username.value
      ? Promise.resolve()
      : new Promise<void>((resolve) => watch(username, () => resolve(), { once: true }))

  /** The list's table that a layout's table is, if it is one of them. */
  const choiceOf = (table: BoardTable) => {
    return tables.value.find((choice) => sameThing(choice.document, table))
  }
  /** What to draw for a layout's table; nothing yet while it is being asked for. */
  function geometryOf(table: BoardTable): Table | undefined {
    return choiceOf(table)?.geometry ?? foreign.value[JSON.stringify(table)]
  }
  const ownGeometry = (table: BoardTable) => answered(api.POST('/api/tables/geometry', { body: { table } }))
  let askGeometry = ownGeometry
  /** Who has no account asks for geometry where he is a guest; without a way of his own as everybody does. */
  const geometryFrom = (ask: typeof ownGeometry | null) => (askGeometry = ask ?? ownGeometry)
  async function learnGeometry(table: BoardTable) {
    if (geometryOf(table)) return
    const found = await askGeometry(table)
    foreign.value = { ...foreign.value, [JSON.stringify(table)]: found }
  }

  /** Measures for ring marks; this browser remembers the choice. */
  const units = ref<Units>(kept(UNITS) === 'in' ? 'in' : 'cm')
  watch(units, (now) => keep(UNITS, now))

  return {
    units, username, known, isAway, tables, players, open, signedIn, signIn, register, changePassword, signOut, loadPlayers, loadTables,
    choiceOf, geometryOf, geometryFrom, learnGeometry,
  } // prettier-ignore
})
