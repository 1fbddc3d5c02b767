/** The one way to follow a long job: asked again and again until it is over, superseded, or let go. */
import { problemsOf, type Problem } from './client'

export interface Followed<T> {
  /** Ask how far it is. */
  look: () => Promise<T>
  /** Whether there is more to come. */
  isActive: (state: T) => boolean
  take: (state: T) => void
  /** What was refused or did not answer; empty again when it does. */
  trouble: (problems: Problem[]) => void
  everyMs: number
}
/** Whether a piece of work is still being worked on. */
export const isActive = (state: { status: string } | null) =>
  !!state && ['queued', 'running', 'stopping'].includes(state.status)
/** The newest state, with what was known before where the server did not send it again. */
export const withKnown = <T extends { revision: number; document?: unknown }>(
  next: T,
  before: T | null,
): T =>
  !next.document && before && before.revision === next.revision
    ? { ...next, document: before.document }
    : next
/** Asked less and less often, down to once a second: a page that asks takes the processor from what it waits for. */
const SELDOM_MS = 1000
const SLOWING = 1 / 8
export const pauseOf = (everyMs: number, asked: number) =>
  Math.max(everyMs, Math.min(SELDOM_MS, everyMs * (1 + SLOWING * asked)))
/** After an answer that did not come. */
export const PAUSE_MS = 1500

/** A follower follows one thing at a time: what is followed next takes the place of what was. */
export function createFollower() {
  let latest = 0
  const pause = (ms: number) => new Promise((wake) => setTimeout(wake, ms))

  async function follow<T>(first: T, job: Followed<T>): Promise<void> {
    const mine = ++latest
    let state = first
    for (let asked = 0; job.isActive(state); asked++) {
      await pause(pauseOf(job.everyMs, asked))
      if (mine !== latest) return
      try {
        const next = await job.look()
        if (mine !== latest) return
        job.trouble([])
        state = next
        job.take(next)
      } catch (error) {
        if (mine !== latest) return
        job.trouble(problemsOf(error))
        await pause(PAUSE_MS)
      }
    }
  }
  const letGo = () => (latest += 1)
  return { follow, letGo }
}
