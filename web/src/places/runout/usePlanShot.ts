import { computed, onDeactivated } from 'vue'
import type { OwnStroke } from '@/board/document'
import { useOwnShot } from '@/stores/ownshot'
import { useRunOut } from '@/stores/runout'
import { text } from '@/words/text/runout'

/** A shot of one's own at a ball of the plan: aimed where the plan comes to it, then the rest is planned anew. */
export function usePlanShot() {
  const own = useOwnShot()
  const runOut = useRunOut()
  /** A shot that is aimed on the Table page stays there. */
  const aiming = computed(() => (own.elsewhere?.place === 'runout' ? own.stroke : null))
  const drawing = computed(() => (aiming.value ? (own.trial?.drawing ?? null) : null))
  const refusal = computed(() => {
    const ball = runOut.planned?.ball
    return own.trial?.option.potted === ball ? undefined : text.itDoesNotPotThe(ball ?? '')
  })
  function begin() {
    const planned = runOut.planned
    if (planned) own.begin(planned.stroke, { place: 'runout', document: runOut.layoutAt(planned) })
  }
  function plan() {
    const [planned, option] = [runOut.planned, own.trial?.option]
    if (!planned || !option || !aiming.value) return
    const stroke = asFixed(aiming.value, option, planned.step)
    own.leave()
    void runOut.ask({ strokes: { ...runOut.fixed.strokes, [planned.ball]: stroke } })
  }
  onDeactivated(() => own.elsewhere?.place === 'runout' && own.leave())
  return { aiming, drawing, refusal, begin, plan, set: own.set }
}

/**
 * A shot as a plan keeps it. The first is played as it is aimed; a later pot is aimed anew from wherever the plan then
 * comes to it, which other changes may move.
 */
export function asFixed(
  { aim_deg, ...how }: { aim_deg: number; speed_mps: number } & Partial<OwnStroke>,
  option: {
    potted: string | null
    pocket: string | null
    route: string[]
    cushions?: string[]
    via?: string[]
  },
  step: number,
): OwnStroke {
  const plain = !option.route.length && !option.cushions?.length && !option.via?.length
  if (step > 0 && plain && option.potted && option.pocket)
    return { ...how, pot: { ball: option.potted, pocket: option.pocket } } as OwnStroke
  return { ...how, aim_deg } as OwnStroke
}
