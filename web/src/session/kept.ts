/** What this browser keeps, read with care: what cannot be read is set aside under another name, and nothing breaks. */
export function readKept<T>(key: string, read: (text: string) => T): { found: T | null; setAside: boolean } {
  const text = localStorage.getItem(key)
  if (!text) return { found: null, setAside: false }
  try {
    return { found: read(text), setAside: false }
  } catch {
    localStorage.setItem(`${key}-set-aside`, text)
    localStorage.removeItem(key)
    return { found: null, setAside: true }
  }
}
