/** The scorebook's pages. A page has a tab when it works. */
export const PLACES = [
  { name: 'table', path: '/', label: 'Table', says: 'weigh a layout' },
  { name: 'players', path: '/players', label: 'Players', says: 'players and tables' },
] as const
export type PlaceName = (typeof PLACES)[number]['name']
