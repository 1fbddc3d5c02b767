/** Letters and arrows of a page: they act while the page is shown, and not while something is typed or a dialog is open. */
import { onActivated, onDeactivated, onMounted, onUnmounted } from 'vue'
import { lettersAct } from '@/session/letters'

/** What a key press means there, if anything. */
type Meaning = (event: KeyboardEvent) => (() => unknown) | undefined
/** One character and nothing held with it. */
const isPlain = ({ key, ctrlKey, metaKey }: KeyboardEvent) => key.length === 1 && !ctrlKey && !metaKey
const BUSY = 'input, textarea, select, [role=dialog], [role=combobox], [role=listbox]'

export function useKeys(meaning: Meaning) {
  function press(event: KeyboardEvent) {
    if (event.altKey || (event.target as HTMLElement).closest(BUSY)) return
    if (!lettersAct.value && isPlain(event)) return
    const act = meaning(event)
    if (!act) return
    event.preventDefault()
    act()
  }
  let listens = false
  const listen = () => {
    if (!listens) window.addEventListener('keydown', press)
    listens = true
  }
  const leave = () => {
    window.removeEventListener('keydown', press)
    listens = false
  }
  onMounted(listen)
  onActivated(listen)
  onDeactivated(leave)
  onUnmounted(leave)
}
/** A letter as it is compared; other keys by their names. */
export const letterOf = (event: KeyboardEvent) =>
  event.key.length === 1 ? event.key.toLowerCase() : event.key
