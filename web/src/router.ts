import { createRouter, createWebHistory } from 'vue-router'
import { AS_OF, IN_STAGE, VIEW_AS, SIGNED } from './api/inAddress'
import { asOf } from './api/asOf'
import { viewAs } from './api/viewAs'
import { linkOf, openLink } from './api/openLink'
import { inServer, withinServer } from './api/location'
import { screensAt } from './api/project'
import { stage } from './api/stage'

/* Screens load when first opened: viewers never load the editor. */
export const router = createRouter({
  history: createWebHistory(inServer(screensAt)),
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
      path: '/reports/:id/edit',
      component: () => import('./screens/editor/EditorScreen.vue'),
      props: true,
      meta: { title: 'Report editor', draft: true },
    },
    {
      path: '/reports/:id/rehearsal',
      component: () => import('./screens/rehearsal/RehearsalScreen.vue'),
      props: true,
      meta: { title: 'Rehearsal' },
    },
    { path: '/queries', component: () => import('./screens/queries/QueriesScreen.vue'), meta: { title: 'Queries' } },
    {
      path: '/queries/:id',
      component: () => import('./screens/bench/BenchScreen.vue'),
      props: true,
      meta: { draft: true },
    },
    {
      path: '/parameters',
      component: () => import('./screens/parameters/ParametersScreen.vue'),
      meta: { title: 'Parameters' },
    },
    { path: '/sources', component: () => import('./screens/sources/SourcesScreen.vue'), meta: { title: 'Sources' } },
    { path: '/sent', component: () => import('./screens/sent/SentScreen.vue'), meta: { title: 'Sent' } },
    { path: '/live', component: () => import('./screens/live/LiveScreen.vue'), meta: { title: 'Live' } },
    { path: '/people', component: () => import('./screens/people/PeopleOrMembers.vue'), meta: { title: 'People' } },
    {
      path: '/account',
      component: () => import('./screens/account/AccountScreen.vue'),
      meta: { title: 'Your account' },
    },
    { path: '/:rest(.*)', component: () => import('./screens/NotFound.vue'), meta: { title: 'Nothing here' } },
  ],
})

/* Impersonation is kept between reports and ends on authors' screens. */
router.beforeEach((to, from) => {
  const said = to.query[VIEW_AS]
  if (to.meta.reader && from.meta.reader && viewAs.value && said === undefined && to.path !== from.path)
    return { ...to, query: { ...to.query, [VIEW_AS]: viewAs.value } }
  return true
})

/* The navigation is certain from here on: a screen that cannot be loaded leaves everything unchanged. */
router.beforeResolve(to => {
  const said = to.query[VIEW_AS]
  const once = to.query[AS_OF]
  const seenIn = to.query[IN_STAGE]
  const usual = to.meta.draft ? 'draft' : ''
  stage.value = (to.meta.draft || to.meta.reader) && typeof seenIn === 'string' ? seenIn : usual
  asOf.value = to.meta.reader && typeof once === 'string' ? once : ''
  viewAs.value = to.meta.reader && typeof said === 'string' ? said : ''
  openLink.value = linkOf(withinServer(router.resolve(to).href.split('?')[0] ?? ''), to.query[SIGNED])
})

router.afterEach(to => {
  if (typeof to.meta.title === 'string') document.title = `${to.meta.title} · Plain Sieve`
})
