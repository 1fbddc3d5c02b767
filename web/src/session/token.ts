/** A name of one's own for something that is sent, by which it is kept once. Works without HTTPS, unlike `randomUUID`. */
export function newToken(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16))
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('')
}
