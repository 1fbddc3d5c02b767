import { createRouter, createWebHistory } from 'vue-router'
import { nameWindow, recover } from './frame/opening'
import { rememberPlaces } from './frame/places'
import { KICKS_KEYS } from './places/kicks/kicksKeys'
import { SITTING_KEYS } from './places/players/sitting/sittingKeys'
import { DRILL_KEYS, PRACTICE_KEYS, QUIZ_KEYS } from './places/practice/practiceKeys'
import { MATCH_KEYS, RECORD_KEYS } from './places/record/recordKeys'
import { useSession } from './session/session'
import { RUN_OUT_KEYS } from './places/runout/runOutKeys'
import { TABLE_KEYS } from './places/table/tableKeys'

// Pages load when they are first opened; `fetchAhead` fetches the others meanwhile.
const table = () => import('./places/table/TablePlace.vue')

/** Every page has an address; a layout or a study has one of its own, which opens the Table with it. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    {
      path: '/',
      name: 'table',
      component: table,
      meta: { title: 'Table', place: 'table', keys: TABLE_KEYS },
    },
    {
      path: '/layouts/:layoutId(\\d+)',
      name: 'layout',
      component: table,
      meta: { title: 'Table', place: 'table', keys: TABLE_KEYS },
    },
    {
      path: '/studies/:studyId(\\d+)',
      name: 'study',
      component: table,
      meta: { title: 'Table', place: 'table', keys: TABLE_KEYS },
    },
    {
      path: '/run-out/:runOutId(\\d+)?',
      name: 'runout',
      component: () => import('./places/runout/RunOutPlace.vue'),
      meta: { title: 'Run-out', place: 'runout', keys: RUN_OUT_KEYS },
    },
    {
      path: '/kicks/:kickId(\\d+)?',
      name: 'kicks',
      component: () => import('./places/kicks/KicksPlace.vue'),
      meta: { title: 'Kicks', place: 'kicks', keys: KICKS_KEYS },
    },
    {
      path: '/practice',
      name: 'practice',
      component: () => import('./places/practice/PracticePlace.vue'),
      meta: { title: 'Practice', place: 'practice', keys: PRACTICE_KEYS },
    },
    {
      path: '/practice/drills/:key',
      name: 'drill',
      component: () => import('./places/practice/drill/DrillPlace.vue'),
      meta: { title: 'Drill', place: 'practice' },
    },
    {
      path: '/practice/sittings/:sittingId(\\d+)',
      name: 'drill-sitting',
      component: () => import('./places/practice/sitting/DrillSittingPlace.vue'),
      meta: { title: 'Drill sitting', place: 'practice', keys: DRILL_KEYS },
    },
    {
      path: '/practice/quiz/:roundId(\\d+)',
      name: 'quiz',
      component: () => import('./places/practice/quiz/QuizPlace.vue'),
      meta: { title: 'Quiz', place: 'practice', keys: QUIZ_KEYS },
    },
    {
      path: '/record',
      name: 'record',
      component: () => import('./places/record/RecordPlace.vue'),
      meta: { title: 'Record', place: 'record', keys: RECORD_KEYS },
    },
    {
      path: '/record/matches/:matchId(\\d+)',
      name: 'match',
      component: () => import('./places/record/match/MatchPlace.vue'),
      meta: { title: 'Match', place: 'record', keys: MATCH_KEYS },
    },
    {
      path: '/record/decisions/:decisionId(\\d+)',
      name: 'decision',
      component: () => import('./places/record/decision/DecisionPlace.vue'),
      meta: { title: 'Decision', place: 'record' },
    },
    {
      path: '/players',
      name: 'players',
      component: () => import('./places/players/PlayersPlace.vue'),
      meta: { title: 'Players', place: 'players' },
    },
    {
      path: '/players/:playerId(\\d+)',
      name: 'player',
      component: () => import('./places/players/card/PlayerCard.vue'),
      meta: { title: 'Player', place: 'players' },
    },
    {
      path: '/players/:playerId(\\d+)/measure/:sittingId(\\d+)',
      name: 'sitting',
      component: () => import('./places/players/sitting/SittingPlace.vue'),
      meta: { title: 'Measuring', place: 'players', keys: SITTING_KEYS },
    },
    {
      path: '/tables/:tableId(\\d+)',
      name: 'table-card',
      component: () => import('./places/players/table/TableCard.vue'),
      meta: { title: 'Measured table', place: 'players' },
    },
    {
      path: '/account',
      name: 'account',
      component: () => import('./places/account/AccountPlace.vue'),
      meta: { title: 'Account' },
    },
    {
      path: '/help',
      name: 'help',
      component: () => import('./places/help/HelpPlace.vue'),
      meta: { title: 'Help' },
    },
    {
      path: '/:rest(.*)*',
      name: 'nowhere',
      component: () => import('./places/nowhere/NowherePlace.vue'),
      meta: { title: 'No such page' },
    },
  ],
})
// Nothing of a page is fetched for the sign-in form.
router.beforeEach(() => useSession().signedIn())
rememberPlaces(router)
nameWindow(router)
recover(router)
