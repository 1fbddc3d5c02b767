/** How pages come into the browser: one when it is opened, the others while nothing else is to be done. */
import { defineAsyncComponent, h, type Component } from 'vue'
import type { Router } from 'vue-router'

const NAME = 'Partita'
// A browser without a sign of idleness is given so long, ms.
const SOON_MS = 2000
const GONE = 'This part could not be loaded. Open the page anew; what you typed is kept.'

/** The window is called after the page that is open. */
export const nameWindow = (router: Router) =>
  router.afterEach((to) => {
    document.title = to.meta['title'] ? `${String(to.meta['title'])} · ${NAME}` : NAME
  })

type Load<T> = () => Promise<T>
const whenIdle = (act: () => void) =>
  'requestIdleCallback' in window ? void window.requestIdleCallback(act) : void setTimeout(act, SOON_MS)
const ahead = (load: Load<unknown>) => void load().catch(() => undefined)

/** Fetch the pages that were not opened yet, so that turning to one waits for nothing, and works without the server. */
export const fetchAhead = (router: Router) =>
  whenIdle(() => {
    for (const route of router.getRoutes()) {
      const page = route.components?.['default']
      if (typeof page === 'function') ahead(page as Load<unknown>)
    }
  })

/** A part that loads when it is asked for, or before, when nothing else is to be done. */
export function onDemand<T extends Component>(load: Load<{ default: T }>): T {
  whenIdle(() => ahead(load))
  return defineAsyncComponent({
    loader: load,
    errorComponent: { render: () => h('p', { role: 'alert' }, GONE) },
  })
}

/** A page's script that is not there any more is of an older version: the address is opened anew, once. */
export const recover = (router: Router, reload = (path: string) => window.location.assign(path)) =>
  router.onError((_error, to, from) => {
    if (from.matched.length) reload(to.fullPath)
  })
