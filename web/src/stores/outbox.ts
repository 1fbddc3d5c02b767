import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { answered, api, RefusedError, type AttemptIn, type DrillAttemptIn, type Problem } from '@/api/client'
import { keep, readKept } from '@/session/kept'
import { useSession } from '@/session/session'

/** Something that is to reach the server: an attempt at a station or a drill, or that one is taken back. */
type Entry =
  | { do: 'add'; player: number; sitting: number; attempt: AttemptIn }
  | { do: 'take back'; player: number; sitting: number; token: string }
  | { do: 'drill'; sitting: number; day: string; attempt: DrillAttemptIn }
  | { do: 'take drill back'; sitting: number; token: string }
function readEntries(text: string): Entry[] {
  const found = JSON.parse(text) as Entry[]
  if (!Array.isArray(found) || !found.every((one) => typeof one.do === 'string'))
    throw new Error('these are no entries')
  return found
}
const RETRY_MS = 3000
/** Attempts of one request, within what the server takes. */
const MOST_AT_ONCE = 200
/** Signed out, a token that is no longer the page's, too many at once: to be sent again, not thrown away. */
const NOT_NOW = [401, 403, 429]

/** Attempts on their way: kept in this browser until the server has them, sent in order, each once. */
export const useOutbox = defineStore('outbox', () => {
  const session = useSession()
  const entries = ref<Entry[]>([])
  const problems = ref<Problem[]>([])
  /** True when the last try did not reach the server. */
  const waiting = ref(false)
  const place = computed(() => `partita-outbox:${session.username ?? ''}`)
  let sending: Promise<void> | null = null

  const keepAll = () => keep(place.value, JSON.stringify(entries.value))
  function put(entry: Entry) {
    entries.value = [...entries.value, entry]
    keepAll()
    void send()
  }
  const add = (player: number, sitting: number, attempt: AttemptIn) =>
    put({ do: 'add', player, sitting, attempt })
  const takeBack = (player: number, sitting: number, token: string) =>
    put({ do: 'take back', player, sitting, token })

  const addDrill = (sitting: number, day: string, attempt: DrillAttemptIn) =>
    put({ do: 'drill', sitting, day, attempt })
  const takeDrillBack = (sitting: number, token: string) => put({ do: 'take drill back', sitting, token })

  const goesWith = (one: Entry, first: Entry) =>
    one.do === first.do &&
    one.sitting === first.sitting &&
    (one.do === 'drill' && first.do === 'drill' ? one.day === first.day : one.do === 'add')
  /** The first entries that go in one request. */
  function batch(): Entry[] {
    const [first] = entries.value
    if (!first) return []
    const end = entries.value.findIndex((one, place) => place > 0 && !goesWith(one, first))
    return entries.value.slice(0, end < 0 ? MOST_AT_ONCE : Math.min(end, MOST_AT_ONCE))
  }
  function posted(some: Entry[]): Promise<unknown> {
    const [first] = some
    if (!first) return Promise.resolve()
    const { sitting: sitting_id } = first
    if (first.do === 'take back') {
      const path = { player_id: first.player, token: first.token }
      return answered(api.DELETE('/api/players/{player_id}/attempts/by-token/{token}', { params: { path } }))
    }
    if (first.do === 'take drill back') {
      const path = { sitting_id, token: first.token }
      return answered(
        api.DELETE('/api/practice/sittings/{sitting_id}/attempts/{token}', { params: { path } }),
      )
    }
    if (first.do === 'drill') {
      const attempts = some.flatMap((one) => (one.do === 'drill' ? [one.attempt] : []))
      const body = { attempts, day: first.day }
      const path = { sitting_id }
      return answered(api.POST('/api/practice/sittings/{sitting_id}/attempts', { params: { path }, body }))
    }
    const attempts = some.flatMap((one) => (one.do === 'add' ? [one.attempt] : []))
    const path = { sitting_id }
    return answered(api.POST('/api/sittings/{sitting_id}/attempts', { params: { path }, body: { attempts } }))
  }
  async function sendAll() {
    while (entries.value.length) {
      const some = batch()
      try {
        await posted(some)
        problems.value = []
      } catch (error) {
        // What cannot be taken is told and let go; what did not arrive is sent again.
        const refused = error instanceof RefusedError && error.status >= 400 && error.status < 500
        if (!refused || NOT_NOW.includes(error.status)) {
          waiting.value = true
          setTimeout(() => void send(), RETRY_MS)
          return
        }
        problems.value = error.problems
      }
      waiting.value = false
      entries.value = entries.value.slice(some.length)
      keepAll()
    }
  }
  /** Send what is there; a second call while it goes on waits for the first. */
  function send(): Promise<void> {
    sending ??= sendAll().finally(() => (sending = null))
    return sending
  }
  const ofDrills = (one: Entry) => one.do === 'drill' || one.do === 'take drill back'
  /** What of a sitting at stations is still on its way. */
  const of = (sitting: number) => entries.value.filter((one) => one.sitting === sitting && !ofDrills(one))
  /** What of a sitting at a drill is. */
  const ofDrill = (sitting: number) => entries.value.filter((one) => one.sitting === sitting && ofDrills(one))
  watch(
    place,
    (now) => {
      entries.value = readKept(now, readEntries).found ?? []
      if (entries.value.length) void send()
    },
    { immediate: true },
  )
  window.addEventListener('online', () => void send())
  return { entries, problems, waiting, add, takeBack, addDrill, takeDrillBack, send, of, ofDrill }
})
