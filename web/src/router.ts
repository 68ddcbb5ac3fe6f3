import { createRouter, createWebHistory } from 'vue-router'
import { useSession } from '@/stores/session'
import JobList from '@/places/JobList.vue'
import SignIn from '@/places/SignIn.vue'

export const STATIONS = ['brief', 'aim', 'sky', 'mount', 'cable', 'build', 'peak', 'bringup', 'handover'] as const
export type Station = (typeof STATIONS)[number]

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/jobs' },
    { path: '/sign-in', component: SignIn, meta: { open: true } },
    { path: '/jobs', component: JobList },
    { path: '/jobs/:number', redirect: (to) => `${to.path}/brief` },
    { path: `/jobs/:number/:station(${STATIONS.join('|')})`, component: () => import('@/frame/JobPage.vue') },
    { path: '/stores', component: () => import('@/places/StoresPage.vue') },
    { path: '/words', component: () => import('@/places/WordsPage.vue') },
    { path: '/sites', component: () => import('@/places/ManySites.vue') },
    { path: '/trouble', component: () => import('@/places/TroublePage.vue'), meta: { open: true } },
    { path: '/:rest(.*)*', component: () => import('@/places/NotFound.vue'), meta: { open: true } },
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
