import { createMemoryHistory, createRouter } from 'vue-router'
import { describe, expect, it } from 'vitest'
import { pathOf, PLACES, rememberPlaces } from './places'

const component = { render: () => null }

describe('index tabs', () => {
  it('lead back to the address at which a page was left', async () => {
    const [table, , , , , players] = PLACES
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [
        { path: '/', component, meta: { place: 'table' } },
        { path: '/studies/:id', component, meta: { place: 'table' } },
        { path: '/players', component, meta: { place: 'players' } },
      ],
    })
    rememberPlaces(router)
    expect([table, players].map(pathOf)).toEqual(['/', '/players'])
    await router.push('/studies/7?line=3')
    await router.push('/players')
    expect(pathOf(table)).toBe('/studies/7?line=3')
    await router.push(pathOf(table))
    await router.push('/')
    expect([table, players].map(pathOf)).toEqual(['/', '/players'])
  })
  it('stand in the order of their number keys, each with a word and an address of its own', () => {
    expect(new Set(PLACES.map(({ path }) => path)).size).toBe(PLACES.length)
    for (const { label, says } of PLACES) expect(`${label}: ${says}`).toMatch(/^[A-Z][a-z-]+: [a-z ]+$/)
  })
})
