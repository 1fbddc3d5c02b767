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
  if (now.stale) return 'the layout has changed since'
  if (now.status === 'failed') return 'failed'
  if (now.status === 'stopped') return 'stopped'
  if (now.waitsFor) return 'waiting'
  if (now.isSettled) {
    const settled = `settled in ${now.seconds.toFixed(1)} s`
    if (!now.running) return now.looked ? `${settled}, then looked ahead` : settled
    // With one line there is no choice that anything would change.
    const ahead = now.changed || now.lines < 2
    return `${settled}; ${ahead ? 'looking ahead' : 'now what would change the choice'}`
  }
  if (now.running) return now.lines ? 'refining' : 'looking'
  return ''
}
