import { createRouter, createWebHistory } from 'vue-router'
import { rememberPlaces } from './frame/places'
import { KICKS_KEYS } from './places/kicks/kicksKeys'
import KicksPlace from './places/kicks/KicksPlace.vue'
import PlayerCard from './places/players/card/PlayerCard.vue'
import PlayersPlace from './places/players/PlayersPlace.vue'
import { SITTING_KEYS } from './places/players/sitting/sittingKeys'
import SittingPlace from './places/players/sitting/SittingPlace.vue'
import TableCard from './places/players/table/TableCard.vue'
import DrillPlace from './places/practice/drill/DrillPlace.vue'
import { DRILL_KEYS, PRACTICE_KEYS, QUIZ_KEYS } from './places/practice/practiceKeys'
import PracticePlace from './places/practice/PracticePlace.vue'
import QuizPlace from './places/practice/quiz/QuizPlace.vue'
import DrillSittingPlace from './places/practice/sitting/DrillSittingPlace.vue'
import DecisionPlace from './places/record/decision/DecisionPlace.vue'
import MatchPlace from './places/record/match/MatchPlace.vue'
import { MATCH_KEYS, RECORD_KEYS } from './places/record/recordKeys'
import RecordPlace from './places/record/RecordPlace.vue'
import RunOutPlace from './places/runout/RunOutPlace.vue'
import { RUN_OUT_KEYS } from './places/runout/runOutKeys'
import TablePlace from './places/table/TablePlace.vue'
import { TABLE_KEYS } from './places/table/tableKeys'

/** Every page has an address; a layout or a study has one of its own, which opens the Table with it. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'table', component: TablePlace, meta: { place: 'table', keys: TABLE_KEYS } },
    {
      path: '/layouts/:layoutId(\\d+)',
      name: 'layout',
      component: TablePlace,
      meta: { place: 'table', keys: TABLE_KEYS },
    },
    {
      path: '/studies/:studyId(\\d+)',
      name: 'study',
      component: TablePlace,
      meta: { place: 'table', keys: TABLE_KEYS },
    },
    {
      path: '/run-out/:runOutId(\\d+)?',
      name: 'runout',
      component: RunOutPlace,
      meta: { place: 'runout', keys: RUN_OUT_KEYS },
    },
    {
      path: '/kicks/:kickId(\\d+)?',
      name: 'kicks',
      component: KicksPlace,
      meta: { place: 'kicks', keys: KICKS_KEYS },
    },
    {
      path: '/practice',
      name: 'practice',
      component: PracticePlace,
      meta: { place: 'practice', keys: PRACTICE_KEYS },
    },
    {
      path: '/practice/drills/:key',
      name: 'drill',
      component: DrillPlace,
      meta: { place: 'practice' },
    },
    {
      path: '/practice/sittings/:sittingId(\\d+)',
      name: 'drill-sitting',
      component: DrillSittingPlace,
      meta: { place: 'practice', keys: DRILL_KEYS },
    },
    {
      path: '/practice/quiz/:roundId(\\d+)',
      name: 'quiz',
      component: QuizPlace,
      meta: { place: 'practice', keys: QUIZ_KEYS },
    },
    { path: '/record', name: 'record', component: RecordPlace, meta: { place: 'record', keys: RECORD_KEYS } },
    {
      path: '/record/matches/:matchId(\\d+)',
      name: 'match',
      component: MatchPlace,
      meta: { place: 'record', keys: MATCH_KEYS },
    },
    {
      path: '/record/decisions/:decisionId(\\d+)',
      name: 'decision',
      component: DecisionPlace,
      meta: { place: 'record' },
    },
    { path: '/players', name: 'players', component: PlayersPlace, meta: { place: 'players' } },
    {
      path: '/players/:playerId(\\d+)',
      name: 'player',
      component: PlayerCard,
      meta: { place: 'players' },
    },
    {
      path: '/players/:playerId(\\d+)/measure/:sittingId(\\d+)',
      name: 'sitting',
      component: SittingPlace,
      meta: { place: 'players', keys: SITTING_KEYS },
    },
    {
      path: '/tables/:tableId(\\d+)',
      name: 'table-card',
      component: TableCard,
      meta: { place: 'players' },
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})
rememberPlaces(router)
