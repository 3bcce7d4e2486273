import { createRouter, createWebHistory } from 'vue-router'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/desk' },
    { path: '/desk/:view?', name: 'desk', component: () => import('@/features/desk/DeskPage.vue'), meta: { title: 'Desk' } },
    { path: '/metrics/:key?', name: 'metrics', component: () => import('@/features/find/MetricsPage.vue'), meta: { title: 'Metrics' } },
    { path: '/find/:screen?', name: 'find', component: () => import('@/features/find/FindPage.vue'), meta: { title: 'Find' } },
    {
      path: '/read/:ticker?/:view?',
      name: 'read',
      component: () => import('@/features/read/ReadPage.vue'),
      meta: { title: 'Read', subject: true },
    },
    {
      path: '/compare/:ticker?/:view?',
      name: 'compare',
      component: () => import('@/features/compare/ComparePage.vue'),
      meta: { title: 'Compare', subject: true },
    },
    {
      path: '/value/:ticker?/:view?',
      name: 'value',
      component: () => import('@/features/value/ValuePage.vue'),
      meta: { title: 'Value', subject: true },
    },
    {
      path: '/decide/:ticker?',
      name: 'decide',
      component: () => import('@/features/decide/DecidePage.vue'),
      meta: { title: 'Decide', subject: true },
    },
    { path: '/hold/:portfolio?/:view?', name: 'hold', component: () => import('@/features/hold/HoldPage.vue'), meta: { title: 'Hold' } },
    { path: '/economy', name: 'economy', component: () => import('@/features/economy/EconomyPage.vue'), meta: { title: 'Economy' } },
    {
      path: '/industry/:code?',
      name: 'industry',
      component: () => import('@/features/industry/IndustryPage.vue'),
      meta: { title: 'Industry' },
    },
    { path: '/account', name: 'account', component: () => import('@/features/account/AccountPage.vue'), meta: { title: 'Account' } },
    { path: '/data/:view?/:id?', name: 'data', component: () => import('@/features/data/DataPage.vue'), meta: { title: 'Data' } },
    { path: '/help/:view?', name: 'help', component: () => import('@/features/help/HelpPage.vue'), meta: { title: 'Help' } },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('./NowherePage.vue'), meta: { title: 'Not here' } },
  ],
})

router.afterEach((to) => {
  document.title = `${String(to.params.ticker ?? '') ? `${String(to.params.ticker)} · ` : ''}${String(to.meta.title ?? '')} · Logion`
})
