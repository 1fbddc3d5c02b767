import { beforeEach, describe, expect, it, vi } from 'vitest'
import { answered, api, RefusedError, useName, useToken } from './client'

interface Sent {
  url: string
  token: string | null
}
/** A server that answers in turn, and notes what was asked. */
function serverThat(...answers: Response[]): Sent[] {
  const sent: Sent[] = []
  vi.stubGlobal('fetch', async (asked: Request | string) => {
    const request = typeof asked === 'string' ? new Request(new URL(asked, 'http://hall/')) : asked
    sent.push({ url: new URL(request.url).pathname, token: request.headers.get('X-CSRFToken') })
    return answers.shift() ?? new Response(null, { status: 500 })
  })
  return sent
}
const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } })
const refusal = (status: number) => json({ errors: [{ where: '', what: 'no', accepted: '' }] }, status)
const stop = () =>
  answered(
    api.POST('/api/studies/{key}/stop', {
      baseUrl: 'http://hall/',
      params: { path: { key: 1 } },
    }),
  )

beforeEach(() => {
  useToken('old')
  useName('ida')
})

describe('a server that is busy', () => {
  const later = (seconds: string) => {
    const answer = refusal(429)
    answer.headers.set('Retry-After', seconds)
    return answer
  }
  it('is asked again soon, and told of when it says that it will take long', async () => {
    vi.useFakeTimers()
    const soon = serverThat(later('1'), json({ id: 1 }))
    const answered = stop()
    await vi.advanceTimersByTimeAsync(1100)
    await answered
    expect(soon).toHaveLength(2)
    vi.useRealTimers()
    const long = serverThat(later('60'))
    await expect(stop()).rejects.toMatchObject({ status: 429 })
    expect(long).toHaveLength(1)
  })
})

describe('signed in anew in another window', () => {
  it('the page learns the new token and asks once more', async () => {
    const sent = serverThat(refusal(403), json({ username: 'ida', csrf: 'new' }), json({ id: 1 }))
    await stop()
    expect(sent.map(({ url }) => url)).toEqual(['/api/studies/1/stop', '/api/session', '/api/studies/1/stop'])
    expect(sent.at(-1)?.token).toBe('new')
  })

  it('nothing of the page goes into the account of somebody else', async () => {
    const sent = serverThat(refusal(403), json({ username: 'tom', csrf: 'new' }))
    await expect(stop()).rejects.toBeInstanceOf(RefusedError)
    expect(sent.map(({ url }) => url)).toEqual(['/api/studies/1/stop', '/api/session'])
  })

  it('a refusal that stays is told, not asked for ever', async () => {
    const same = () => json({ username: 'ida', csrf: 'new' })
    const sent = serverThat(refusal(403), same(), refusal(403), same(), refusal(403))
    await expect(stop()).rejects.toMatchObject({ status: 403 })
    expect(sent).toHaveLength(3)
  })
})
