/** The first steps of a new account: shown until they are put away, and again when they are asked for. */
import { ref } from 'vue'
import { keep, kept } from '@/session/kept'

const KEPT = 'partita-first-steps'
export const areStepsShown = ref(kept(KEPT) === 'shown')
function show(now: boolean) {
  areStepsShown.value = now
  keep(KEPT, now ? 'shown' : 'away')
}
/** A first visit; not where they were put away. */
export const beginSteps = () => kept(KEPT) === null && show(true)
export const askForSteps = () => show(true)
export const putStepsAway = () => show(false)
