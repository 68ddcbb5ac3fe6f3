/** No test asks anybody outside: what nobody has made ready is answered with an empty list. None leaves a page open. */
import { disableAutoUnmount, enableAutoUnmount } from '@vue/test-utils'
import { afterEach, vi } from 'vitest'

vi.stubGlobal('fetch', () =>
  Promise.resolve(new Response('[]', { status: 200, headers: { 'Content-Type': 'application/json' } })),
)
disableAutoUnmount()
enableAutoUnmount(afterEach)
