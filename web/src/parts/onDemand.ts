/** Parts that come into the browser when they are asked for, or before, while nothing else is to be done. */
import { defineAsyncComponent, h, type Component } from 'vue'
import { text } from '@/words/text/parts'

// A browser without a sign of idleness is given so long, ms.
const SOON_MS = 2000
export type Load<T> = () => Promise<T>
export const whenIdle = (act: () => void) =>
  'requestIdleCallback' in window ? void window.requestIdleCallback(act) : void setTimeout(act, SOON_MS)
export const ahead = (load: Load<unknown>) => void load().catch(() => undefined)

export function onDemand<T extends Component>(load: Load<{ default: T }>): T {
  whenIdle(() => ahead(load))
  return defineAsyncComponent({
    loader: load,
    errorComponent: { render: () => h('p', { role: 'alert' }, text.partMissing) },
  })
}
