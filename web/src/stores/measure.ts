import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { answered, api, type ErrorCosts, type Measure, type Sitting } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { createFollower, isActive } from '@/follow'
import { useSession } from './session'

const POLL_MS = 250

/** What is known of one player: his attempts, what they say, what his errors cost; asked, followed, stopped. */
export const useMeasure = defineStore('measure', () => {
  const session = useSession()
  const player = ref(0)
  const attempts = ref(0)
  const open = ref<Sitting | null>(null)
  const measure = ref<Measure | null>(null)
  const costs = ref<ErrorCosts | null>(null)
  const { problems, guarded } = useGuarded()
  const [measures, prices] = [createFollower(), createFollower()]
  const path = () => ({ params: { path: { player_id: player.value } } })

  const measuring = computed(() => isActive(measure.value))
  const pricing = computed(() => isActive(costs.value))
  const says = computed(() => measure.value?.document ?? null)
  /** Attempts that came after the last measure was asked for. */
  const fresh = computed(() => attempts.value - (measure.value?.question.attempts ?? 0))

  const show = (id: number) =>
    guarded(async () => {
      if (player.value !== id) {
        measures.letGo()
        prices.letGo()
        measure.value = costs.value = open.value = null
        attempts.value = 0
        player.value = id
      }
      const [count, last, price, sitting] = await Promise.all([
        answered(api.GET('/api/players/{player_id}/attempts', path())),
        answered(api.GET('/api/players/{player_id}/measure', path())),
        answered(api.GET('/api/players/{player_id}/costs', path())),
        answered(api.GET('/api/players/{player_id}/sittings/open', path())),
      ])
      if (player.value !== id) return
      attempts.value = count.attempts
      open.value = sitting
      if (last) takeMeasure(last)
      // Attempts that came from elsewhere are measured as soon as they are looked at.
      else if (attempts.value)
        takeMeasure(await answered(api.POST('/api/players/{player_id}/measure', asked())))
      if (price) takeCosts(price)
    })
  function takeMeasure(next: Measure) {
    measure.value = next
    void measures.follow(next, {
      look: () =>
        answered(api.GET('/api/measures/{measure_id}', { params: { path: { measure_id: next.id } } })),
      isActive,
      take: (later) => {
        measure.value = later
        // The stroke that the odds use may be another now.
        if (!isActive(later)) void session.loadPlayers()
      },
      trouble: (trouble) => (problems.value = trouble),
      everyMs: POLL_MS,
    })
  }
  function takeCosts(next: ErrorCosts) {
    costs.value = next
    void prices.follow(next, {
      look: () => answered(api.GET('/api/costs/{costs_id}', { params: { path: { costs_id: next.id } } })),
      isActive,
      take: (later) => (costs.value = later),
      trouble: (trouble) => (problems.value = trouble),
      everyMs: POLL_MS,
    })
  }
  const asked = () => ({ ...path(), body: { table: null, near: null } })
  const ask = () =>
    guarded(async () => takeMeasure(await answered(api.POST('/api/players/{player_id}/measure', asked()))))
  const stop = () =>
    guarded(async () => {
      if (!measure.value) return
      const given = { params: { path: { measure_id: measure.value.id } } }
      measure.value = await answered(api.POST('/api/measures/{measure_id}/stop', given))
    })
  const price = (game: string, share: number) =>
    guarded(async () =>
      takeCosts(
        await answered(api.POST('/api/players/{player_id}/costs', { ...path(), body: { game, share } })),
      ),
    )
  const stopPricing = () =>
    guarded(async () => {
      if (!costs.value) return
      const given = { params: { path: { costs_id: costs.value.id } } }
      costs.value = await answered(api.POST('/api/costs/{costs_id}/stop', given))
    })
  /** Begin a set of stations on a table; the sitting, or nothing when it was refused. */
  async function begin(set_name: string, table: string | Record<string, unknown>): Promise<Sitting | null> {
    let begun: Sitting | null = null
    await guarded(async () => {
      const body = { set_name, table }
      begun = await answered(api.POST('/api/players/{player_id}/sittings', { ...path(), body }))
    })
    return begun
  }
  const takeIn = (text: string) =>
    guarded(async () => {
      const taken = await answered(
        api.POST('/api/players/{player_id}/attempts/file', { ...path(), body: { text } }),
      )
      attempts.value = taken.attempts
      if (taken.new) await ask()
    })
  const asCsv = () => answered(api.GET('/api/players/{player_id}/attempts/csv', path()))
  return {
    player, attempts, open, measure, costs, problems, measuring, pricing, says, fresh,
    show, ask, stop, price, stopPricing, begin, takeIn, asCsv,
  } // prettier-ignore
})
