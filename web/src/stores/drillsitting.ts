import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import {
  answered,
  api,
  type DrillAttempt,
  type DrillAttemptIn,
  type DrillSitting,
  type DrillZone,
} from '@/api/client'
import { useGuarded } from '@/api/guarded'
import type { BoardTable } from '@/api/client'
import type { Place } from '@/drawing/place'
import { inARow, runsOf, standingOf } from '@/stores/ladder'
import { today } from '@/words/days'
import { useOutbox } from './outbox'
import { usePractice } from './practice'
import { useSession } from '@/session/session'
import { newToken } from '@/session/token'

/** A sitting at a drill: one tap an attempt, up and down the ladder, alone or by turns. */
export const useDrillSitting = defineStore('drill-sitting', () => {
  const outbox = useOutbox()
  const practice = usePractice()
  const session = useSession()
  const sitting = ref<DrillSitting | null>(null)
  const attempts = ref<DrillAttempt[]>([])
  /** A step that was chosen by hand; none: where the ladder stands. */
  const picked = ref<number | null>(null)
  const { problems, guarded } = useGuarded()

  const expected = computed(() => practice.expectation?.document ?? null)
  const steps = computed(() => expected.value?.steps ?? [])
  const standing = computed(() =>
    standingOf(steps.value, attempts.value, sitting.value?.begin ?? expected.value?.begin ?? 0),
  )
  const at = computed(() => picked.value ?? standing.value.step)
  const step = computed(() => sitting.value?.drill.steps[at.value] ?? null)
  const here = computed(() => attempts.value.filter((one) => one.step === at.value && one.by === 'player'))
  const run = computed(() => runsOf(attempts.value.filter((one) => one.by === 'player')))
  /** Both at the same run: taking turns it breaks when either misses. */
  const together = computed(() => runsOf(attempts.value))
  const more = computed(() => inARow(steps.value, standing.value))
  /** Whose turn it is. */
  const by = computed<'player' | 'partner'>(() =>
    sitting.value?.partner_name && attempts.value.at(-1)?.by === 'player' ? 'partner' : 'player',
  )

  const open = (id: number) =>
    guarded(async () => {
      if (sitting.value?.id !== id) {
        sitting.value = null
        picked.value = null
        const params = { path: { sitting_id: id } }
        const found = await answered(api.GET('/api/practice/sittings/{sitting_id}', { params }))
        // Opened twice at once, it is taken once: taps that came between stay.
        if ((sitting.value as DrillSitting | null)?.id !== id) take(found)
      }
      const now = sitting.value
      if (!now) return
      practice.table = now.table as typeof practice.table
      if (practice.player !== now.player_id) practice.choose(now.player_id)
      await practice.expect(now.drill_key)
    })
  /** A sitting as the server has it; what is still on its way counts already. */
  function take(next: DrillSitting) {
    sitting.value = next
    const pending = outbox.ofDrill(next.id)
    const gone = pending.flatMap((one) => (one.do === 'take drill back' ? [one.token] : []))
    const known = new Set(next.attempts.map((one) => one.token))
    const coming = pending.flatMap((one) =>
      one.do === 'drill' && !known.has(one.attempt.token) ? [whole(one.attempt)] : [],
    )
    attempts.value = [...next.attempts, ...coming].filter((one) => !gone.includes(one.token))
  }
  const geometry = () => session.geometryOf((sitting.value?.table ?? 'pool-9ft') as BoardTable)
  const whole = (one: DrillAttemptIn): DrillAttempt => ({
    token: one.token,
    by: one.by ?? 'player',
    step: one.step,
    outcome: one.outcome ?? '',
    x: one.x ?? null,
    y: one.y ?? null,
    made: madeOf(one),
  })
  /** Whether a ball that came to rest there is where it should be, as the server will say too. */
  function inZone(zone: DrillZone | null | undefined, at: Place): boolean {
    const table = geometry()
    if (!zone || !table) return false
    const [x, y] = [(at[0] * table.length) / 8, (at[1] * table.width) / 4]
    const diamond = table.length / 8
    if (zone.at) {
      const [u, v] = [((zone.at[0] ?? 0) * table.length) / 8, ((zone.at[1] ?? 0) * table.width) / 4]
      return Math.hypot(x - u, y - v) <= zone.within * diamond
    }
    const edge = { head: x, foot: table.length - x, 'near-long': y, 'far-long': table.width - y }[
      zone.rail ?? ''
    ]
    return (edge ?? Infinity) - table.reach <= zone.within * diamond
  }
  function madeOf(one: { step: number; outcome?: string; x?: number | null; y?: number | null }): boolean {
    if (one.x == null || one.y == null) return one.outcome === 'made'
    const asked = sitting.value?.drill.steps[one.step]
    return inZone(asked?.taps === 'ball' ? asked.rule.ball_in : asked?.rule.cue_in, [one.x, one.y])
  }
  /** One attempt: an outcome, or where the ball that decides came to rest. */
  function tap(outcome: string, rest: Place | null = null) {
    if (!sitting.value) return
    const one = {
      token: newToken(), by: by.value, step: at.value, outcome, x: rest?.[0] ?? null, y: rest?.[1] ?? null,
    } // prettier-ignore
    attempts.value = [...attempts.value, { ...one, made: madeOf(one) }]
    // The ladder goes on from the step that was chosen by hand.
    if (one.by === 'player') picked.value = null
    outbox.addDrill(sitting.value.id, today(), one)
  }
  function undo() {
    const last = attempts.value.at(-1)
    if (!last || !sitting.value) return
    attempts.value = attempts.value.slice(0, -1)
    picked.value = null
    outbox.takeDrillBack(sitting.value.id, last.token)
  }
  /** The sitting is over and all of it has reached the server. False when it has not. */
  async function end(): Promise<boolean> {
    if (!sitting.value) return false
    await outbox.send()
    if (outbox.waiting) return false
    const path = { sitting_id: sitting.value.id }
    await guarded(() => answered(api.POST('/api/practice/sittings/{sitting_id}/end', { params: { path } })))
    if (problems.value.length) return false
    sitting.value = null
    return true
  }
  return {
    sitting, attempts, picked, problems, expected, steps, standing, at, step, here, run, together, more, by,
    open, take, tap, undo, end, inZone,
  } // prettier-ignore
})
