import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { answered, api, type Measure, type Sitting } from '@/api/client'
import { useGuarded } from '@/api/guarded'
import { isActive } from '@/api/follow'
import { createQuestion } from '@/api/question'
import { useSession } from '@/session/session'
import { useOutbox } from './outbox'

/** What is known of one player: his attempts, what they say, what his errors cost; asked, followed, stopped. */
export const useMeasure = defineStore('measure', () => {
  const session = useSession()
  const outbox = useOutbox()
  const player = ref(0)
  const attempts = ref(0)
  const open = ref<Sitting | null>(null)
  const { problems, guarded } = useGuarded()
  const measures = createQuestion('measures', { problems, taken })
  const prices = createQuestion('costs', { problems })
  const { now: measure, running: measuring } = measures
  const { now: costs, running: pricing } = prices
  const path = () => ({ params: { path: { player_id: player.value } } })

  const says = computed(() => measure.value?.document ?? null)
  /** Attempts that came after the last measure was asked for. */
  const fresh = computed(() => attempts.value - (measure.value?.question.attempts ?? 0))

  const show = (id: number) =>
    guarded(async () => {
      if (player.value !== id) {
        measures.close()
        prices.close()
        open.value = null
        attempts.value = 0
        player.value = id
      }
      // What was tapped a moment ago counts.
      await outbox.send()
      const [count, last, price, sitting] = await Promise.all([
        answered(api.GET('/api/players/{player_id}/attempts', path())),
        answered(api.GET('/api/players/{player_id}/measure', path())),
        answered(api.GET('/api/players/{player_id}/costs', path())),
        answered(api.GET('/api/players/{player_id}/sittings/open', path())),
      ])
      if (player.value !== id) return
      attempts.value = count.attempts
      open.value = sitting
      if (price) void prices.take(price)
      if (last) void measures.take(last)
      // Attempts that came from elsewhere are measured as soon as they are looked at.
      else if (attempts.value) await ask()
    })
  /** The stroke that the odds use may be another now. */
  function taken(next: Measure, { fresh }: { fresh: boolean }) {
    if (!fresh && !isActive(next)) void session.loadPlayers()
  }
  const ask = () =>
    measures.ask(() =>
      answered(
        api.POST('/api/players/{player_id}/measure', { ...path(), body: { table: null, near: null } }),
      ),
    )
  const price = (game: string, share: number) =>
    prices.ask(() =>
      answered(api.POST('/api/players/{player_id}/costs', { ...path(), body: { game, share } })),
    )
  const stop = () => guarded(measures.stop)
  const stopPricing = () => guarded(prices.stop)
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
