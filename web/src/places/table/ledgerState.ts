import { text } from '@/words/text/table'
import { decimal } from '@/words/numbers'

/** What the ledger says of itself: looking, refining, settled, looking ahead, waiting, stopped. */
export interface LedgerFacts {
  stale: boolean
  status: string | undefined
  waitsFor: string
  isSettled: boolean
  running: boolean
  lines: number
  seconds: number
  /** What would change the choice is there; it was looked ahead as far as it goes. */
  changed: boolean
  looked: boolean
}

export function ledgerState(now: LedgerFacts): string {
  if (now.stale) return text.changedSince
  if (now.status === 'failed') return text.failed
  if (now.status === 'stopped') return text.stopped
  if (now.waitsFor) return text.waits
  if (now.isSettled) {
    const settled = text.settledInS(decimal(now.seconds))
    if (!now.running) return now.looked ? text.thenLookedAhead(settled) : settled
    // With one line there is no choice that anything would change.
    const ahead = now.changed || now.lines < 2
    return `${settled}; ${ahead ? text.lookingAhead : text.nowChanges}`
  }
  if (now.running) return now.lines ? text.refining : text.looking
  return ''
}
