import { computed, onDeactivated, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Stroke, Trial } from '@/api/client'
import { useKicks } from '@/stores/kicks'
import { useOwnShot } from '@/stores/ownshot'

/** So long after the last change a kick that is dragged is looked at closely again, ms. */
const SETTLES_MS = 350

/** A kick aimed by hand: sum, window and simulation follow; then it is weighed beside the others on the Table page. */
export function useKickAim() {
  const own = useOwnShot()
  const kicks = useKicks()
  const router = useRouter()
  let timer = 0
  const aiming = computed(() => (own.elsewhere?.place === 'kicks' ? own.stroke : null))

  async function attempt(stroke: Stroke): Promise<Trial> {
    window.clearTimeout(timer)
    const look = await kicks.closely(stroke, true)
    timer = window.setTimeout(() => aiming.value && void kicks.closely(stroke).catch(() => null), SETTLES_MS)
    return look
  }
  function begin(given?: Stroke) {
    const stroke = given ?? kicks.way?.stroke ?? kicks.look?.option.stroke
    own.begin(stroke as Stroke | undefined, { place: 'kicks', attempt })
  }
  function leave() {
    if (!aiming.value) return false
    own.leave()
    return true
  }
  // However it is left, what is looked at is the chosen way again.
  watch(
    () => aiming.value === null,
    (isLeft) => {
      window.clearTimeout(timer)
      if (isLeft) kicks.choose(kicks.chosen)
    },
  )
  async function weigh() {
    const stroke = own.stroke
    leave()
    await router.push({ name: 'table' })
    own.begin(stroke ?? undefined)
    await own.weigh()
  }
  onDeactivated(leave)
  return { aiming, begin, leave, weigh, set: own.set }
}
