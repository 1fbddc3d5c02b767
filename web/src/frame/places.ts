import { reactive } from 'vue'
import type { Router } from 'vue-router'
import { text } from '@/words/text/frame'

/** The scorebook's pages. A page has a tab when it works. */
export const PLACES = [
  { name: 'table', path: '/', label: text.table, says: text.weighALayout },
  { name: 'runout', path: '/run-out', label: text.runOut, says: text.planTheWholeRack },
  { name: 'kicks', path: '/kicks', label: text.kicks, says: text.findAWay },
  {
    name: 'practice',
    path: '/practice',
    label: text.practice,
    says: text.drillsAndQuiz,
  },
  { name: 'record', path: '/record', label: text.record, says: text.whatWasDecided },
  { name: 'players', path: '/players', label: text.players, says: text.playersAndTables },
  { name: 'lessons', path: '/lessons', label: text.lessons, says: text.teachAndLearn },
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
