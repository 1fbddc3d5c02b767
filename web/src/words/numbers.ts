/** Numbers and plurals as the page's language writes them. */
import { language } from './language'

const plurals = new Intl.PluralRules(language)
/** The form of a noun that goes with a number: one match, two matches. */
export const formOf = (count: number, one: string, other: string) =>
  plurals.select(count) === 'one' ? one : other
/** A number with its noun. */
export const counted = (count: number, one: string, other: string) => `${count} ${formOf(count, one, other)}`
/** With so many digits after the point. */
export const decimal = (value: number, digits = 1) =>
  value.toLocaleString(language, {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
    useGrouping: false,
  })
