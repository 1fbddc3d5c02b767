/** Whether single letters act as keys. Who speaks to the browser or writes with a switch turns them off, for good. */
import { ref, watchEffect } from 'vue'
import { keep, kept } from './kept'

const KEPT = 'partita-letters'
export const lettersAct = ref(kept(KEPT) !== 'off')
export function turnLetters(on: boolean) {
  lettersAct.value = on
  keep(KEPT, on ? null : 'off')
}
// Where they do not act none is underlined.
watchEffect(() => (document.documentElement.dataset['letters'] = lettersAct.value ? 'on' : 'off'), {
  flush: 'sync',
})
