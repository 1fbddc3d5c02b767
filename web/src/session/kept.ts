/** What this browser keeps: the one place that reads and writes it. Blocked storage only means that nothing is kept. */

export function kept(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    return null
  }
}
/** Keep a text; null forgets it. */
export function keep(key: string, text: string | null): void {
  try {
    if (text === null) localStorage.removeItem(key)
    else localStorage.setItem(key, text)
  } catch {
    // Full or blocked: the page goes on without.
  }
}
/** Read with care: what cannot be read is set aside under another name, and nothing breaks. */
export function readKept<T>(key: string, read: (text: string) => T): { found: T | null; setAside: boolean } {
  const text = kept(key)
  if (!text) return { found: null, setAside: false }
  try {
    return { found: read(text), setAside: false }
  } catch {
    keep(`${key}-set-aside`, text)
    keep(key, null)
    return { found: null, setAside: true }
  }
}
