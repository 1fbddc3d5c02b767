import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import {
  answered,
  api,
  type Drill,
  type DrillProgress,
  type Practice,
  type QuizPools,
  type QuizStanding,
} from '@/api/client'
import { keep, kept } from '@/session/kept'
import { useGuarded } from '@/api/guarded'
import type { BoardTable } from '@/api/client'
import { createQuestion } from '@/api/question'
import { useSession } from '@/session/session'
import { newToken } from '@/session/token'

const PLAYER = 'partita-practice-player'

/** Who practises, what he has practised, what next; the drill that is looked at, and what is expected there. */
export const usePractice = defineStore('practice', () => {
  const session = useSession()
  const { problems, guarded } = useGuarded()
  const players = computed(() => session.players.filter((one) => one.own))
  const idOf = (key: string) => Number(key.split(':')[1])
  const chosen = ref(Number(kept(PLAYER) ?? 0))
  /** Who practised last, on whatever machine. */
  const latest = ref(0)
  /** One of one's own players: the one that was chosen here, else the last one that practised, else the first. */
  const player = computed(() => {
    const ids = players.value.map(({ key }) => idOf(key))
    return [chosen.value, latest.value].find((id) => ids.includes(id)) ?? ids[0] ?? 0
  })
  const playerName = computed(() => players.value.find(({ key }) => idOf(key) === player.value)?.name ?? '')
  const table = ref<BoardTable>('pool-9ft')

  const drills = ref<Drill[]>([])
  const overview = ref<Practice | null>(null)
  const pools = ref<QuizPools | null>(null)
  const standing = ref<QuizStanding | null>(null)
  const progress = ref<DrillProgress | null>(null)
  const expectations = createQuestion('expectations', { problems })
  const fills = createQuestion('quiz-fills', { problems })
  const prices = createQuestion('costs', { problems })
  const { now: expectation, running: expecting } = expectations
  const { now: fill, running: filling } = fills
  const { now: costs, running: pricing } = prices
  const drillOf = (key: string) => drills.value.find((one) => one.key === key) ?? null

  function choose(id: number) {
    chosen.value = id
    keep(PLAYER, String(id))
    overview.value = standing.value = null
    void load()
  }
  const ofPlayer = () => ({ params: { path: { player_id: player.value } } })
  const load = () =>
    guarded(async () => {
      drills.value = await answered(api.GET('/api/practice/drills'))
      latest.value = (await answered(api.GET('/api/practice/latest'))).player ?? 0
      pools.value = await answered(api.GET('/api/quiz/pools'))
      const who = player.value
      if (!who) return
      const [seen, stands] = await Promise.all([
        answered(api.GET('/api/practice/players/{player_id}', ofPlayer())),
        answered(api.GET('/api/quiz/players/{player_id}', ofPlayer())),
      ])
      if (who !== player.value) return
      overview.value = seen
      standing.value = stands
    })
  /** Work out what the player's errors cost him: what to practise first follows from it. */
  const price = () =>
    guarded(async () => {
      const body = { game: 'nine-ball', share: 0.8 }
      await prices.take(await answered(api.POST('/api/players/{player_id}/costs', { ...ofPlayer(), body })))
      await load()
    })
  const stopPricing = () => guarded(prices.stop)

  /** What is expected of the player at a drill, followed until it is worked out. */
  const expect = (drill: string) => {
    expectations.close()
    const body = { player: player.value, drill, table: table.value }
    return expectations.ask(() => answered(api.POST('/api/expectations', { body })))
  }
  const stopExpecting = () => guarded(expectations.stop)
  const look = (key: string) =>
    guarded(async () => {
      progress.value = null
      const path = { player_id: player.value, key }
      progress.value = await answered(
        api.GET('/api/practice/players/{player_id}/drills/{key}', { params: { path } }),
      )
    })
  /** Begin a sitting; its number, or nothing when it was refused. */
  async function begin(drill: string, partner: { player: number | null; name: string }) {
    let id: number | null = null
    await guarded(async () => {
      const body = {
        token: newToken(), drill, table: table.value, partner: partner.player, partner_name: partner.name,
      } // prettier-ignore
      const path = { player_id: player.value }
      const begun = await answered(
        api.POST('/api/practice/players/{player_id}/sittings', { params: { path }, body }),
      )
      id = begun.id
    })
    return id
  }
  /** Keep a drill of one's own; its key, or nothing when it was refused. */
  async function saveDrill(drill: Record<string, unknown>) {
    let key: string | null = null
    await guarded(async () => {
      key = (await answered(api.POST('/api/practice/drills', { body: { drill } }))).key ?? null
      drills.value = await answered(api.GET('/api/practice/drills'))
    })
    return key
  }
  const removeDrill = (key: string) =>
    guarded(async () => {
      const path = { drill_id: idOf(key) }
      await answered(api.DELETE('/api/practice/drills/{drill_id}', { params: { path } }))
      drills.value = drills.value.filter((one) => one.key !== key)
    })
  /** Begin a round of the quiz; its number, or nothing when it was refused. */
  async function beginRound(asked: {
    game: string
    own: boolean
    limit: number | null
    second: number | null
    secondName: string
  }) {
    let id: number | null = null
    await guarded(async () => {
      const body = {
        token: newToken(), game: asked.game, own: asked.own, limit_s: asked.limit, second: asked.second,
        second_name: asked.secondName,
      } // prettier-ignore
      const path = { player_id: player.value }
      id = (await answered(api.POST('/api/quiz/players/{player_id}/rounds', { params: { path }, body }))).id
    })
    return id
  }
  const fillOwn = () =>
    guarded(async () => {
      await fills.take(await answered(api.POST('/api/quiz-fills', { body: { player: player.value } })))
      pools.value = await answered(api.GET('/api/quiz/pools'))
    })
  const stopFilling = () => guarded(fills.stop)
  return {
    players, player, playerName, table, drills, overview, pools, standing, expectation, progress, fill, problems,
    expecting, filling, costs, pricing, stopPricing, idOf, drillOf, choose, load, price, expect, stopExpecting, look, begin, saveDrill,
    removeDrill, beginRound, fillOwn, stopFilling, guarded,
  } // prettier-ignore
})
