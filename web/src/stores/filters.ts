/** What a page of the record is about, as it stands in the address and is asked of the server. */
export interface Filters {
  player: string
  opponent: string
  game: string
  table: string
  kind: string
  choice: string
  since: string
  until: string
  words: string
}
export const NOTHING: Filters = {
  player: '',
  opponent: '',
  game: '',
  table: '',
  kind: '',
  choice: '',
  since: '',
  until: '',
  words: '',
}
const KEYS = Object.keys(NOTHING) as (keyof Filters)[]

/** Only what is asked for. */
export const asked = (filters: Filters): Partial<Filters> =>
  Object.fromEntries(KEYS.filter((key) => filters[key]).map((key) => [key, filters[key]]))
/** From an address; what it does not say is nothing. */
export const filtersOf = (query: Record<string, unknown>): Filters => ({
  ...NOTHING,
  ...Object.fromEntries(
    KEYS.filter((key) => typeof query[key] === 'string').map((key) => [key, query[key] as string]),
  ),
})
/** The address of a file of what is asked for. */
export const fileOf = (path: string, filters: Filters) => {
  const query = new URLSearchParams(asked(filters)).toString()
  return query ? `${path}?${query}` : path
}
export const isFiltered = (filters: Filters) => KEYS.some((key) => filters[key])
