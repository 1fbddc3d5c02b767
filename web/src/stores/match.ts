import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { answered, api, type Match, type MatchIn } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { keep, kept } from '@/session/kept'

const KEPT = 'partita-match-in-play'

/** One match: begun, scored, told; and the one that is being played, to whose rack decisions belong. */
export const useMatch = defineStore('match', () => {
  const match = ref<Match | null>(null)
  const inPlay = ref<number | null>(Number(kept(KEPT)) || null)
  const { problems, guarded } = useGuarded()
  const path = () => ({ path: { match_id: match.value?.id ?? 0 } })

  const playing = computed(() =>
    match.value?.id === inPlay.value && !match.value?.over ? match.value : null,
  )
  /** The number of the rack that is being played. */
  const rack = computed(() => {
    const open = match.value?.racks.find(({ i_won }) => i_won === null)
    return open?.number ?? (match.value?.racks.length ?? 0) + 1
  })
  /** Whether I break it. */
  const breaks = computed(() => {
    const { value: m } = match
    const last = m?.racks.at(-1)
    if (!m || !last) return m?.i_break_first ?? true
    if (last.i_won === null) return last.i_broke
    return m.breaks === 'winner' ? last.i_won : !last.i_broke
  })
  function keepInPlay(id: number | null) {
    inPlay.value = id
    keep(KEPT, id ? String(id) : null)
  }
  function take(next: Match) {
    match.value = next
    if (next.over && inPlay.value === next.id) keepInPlay(null)
  }
  const open = (id: number) =>
    guarded(async () => {
      if (match.value?.id !== id) match.value = null
      take(await answered(api.GET('/api/matches/{match_id}', { params: { path: { match_id: id } } })))
    })
  /** What is being played, for the Table; one that is gone is played no more. */
  async function openInPlay() {
    if (!inPlay.value || match.value?.id === inPlay.value) return
    await open(inPlay.value)
    if (!match.value) keepInPlay(null)
  }
  async function save(body: MatchIn, id: number | null): Promise<number | null> {
    let saved: number | null = null
    await guarded(async () => {
      const given = { params: { path: { match_id: id ?? 0 } }, body }
      const next = await answered(
        id ? api.PUT('/api/matches/{match_id}', given) : api.POST('/api/matches', { body }),
      )
      take(next)
      saved = next.id
      if (!id) keepInPlay(next.id)
    })
    return saved
  }
  /** A tap is sent once, and means the rack that was on the screen. */
  const sending = ref(false)
  const score = async (i_won: boolean, how: string) => {
    if (sending.value) return
    sending.value = true
    await guarded(async () => {
      const given = { params: path(), body: { i_won, how, number: rack.value } }
      take(await answered(api.POST('/api/matches/{match_id}/racks', given)))
    })
    sending.value = false
  }
  const changeRack = (number: number, i_won: boolean, how: string) =>
    guarded(async () => {
      const given = { params: { path: { ...path().path, number } }, body: { i_won, how } }
      take(await answered(api.PUT('/api/matches/{match_id}/racks/{number}', given)))
    })
  const takeBack = () =>
    guarded(async () =>
      take(await answered(api.DELETE('/api/matches/{match_id}/racks/last', { params: path() }))),
    )

  return {
    match,
    inPlay,
    playing,
    rack,
    breaks,
    problems,
    keepInPlay,
    open,
    openInPlay,
    save,
    score,
    changeRack,
    takeBack,
  }
})
