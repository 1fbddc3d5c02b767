/** A page one comes back to is as one left it: its scroll, and what had the focus. */
import { onActivated, onDeactivated } from 'vue'
import { onBeforeRouteLeave } from 'vue-router'

export function usePlaceMemory() {
  let top = 0
  let focused: HTMLElement | null = null
  const note = () => {
    top = window.scrollY
    focused = document.activeElement as HTMLElement | null
  }
  onBeforeRouteLeave(note)
  onDeactivated(() => window.scrollTo(0, 0))
  onActivated(() => {
    window.scrollTo(0, top)
    if (focused?.isConnected) focused.focus({ preventScroll: true })
  })
}
