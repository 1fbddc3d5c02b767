// @vitest-environment jsdom
import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import PlaceLine from './PlaceLine.vue'

/** What the server offers, and what it was asked. */
const server = vi.hoisted(() => ({ offers: [] as string[], asked: [] as string[] }))
vi.mock('@/api/client', async (original) => ({
  ...(await original<Record<string, unknown>>()),
  api: {
    POST: async (_: string, { body }: { body: { phrase: string } }) => {
      server.asked.push(body.phrase)
      return { data: server.offers }
    },
  },
}))
const typed = async (text: string, say: (phrase: string) => Promise<boolean>) => {
  const line = mount(PlaceLine, { props: { say }, attachTo: document.body })
  await line.find('input').setValue(text)
  await flushPromises()
  return line
}

beforeEach(() => {
  setActivePinia(createPinia())
  server.offers = ['4 frozen to the 5', '4 frozen to the near long rail']
  server.asked.length = 0
})

describe('places by typing', () => {
  it('are offered as far as they go on from what is typed; only the last one is asked about', async () => {
    const line = await typed('3 at 5, 1; 4 frozen', async () => true)
    expect(server.asked).toEqual(['4 frozen'])
    expect(line.findAll('[role=option]')).toHaveLength(2)
    expect(line.find('input').attributes('aria-expanded')).toBe('true')
  })
  it('are taken with Tab, and what stands before stays', async () => {
    const line = await typed('3 at 5, 1; 4 frozen', async () => true)
    await line.find('input').trigger('keydown', { key: 'ArrowDown' })
    await line.find('input').trigger('keydown', { key: 'Tab' })
    expect(line.find('input').element.value).toBe('3 at 5, 1; 4 frozen to the 5')
  })
  it('are said with Enter, and stay when they are refused', async () => {
    const said: string[] = []
    let accepted = false
    const line = await typed('4 nowhere', async (phrase) => (said.push(phrase), accepted))
    await line.find('form').trigger('submit')
    await flushPromises()
    expect([said, line.find('input').element.value]).toEqual([['4 nowhere'], '4 nowhere'])
    accepted = true
    await line.find('form').trigger('submit')
    await flushPromises()
    expect(line.find('input').element.value).toBe('')
  })
  it('are left alone with Escape: first what is offered closes, then the field is left', async () => {
    const line = await typed('4 frozen', async () => true)
    line.find('input').element.focus()
    await line.find('input').trigger('keydown', { key: 'Escape' })
    expect(line.find('input').attributes('aria-expanded')).toBe('false')
    expect(document.activeElement).toBe(line.find('input').element)
    await line.find('input').trigger('keydown', { key: 'Escape' })
    expect(document.activeElement).not.toBe(line.find('input').element)
  })
})
