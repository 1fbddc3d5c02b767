// @vitest-environment jsdom
import { createMemoryHistory, createRouter, type RouteComponent } from 'vue-router'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { fetchAhead, nameWindow, recover } from './opening'

const page = { render: () => null } as RouteComponent
const routed = (load: () => Promise<RouteComponent>) =>
  createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: page, meta: { title: 'Table' } },
      { path: '/kicks', component: load, meta: { title: 'Kicks' } },
      { path: '/plain', component: page },
    ],
  })

describe('pages', () => {
  beforeEach(() => vi.stubGlobal('requestIdleCallback', (act: () => void) => act()))

  it('give the window their name', async () => {
    const router = routed(async () => page)
    nameWindow(router)
    const names = []
    for (const path of ['/', '/kicks', '/plain']) {
      await router.push(path)
      names.push(document.title)
    }
    expect(names).toEqual(['Table · Partita', 'Kicks · Partita', 'Partita'])
  })
  it('are fetched before they are opened, and a failure is nobody’s trouble', () => {
    const load = vi.fn(() => Promise.reject<RouteComponent>(new Error('away')))
    fetchAhead(routed(load))
    expect(load).toHaveBeenCalledOnce()
  })
  it('of an older version are opened anew, but not again and again', async () => {
    const reload = vi.fn()
    const router = routed(() => Promise.reject<RouteComponent>(new Error('gone')))
    recover(router, reload)
    await router.push('/kicks').catch(() => undefined)
    expect(reload).not.toHaveBeenCalled()
    await router.push('/')
    await router.push('/kicks?way=2').catch(() => undefined)
    expect(reload).toHaveBeenCalledExactlyOnceWith('/kicks?way=2')
  })
})
