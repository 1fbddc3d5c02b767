import { createRouter, createWebHistory } from 'vue-router'
import { nameWindow, recover } from './frame/opening'
import { rememberPlaces } from './frame/places'
import type { KeySheet } from './keySheets'
import { useSession } from './session/session'
import { text } from '@/words/text/frame'

// Pages load when they are first opened; `fetchAhead` fetches the others meanwhile.
const table = () => import('./places/table/TablePlace.vue')
/** What a page's sheet of keys says, once somebody opens it. */
const keysOf = (page: KeySheet) => () => import('./keySheets').then(({ KEY_SHEETS }) => KEY_SHEETS[page])

/** Every page has an address; a layout or a study has one of its own, which opens the Table with it. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    {
      path: '/',
      name: 'table',
      component: table,
      meta: { title: text.table, place: 'table', keys: keysOf('table') },
    },
    {
      path: '/layouts/:layoutId(\\d+)',
      name: 'layout',
      component: table,
      meta: { title: text.table, place: 'table', keys: keysOf('table') },
    },
    {
      path: '/studies/:studyId(\\d+)',
      name: 'study',
      component: table,
      meta: { title: text.table, place: 'table', keys: keysOf('table') },
    },
    {
      path: '/run-out/:runOutId(\\d+)?',
      name: 'runout',
      component: () => import('./places/runout/RunOutPlace.vue'),
      meta: { title: text.runOut, place: 'runout', keys: keysOf('runOut') },
    },
    {
      path: '/kicks/:kickId(\\d+)?',
      name: 'kicks',
      component: () => import('./places/kicks/KicksPlace.vue'),
      meta: { title: text.kicks, place: 'kicks', keys: keysOf('kicks') },
    },
    {
      path: '/practice',
      name: 'practice',
      component: () => import('./places/practice/PracticePlace.vue'),
      meta: { title: text.practice, place: 'practice', keys: keysOf('practice') },
    },
    {
      path: '/practice/drills/:key',
      name: 'drill',
      component: () => import('./places/practice/drill/DrillPlace.vue'),
      meta: { title: text.drill, place: 'practice' },
    },
    {
      path: '/practice/sittings/:sittingId(\\d+)',
      name: 'drill-sitting',
      component: () => import('./places/practice/sitting/DrillSittingPlace.vue'),
      meta: { title: text.drillSitting, place: 'practice', keys: keysOf('drill') },
    },
    {
      path: '/practice/quiz/:roundId(\\d+)',
      name: 'quiz',
      component: () => import('./places/practice/quiz/QuizPlace.vue'),
      meta: { title: text.quiz, place: 'practice', keys: keysOf('quiz') },
    },
    {
      path: '/record',
      name: 'record',
      component: () => import('./places/record/RecordPlace.vue'),
      meta: { title: text.record, place: 'record', keys: keysOf('record') },
    },
    {
      path: '/record/matches/:matchId(\\d+)',
      name: 'match',
      component: () => import('./places/record/match/MatchPlace.vue'),
      meta: { title: text.match, place: 'record', keys: keysOf('match') },
    },
    {
      path: '/record/decisions/:decisionId(\\d+)',
      name: 'decision',
      component: () => import('./places/record/decision/DecisionPlace.vue'),
      meta: { title: text.decision, place: 'record' },
    },
    {
      path: '/players',
      name: 'players',
      component: () => import('./places/players/PlayersPlace.vue'),
      meta: { title: text.players, place: 'players' },
    },
    {
      path: '/players/:playerId(\\d+)',
      name: 'player',
      component: () => import('./places/players/card/PlayerCard.vue'),
      meta: { title: text.player, place: 'players' },
    },
    {
      path: '/players/:playerId(\\d+)/measure/:sittingId(\\d+)',
      name: 'sitting',
      component: () => import('./places/players/sitting/SittingPlace.vue'),
      meta: { title: text.measuring, place: 'players', keys: keysOf('sitting') },
    },
    {
      path: '/tables/:tableId(\\d+)',
      name: 'table-card',
      component: () => import('./places/players/table/TableCard.vue'),
      meta: { title: text.measuredTable, place: 'players' },
    },
    {
      path: '/lessons',
      name: 'lessons',
      component: () => import('./places/lessons/LessonsPlace.vue'),
      meta: { title: text.lessons, place: 'lessons' },
    },
    {
      path: '/lessons/:lessonId(\\d+)',
      name: 'lesson',
      component: () => import('./places/lessons/lesson/LessonPlace.vue'),
      meta: { title: text.lesson, place: 'lessons' },
    },
    {
      path: '/lessons/given/:givingId(\\d+)',
      name: 'results',
      component: () => import('./places/lessons/results/ResultsPlace.vue'),
      meta: { title: text.results, place: 'lessons' },
    },
    {
      path: '/h/:key',
      name: 'homework',
      component: () => import('./places/homework/HomeworkPlace.vue'),
      meta: { title: text.homework, open: true },
    },
    {
      path: '/account',
      name: 'account',
      component: () => import('./places/account/AccountPlace.vue'),
      meta: { title: text.account },
    },
    {
      path: '/l/:token',
      name: 'shared',
      component: () => import('./places/shared/SharedPlace.vue'),
      // For who has the link, signed in or not.
      meta: { title: text.shared, open: true },
    },
    {
      path: '/b/:code?',
      name: 'together',
      component: () => import('./places/together/TogetherPlace.vue'),
      meta: { title: text.joinABoard, open: true },
    },
    {
      path: '/help',
      name: 'help',
      component: () => import('./places/help/HelpPlace.vue'),
      meta: { title: text.help },
    },
    {
      path: '/:rest(.*)*',
      name: 'nowhere',
      component: () => import('./places/nowhere/NowherePlace.vue'),
      meta: { title: text.noSuchPage },
    },
  ],
})
// Nothing of a page is fetched for the sign-in form.
router.beforeEach((to) => (to.meta.open ? undefined : useSession().signedIn()))
rememberPlaces(router)
nameWindow(router)
recover(router)
