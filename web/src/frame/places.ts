import { reactive } from 'vue'
import type { Router } from 'vue-router'

/** The scorebook's pages. A page has a tab when it works. */
export const PLACES = [
  { name: 'table', path: '/', label: 'Table', says: 'weigh a layout' },
  { name: 'runout', path: '/run-out', label: 'Run-out', says: 'plan the whole rack' },
  { name: 'kicks', path: '/kicks', label: 'Kicks', says: 'find a way to a hidden ball' },
  {
    name: 'practice',
    path: '/practice',
    label: 'Practice',
    says: 'drills that measure and a quiz of decisions',
  },
  { name: 'record', path: '/record', label: 'Record', says: 'what was decided and what it cost' },
  { name: 'players', path: '/players', label: 'Players', says: 'players and tables' },
] as const
export type PlaceName = (typeof PLACES)[number]['name']
type Place = (typeof PLACES)[number]

/** The address at which each page was left. */
const left = reactive<Partial<Record<PlaceName, string>>>({})
export const rememberPlaces = (router: Router) =>
  router.afterEach((to) => {
    const place = to.meta['place'] as PlaceName | undefined
    if (place) left[place] = to.fullPath
  })
/** A page's tab leads back to what was open there. */
export const pathOf = ({ name, path }: Place): string => left[name] ?? path
