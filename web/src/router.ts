import { createRouter, createWebHistory } from 'vue-router'
import { useSession } from '@/stores/session'

export const STATIONS = ['brief', 'aim', 'sky', 'mount', 'cable', 'build', 'peak', 'bringup', 'handover'] as const
export type Station = (typeof STATIONS)[number]

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/jobs' },
    { path: '/sign-in', component: () => import('@/places/SignIn.vue'), meta: { open: true, title: 'Sign in' } },
    { path: '/jobs', component: () => import('@/places/JobList.vue'), meta: { title: 'Jobs' } },
    { path: '/jobs/:number', redirect: (to) => `${to.path}/brief` },
    { path: `/jobs/:number/:station(${STATIONS.join('|')})/:leaf?`, component: () => import('@/frame/JobPage.vue') },
    {
      path: '/stores/:leaf?/:code?',
      component: () => import('@/places/stores/StoresPage.vue'),
      meta: { title: 'Stores' },
    },
    { path: '/diary', component: () => import('@/places/DiaryPage.vue'), meta: { title: 'Diary' } },
    { path: '/people', component: () => import('@/places/PeoplePage.vue'), meta: { title: 'People' } },
    { path: '/words', component: () => import('@/places/WordsPage.vue'), meta: { title: 'Words' } },
    { path: '/learnt', component: () => import('@/places/LearntPage.vue'), meta: { title: 'What the jobs teach' } },
    { path: '/sites', component: () => import('@/places/ManySites.vue'), meta: { title: 'Many sites' } },
    { path: '/trouble', component: () => import('@/places/TroublePage.vue'), meta: { open: true } },
    { path: '/:rest(.*)*', component: () => import('@/places/NotFound.vue'), meta: { open: true } },
  ],
})

router.afterEach((to) => {
  if (!to.params.station) document.title = to.meta.title ? `${String(to.meta.title)} · Rindle` : 'Rindle'
})
router.beforeEach(async (to) => {
  if (to.path === '/trouble') return true
  try {
    const signedIn = await useSession().restore()
    if (!signedIn && !to.meta.open) return { path: '/sign-in', query: { next: to.fullPath } }
    if (signedIn && to.path === '/sign-in') return '/jobs'
  } catch {
    return { path: '/trouble', query: { next: to.fullPath } }
  }
  return true
})
