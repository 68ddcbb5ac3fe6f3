/** No test asks anybody outside: what nobody has made ready is answered with an empty list. None leaves a page open. */
import { disableAutoUnmount, enableAutoUnmount } from '@vue/test-utils'
import { afterEach, vi } from 'vitest'

vi.stubGlobal('fetch', () =>
  Promise.resolve(new Response('[]', { status: 200, headers: { 'Content-Type': 'application/json' } })),
)
/** The colours of the library's themes are hundreds of properties on each part, none of which a test looks at. */
const setProperty = CSSStyleDeclaration.prototype.setProperty
CSSStyleDeclaration.prototype.setProperty = function (name, ...value) {
  if (!name.startsWith('--')) setProperty.call(this, name, ...value)
}
disableAutoUnmount()
enableAutoUnmount(afterEach)
