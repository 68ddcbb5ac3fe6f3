/**
 * Keeps the shell of Rindle on this device, so that it opens while the laptop sleeps; what is typed then waits in the
 * page and goes out when the laptop answers. Figures and jobs are never kept here: they come from the server or not at
 * all, so that nobody works by an old one.
 */
const CACHE = 'rindle-shell'
const SHELL = '/'
const MOST_ASSETS = 200

self.addEventListener('install', (event) => {
  event.waitUntil(
    caches
      .open(CACHE)
      .then((cache) => cache.add(SHELL))
      .then(() => self.skipWaiting()),
  )
  void keepAll().catch(() => undefined)
})
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

/** All files of the page, so that a screen that was never opened here opens too. Where one is missing the rest is kept. */
async function keepAll() {
  const names = await (await fetch('/shell.json', { cache: 'no-cache' })).json()
  for (const name of names) await asset(new Request(name)).catch(() => undefined)
}

/** The newest page; the one that was kept where the server is out of reach. */
async function page(request) {
  const cache = await caches.open(CACHE)
  try {
    const answer = await fetch(request)
    if (answer.ok) {
      const before = await cache.match(SHELL)
      const text = await answer.clone().text()
      if (!before || (await before.text()) !== text) void keepAll().catch(() => undefined) // another version
      await cache.put(SHELL, answer.clone())
    }
    return answer
  } catch (error) {
    const kept = await cache.match(SHELL)
    if (kept) return kept
    throw error
  }
}

/** A page that was answered in a file's stead is not that file, and never kept as it. */
const isPage = (answer) => (answer.headers.get('content-type') ?? '').startsWith('text/html')

/** A file that is named by its content never changes. The oldest go when there are many. */
async function asset(request) {
  const cache = await caches.open(CACHE)
  const kept = await cache.match(request)
  if (kept && !isPage(kept)) return kept
  const answer = await fetch(request)
  if (answer.ok && !isPage(answer)) {
    await cache.put(request, answer.clone())
    const keys = (await cache.keys()).filter((one) => new URL(one.url).pathname !== SHELL)
    for (const old of keys.slice(0, Math.max(0, keys.length - MOST_ASSETS))) await cache.delete(old)
  }
  return answer
}

self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (request.method !== 'GET' || url.origin !== self.location.origin) return
  if (url.pathname.startsWith('/assets/')) event.respondWith(asset(request))
  else if (request.mode === 'navigate' && !url.pathname.startsWith('/api/')) event.respondWith(page(request))
})
