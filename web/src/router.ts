import { createRouter, createWebHistory } from 'vue-router'
import { screensAt } from './api/project'

/* Screens load when first opened: viewers never load the editor. */
export const router = createRouter({
  history: createWebHistory(screensAt),
  routes: [
    { path: '/', redirect: '/reports' },
    { path: '/reports', component: () => import('./screens/reports/ReportsScreen.vue'), meta: { title: 'Reports' } },
    {
      path: '/reports/:id',
      component: () => import('./screens/reader/ReaderScreen.vue'),
      props: true,
      meta: { reader: true },
    },
    {
      path: '/reports/:id/making',
      component: () => import('./screens/making/MakingScreen.vue'),
      props: true,
      meta: { title: 'Making a report' },
    },
    {
      path: '/reports/:id/rehearsal',
      component: () => import('./screens/rehearsal/RehearsalScreen.vue'),
      props: true,
      meta: { title: 'Rehearsal' },
    },
    { path: '/queries', component: () => import('./screens/queries/QueriesScreen.vue'), meta: { title: 'Queries' } },
    { path: '/queries/:id', component: () => import('./screens/bench/BenchScreen.vue'), props: true },
    {
      path: '/parameters',
      component: () => import('./screens/parameters/ParametersScreen.vue'),
      meta: { title: 'Parameters' },
    },
    { path: '/sources', component: () => import('./screens/sources/SourcesScreen.vue'), meta: { title: 'Sources' } },
    { path: '/sent', component: () => import('./screens/sent/SentScreen.vue'), meta: { title: 'Sent' } },
    { path: '/people', component: () => import('./screens/people/PeopleScreen.vue'), meta: { title: 'People' } },
    {
      path: '/account',
      component: () => import('./screens/account/AccountScreen.vue'),
      meta: { title: 'Your account' },
    },
    { path: '/:rest(.*)', component: () => import('./screens/NothingHere.vue'), meta: { title: 'Nothing here' } },
  ],
})

router.afterEach(to => {
  if (typeof to.meta.title === 'string') document.title = `${to.meta.title} · Plain Sieve`
})
