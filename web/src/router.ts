import { createRouter, createWebHistory } from 'vue-router'
import TablePlace from './places/table/TablePlace.vue'

/** A layout or a study has an address of its own; each opens the Table place with it. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'table', component: TablePlace },
    { path: '/layouts/:layoutId(\\d+)', name: 'layout', component: TablePlace },
    { path: '/studies/:studyId(\\d+)', name: 'study', component: TablePlace },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})
