import { createRouter, createWebHistory } from 'vue-router'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/bench' },
    { path: '/start', component: () => import('../start/StartPage.vue') },
    { path: '/bench', component: () => import('../bench/BenchPage.vue') },
    { path: '/bench/:label', component: () => import('../bench/UnitPage.vue'), props: true },
    { path: '/sheets/:codename', component: () => import('../sheet/SheetPage.vue'), props: true },
    { path: '/shelf', component: () => import('../shelf/ShelfPage.vue') },
    { path: '/shelf/:id/compare/:other', component: () => import('../shelf/ComparePage.vue'), props: true },
    { path: '/jobs', component: () => import('../job/JobsPage.vue') },
    {
      path: '/jobs/:id/:section(fit|kit|prepare|score|run|record)?',
      component: () => import('../job/JobPage.vue'),
      props: true,
    },
    { path: '/log', component: () => import('../log/LogPage.vue') },
    { path: '/house-rules', component: () => import('../houserules/HouseRulesPage.vue') },
    { path: '/handbook', component: () => import('../handbook/HandbookPage.vue') },
    { path: '/handbook/:article', component: () => import('../handbook/ArticlePage.vue'), props: true },
    { path: '/set-aside', component: () => import('./SetAsidePage.vue') },
    { path: '/:rest(.*)', component: () => import('./NotFound.vue') },
  ],
  scrollBehavior: (to) => (to.hash ? { el: to.hash, top: 80 } : { top: 0 }),
})

// Where the part of the program that draws a page cannot be fetched, the browser asks for the whole page instead.
router.onError((_error, to) => window.location.assign(to.fullPath))
