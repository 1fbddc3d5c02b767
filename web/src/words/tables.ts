/** Tables as people call them. */
export const STANDARD_TABLES: Record<string, string> = {
  'pool-9ft': '9-foot table',
  'pool-8ft': '8-foot table',
  'pool-7ft': '7-foot table',
  'snooker-12ft': 'Snooker table',
}
/** By the name that the server keeps; a table of one's own has the name that it was given. */
export const tableNamed = (name: string): string => STANDARD_TABLES[name] ?? name
