import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { ApiError } from '@/api/client'
import type { Entry } from '@/places/stores/kinds'
import { useTyped } from '@/places/stores/useTyped'

vi.mock('vue', async (whole) => ({ ...(await whole<typeof import('vue')>()), onBeforeUnmount: () => undefined }))

function typing(put: (data: Entry) => Promise<Entry>) {
  return effectScope().run(() => useTyped(put))!
}
const settled = () => vi.advanceTimersByTimeAsync(600)

describe('what is saved as it is typed', () => {
  beforeEach(() => vi.useFakeTimers())
  afterEach(() => vi.useRealTimers())

  it('sends once after the pause, and goes back and forth', async () => {
    const put = vi.fn(async (data: Entry) => data)
    const typed = typing(put)
    typed.open('cable/a', { name: 'A' })
    typed.change({ name: 'Ab' })
    typed.change({ name: 'Abc' })
    await settled()
    expect(put.mock.calls).toEqual([[{ name: 'Abc' }]])
    expect(typed.saved.value).toBe(true)
    await typed.back()
    expect([typed.data.value, put.mock.calls.at(-1)]).toEqual([{ name: 'A' }, [{ name: 'A' }]])
    await typed.again()
    expect(typed.data.value).toEqual({ name: 'Abc' })
  })
  it('keeps what was refused in its field, also when one comes back to it', async () => {
    const refuse = async () => {
      throw new ApiError(422, [{ field: 'name', message: 'is needed' }])
    }
    const typed = typing(refuse)
    typed.open('cable/b', { name: 'B' })
    typed.change({ name: '' })
    await settled()
    expect([typed.data.value, typed.faults.value, typed.saved.value]).toEqual([
      { name: '' },
      { name: 'is needed' },
      false,
    ])
    const later = typing(refuse)
    later.open('cable/b', { name: 'B' })
    await settled()
    expect([later.data.value, later.faults.value]).toEqual([{ name: '' }, { name: 'is needed' }])
    later.change({ name: 'B' })
    await settled()
    expect([later.trouble.value, later.faults.value]).toEqual(['', {}])
  })
})
