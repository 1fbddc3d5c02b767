import { defineStore } from 'pinia'
import { ref } from 'vue'
import { answered, api, useToken, type Player, type Table } from '@/api/client'

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

  return { username, known, tables, players, open, signIn, register, signOut }
})
