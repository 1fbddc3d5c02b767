import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { answered, api, type AttemptIn, type Sitting, type Station } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import type { Place } from '@/drawing/place'
import { useOutbox } from './outbox'
import { newToken } from '@/session/token'

/** A set of stations that is gone through: what is asked, what was played, one tap an attempt. */
export const useSitting = defineStore('sitting', () => {
  const outbox = useOutbox()
  const sitting = ref<Sitting | null>(null)
  const player = ref(0)
  const at = ref(0)
  const played = ref<AttemptIn[]>([])
  const { problems, guarded } = useGuarded()

  const station = computed<Station | null>(() => sitting.value?.stations[at.value] ?? null)
  const here = computed(() => played.value.filter((one) => one.station === station.value?.key))
  const countOf = (key: string) => played.value.filter((one) => one.station === key).length
  const left = (one: Station) => Math.max(0, (one.count ?? 0) - countOf(one.key))
  const complete = computed(() => sitting.value?.stations.every((one) => left(one) === 0) ?? false)

  /** Open one of a player's; what is still on its way counts already. */
  const open = (playerId: number, id: number) =>
    guarded(async () => {
      if (sitting.value?.id === id) return
      const params = { path: { sitting_id: id } }
      const found = await answered(api.GET('/api/sittings/{sitting_id}', { params }))
      // Opened twice at once, it is taken once: taps that came between stay.
      if (sitting.value?.id !== id) take(playerId, found)
    })
  function take(playerId: number, next: Sitting) {
    sitting.value = next
    player.value = playerId
    const kept = next.attempts.map(({ token, station, outcome, x, y }) => ({ token, station, outcome, x, y }))
    const pending = outbox.of(next.id)
    const gone = pending.flatMap((one) => (one.do === 'take back' ? [one.token] : []))
    const known = new Set(kept.map((one) => one.token))
    const coming = pending.flatMap((one) =>
      one.do === 'add' && !known.has(one.attempt.token) ? [one.attempt] : [],
    )
    played.value = [...kept, ...coming].filter((one) => !gone.includes(one.token))
    at.value = Math.max(
      0,
      next.stations.findIndex((one) => left(one) > 0),
    )
  }
  /** One attempt at the station: an outcome, or where the cue ball came to rest. */
  function tap(outcome: string, rest: Place | null = null) {
    if (!sitting.value || !station.value) return
    const one: AttemptIn = {
      token: newToken(),
      station: station.value.key,
      outcome,
      x: rest?.[0] ?? null,
      y: rest?.[1] ?? null,
    }
    played.value = [...played.value, one]
    outbox.add(player.value, sitting.value.id, one)
    const next = sitting.value.stations.findIndex((other) => left(other) > 0)
    if (left(station.value) === 0 && countOf(station.value.key) === station.value.count && next >= 0)
      at.value = next
  }
  /** Take the last attempt back, wherever it was. */
  function undo() {
    const last = played.value.at(-1)
    if (!last || !sitting.value) return
    played.value = played.value.slice(0, -1)
    outbox.takeBack(player.value, sitting.value.id, last.token)
    at.value = sitting.value.stations.findIndex((one) => one.key === last.station)
  }
  /** The sitting is over; all of it has reached the server. False when it has not. */
  async function end(): Promise<boolean> {
    if (!sitting.value) return false
    await outbox.send()
    if (outbox.waiting) return false
    const path = { sitting_id: sitting.value.id }
    await guarded(() => answered(api.POST('/api/sittings/{sitting_id}/end', { params: { path } })))
    if (problems.value.length) return false
    sitting.value = null
    return true
  }
  return {
    sitting,
    player,
    at,
    played,
    problems,
    station,
    here,
    complete,
    countOf,
    left,
    open,
    take,
    tap,
    undo,
    end,
  }
})
