import { createRouter, createWebHistory } from 'vue-router'
import { useSession } from '@/stores/session'
import JobList from '@/views/JobList.vue'
import SignIn from '@/views/SignIn.vue'

export const STATIONS = ['brief', 'aim', 'sky', 'mount', 'cable', 'build', 'peak', 'bringup', 'handover'] as const
export type Station = (typeof STATIONS)[number]

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/jobs' },
    { path: '/sign-in', component: SignIn, meta: { open: true } },
    { path: '/jobs', component: JobList },
    { path: '/jobs/:number', redirect: (to) => `${to.path}/brief` },
    { path: `/jobs/:number/:station(${STATIONS.join('|')})`, component: () => import('@/views/JobPage.vue') },
    { path: '/stores', component: () => import('@/views/StoresPage.vue') },
    { path: '/words', component: () => import('@/views/WordsPage.vue') },
    { path: '/sites', component: () => import('@/views/ManySites.vue') },
    { path: '/trouble', component: () => import('@/views/TroublePage.vue'), meta: { open: true } },
    { path: '/:rest(.*)*', component: () => import('@/views/NotFound.vue'), meta: { open: true } },
  ],
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
