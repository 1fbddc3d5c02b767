/** How pages come into the browser: one when it is opened, the others while nothing else is to be done. */
import type { Router } from 'vue-router'
import { ahead, whenIdle, type Load } from '@/parts/onDemand'

const NAME = 'Partita'

/** The window is called after the page that is open. */
export const nameWindow = (router: Router) =>
  router.afterEach((to) => {
    document.title = to.meta['title'] ? `${String(to.meta['title'])} · ${NAME}` : NAME
  })

/** Fetch the pages that were not opened yet, so that turning to one waits for nothing, and works without the server. */
export const fetchAhead = (router: Router) =>
  whenIdle(() => {
    for (const route of router.getRoutes()) {
      const page = route.components?.['default']
      if (typeof page === 'function') ahead(page as Load<unknown>)
    }
  })

/** A page's script that is not there any more is of an older version: the address is opened anew, once. */
export const recover = (router: Router, reload = (path: string) => window.location.assign(path)) =>
  router.onError((_error, to, from) => {
    if (from.matched.length) reload(to.fullPath)
  })
