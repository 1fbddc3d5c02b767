/** What the ledger says of itself: looking, refining, settled, waiting, stopped. */
export interface LedgerFacts {
  stale: boolean
  status: string | undefined
  waitsFor: string
  isFinal: boolean
  running: boolean
  lines: number
  seconds: number
}

export function ledgerState(now: LedgerFacts): string {
  if (now.stale) return 'the layout has changed since'
  if (now.status === 'failed') return 'failed'
  if (now.status === 'stopped') return 'stopped'
  if (now.waitsFor) return 'waiting'
  if (now.isFinal) {
    const settled = `settled in ${now.seconds.toFixed(1)} s`
    return now.running ? `${settled}; now what would change the choice` : settled
  }
  if (now.running) return now.lines ? 'refining' : 'looking'
  return ''
}
