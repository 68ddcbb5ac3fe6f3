/** A part of the page that the server no longer has: Rindle was brought up to date while the page was open. */
import type { Router } from 'vue-router'

const KEPT = 'page-anew'
const NOT_AGAIN_MS = 10_000

/** Whether the page may be loaded anew now; not twice in a row, where that did not help. */
export function mayLoadAnew(store: Storage, now_ms: number): boolean {
  const last_ms = Number(store.getItem(KEPT) ?? 0)
  if (now_ms - last_ms < NOT_AGAIN_MS) return false
  store.setItem(KEPT, String(now_ms))
  return true
}

/** Loads the page anew, where one was going, when a part of it cannot be had; what is not sent yet is kept over it. */
export function loadAnewWhenOld(router: Router): void {
  let going = ''
  router.beforeEach((to) => {
    going = to.fullPath
  })
  addEventListener('vite:preloadError', (event) => {
    if (!mayLoadAnew(sessionStorage, Date.now())) return
    event.preventDefault()
    location.assign(going || location.href)
  })
}
