/** Equal up to the order of keys and the fifth digit, which is what files and the database keep. */
export function sameThing(one: unknown, two: unknown): boolean {
  return JSON.stringify(normal(one)) === JSON.stringify(normal(two))
}
function normal(value: unknown): unknown {
  if (typeof value === 'number') return Math.round(value * 1e5) / 1e5
  if (Array.isArray(value)) return value.map(normal)
  if (value && typeof value === 'object') {
    return Object.fromEntries(
      Object.entries(value)
        .sort(([a], [b]) => a.localeCompare(b))
        .map(([key, inner]) => [key, normal(inner)]),
    )
  }
  return value
}
