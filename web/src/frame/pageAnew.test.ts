import { describe, expect, it } from 'vitest'
import { mayLoadAnew } from '@/frame/pageAnew'

describe('a page that is older than the server', () => {
  it('is loaded anew, and not again and again where that does not help', () => {
    sessionStorage.removeItem('page-anew')
    expect(mayLoadAnew(sessionStorage, 1_000_000)).toBe(true)
    expect(mayLoadAnew(sessionStorage, 1_009_999)).toBe(false)
    expect(mayLoadAnew(sessionStorage, 1_010_000)).toBe(true)
    sessionStorage.removeItem('page-anew')
  })
})
