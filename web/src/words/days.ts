/** Days as the reader writes them. */
import { language } from './language'

/** The browser's own kind of the page's language, such as British English; else the language as such. */
export const locale = globalThis.navigator?.languages?.find((one) => one.startsWith(language)) ?? language
const written = new Intl.DateTimeFormat(locale, {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  timeZone: 'UTC',
})
/** A day of a file or an answer, such as 2026-10-06. */
export function dayWords(iso: string): string {
  const day = new Date(`${iso.slice(0, 10)}T00:00:00Z`)
  return Number.isNaN(day.getTime()) ? iso : written.format(day)
}
/** Today, as a form has it. */
export const today = (now = new Date()) =>
  `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`
