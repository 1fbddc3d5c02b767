import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import { answered, api, useToken, type Player, type Table } from '@/api/client'

export type Units = 'cm' | 'in'
const UNITS = 'partita-units'

/** Who is signed in, and what everybody's screen needs: tables to draw and players to choose. */
export const useSession = defineStore('session', () => {
  const username = ref<string | null>(null)
  const known = ref(false)
  const tables = ref<Table[]>([])
  const players = ref<Player[]>([])

  async function took(session: { username?: string | null; csrf: string }) {
    useToken(session.csrf)
    username.value = session.username ?? null
    if (username.value) {
      ;[tables.value, players.value] = await Promise.all([
        answered(api.GET('/api/tables')),
        answered(api.GET('/api/players')),
      ])
    }
    known.value = true
  }
  const open = async () => took(await answered(api.GET('/api/session')))
  const signIn = async (name: string, password: string) =>
    took(await answered(api.POST('/api/session', { body: { username: name, password } })))
  const register = async (name: string, password: string) =>
    took(await answered(api.POST('/api/accounts', { body: { username: name, password } })))
  const signOut = async () => took(await answered(api.DELETE('/api/session')))

  /** Measures for ring marks; this browser remembers the choice. */
  const units = ref<Units>(localStorage.getItem(UNITS) === 'in' ? 'in' : 'cm')
  watch(units, (now) => localStorage.setItem(UNITS, now))

  return { units, username, known, tables, players, open, signIn, register, signOut }
})
