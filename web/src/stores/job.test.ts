import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import client from '@/api/client'
import { type Job, useJob } from './job'

interface Asked {
  method: string
  url: string
  number: string
  body: unknown
  answer: (data: unknown, status?: number) => void
}
let asked: Asked[] = []
const job = (number: string, { skylines, ...over }: Record<string, unknown> = {}) =>
  ({
    number,
    signed_off_at: null,
    updated_at: '2026-11-24T08:00:00Z',
    positions: [],
    readings: [],
    facts: {
      brief: { customer: 'Kwena', ...over },
      sky: {
        skylines: skylines ?? [{ name: 'West', letter: '', points: [], obstacles: [] }],
        sky_set: 0,
        position_letter: '',
      },
    },
  }) as unknown as Job

/** Every call waits until the test answers it; drawings and the catalogue are answered at once. */
function wire(): void {
  const call = (method: string) =>
    ((url: string, options: { params?: { path?: { number?: string } }; body?: unknown } = {}) =>
      new Promise((resolve) => {
        const answer = (data: unknown, status = 200) => {
          const response = new Response(null, { status })
          resolve(status === 200 ? { data, response } : { error: data, response })
        }
        if (url.endsWith('/drawings')) answer([{ name: `drawn-${options.params?.path?.number}` }])
        else if (url === '/api/stores') answer({ satellites: [] })
        else asked.push({ method, url, number: options.params?.path?.number ?? '', body: options.body, answer })
      })) as never
  for (const method of ['GET', 'PATCH', 'PUT', 'POST', 'DELETE'] as const)
    vi.spyOn(client, method).mockImplementation(call(method))
}
async function next(data: unknown, status = 200): Promise<Asked> {
  await flushPromises()
  const one = asked.shift()!
  one.answer(data, status)
  await flushPromises()
  return one
}
async function opened(number = '2026-901') {
  const store = useJob()
  const done = store.open(number)
  await next(job(number))
  await done
  return store
}

describe('the open job', () => {
  beforeEach(() => {
    vi.restoreAllMocks()
    localStorage.clear()
    asked = []
    setActivePinia(createPinia())
    wire()
  })

  it('sends one change after the other, so that no older answer overwrites a newer one', async () => {
    const store = await opened()
    const both = Promise.all([
      store.patch({ customer: 'A' }, { customer: 'Kwena' }),
      store.patch({ customer: 'B' }, { customer: 'A' }),
    ])
    await flushPromises()
    expect(asked.map((one) => one.body)).toEqual([{ customer: 'A' }])
    expect(store.saving).toBe(2)
    await next(job('2026-901', { customer: 'A' }))
    await next(job('2026-901', { customer: 'B' }))
    expect(await both).toEqual([true, true])
    expect(store.job?.facts.brief.customer).toBe('B')
    expect(store.saving).toBe(0)
  })

  it('brings back with undo what was there before, the last change first', async () => {
    const store = await opened()
    for (const [now, before] of [
      ['A', 'Kwena'],
      ['B', 'A'],
    ] as const) {
      const done = store.patch({ customer: now }, { customer: before })
      await next(job('2026-901', { customer: now }))
      await done
    }
    const undone = store.undo()
    expect((await next(job('2026-901', { customer: 'A' }))).body).toEqual({ customer: 'A' })
    await undone
    void store.undo()
    expect((await next(job('2026-901'))).body).toEqual({ customer: 'Kwena' })
    expect(store.undos).toEqual([])
  })

  it('keeps a fault beside its field until that field is saved, and makes no undo of it', async () => {
    const store = await opened()
    const refused = store.patch({ height_m: 99_999 }, { height_m: 0 })
    await next({ error: { faults: [{ field: 'height_m', message: 'is too large: 9000 or less is accepted' }] } }, 422)
    expect(await refused).toBe(false)
    expect(store.faults).toEqual({ height_m: 'is too large: 9000 or less is accepted' })
    const other = store.patch({ customer: 'A' }, { customer: 'Kwena' })
    await next(job('2026-901'))
    await other
    expect(store.faults.height_m).toBeDefined()
    const right = store.patch({ height_m: 1900 }, { height_m: 0 })
    await next(job('2026-901'))
    await right
    expect(store.faults).toEqual({})
    expect(store.undos.length).toBe(2)
  })

  it('counts what has not reached the server and sends it again, in order, when the way is free', async () => {
    const store = await opened()
    const down = () => Promise.reject(new TypeError('failed to fetch'))
    vi.spyOn(client, 'PATCH').mockImplementationOnce(down as never)
    const first = store.patch({ customer: 'A' }, { customer: 'Kwena' })
    const second = store.patch({ height_m: 7 }, { height_m: 0 })
    await vi.waitFor(() => expect(store.unsent).toBe(1))
    expect(store.trouble).toContain('server does not answer')
    dispatchEvent(new Event('online'))
    expect((await next(job('2026-901', { customer: 'A' }))).body).toEqual({ customer: 'A' })
    expect(await first).toBe(true)
    expect((await next(job('2026-901', { customer: 'A', height_m: 7 }))).body).toEqual({ height_m: 7 })
    expect(await second).toBe(true)
    expect([store.unsent, store.trouble]).toEqual([0, ''])
  })

  it('makes two quick changes of a skyline of what is there when each is sent', async () => {
    const store = await opened()
    const point = (azimuth_deg: number) => ({ azimuth_deg, elevation_deg: 9 }) as never
    void store.addPoints([point(10)])
    void store.addPoints([point(20)])
    const first = await next(
      job('2026-901', { skylines: [{ name: 'West', letter: '', points: [point(10)], obstacles: [] }] }),
    )
    const second = await next(job('2026-901'))
    const bearings = (one: Asked) =>
      (one.body as { points: { azimuth_deg: number }[] }[])[0]!.points.map((each) => each.azimuth_deg)
    expect([bearings(first), bearings(second)]).toEqual([[10], [10, 20]])
  })

  it('sends what its page still holds to its own job before another one is opened', async () => {
    const store = await opened()
    const flush = vi.fn(() => {
      void store.patch({ customer: 'Last word' }, { customer: 'Kwena' })
    })
    store.flushers.add(flush)
    const other = store.open('2026-902')
    const sent = await next(job('2026-901'))
    expect([sent.method, sent.number, sent.body]).toEqual(['PATCH', '2026-901', { customer: 'Last word' }])
    expect((await next(job('2026-902'))).number).toBe('2026-902')
    await other
    await flushPromises()
    expect(store.number).toBe('2026-902')
    expect(store.undos).toEqual([])
    expect(store.drawings[0]!.name).toBe('drawn-2026-902')
  })

  it('shows the job that was asked for last, however the answers come', async () => {
    const store = await opened()
    const slow = store.open('2026-902')
    await flushPromises()
    const late = asked.shift()!
    const fast = store.open('2026-903')
    await next(job('2026-903'))
    late.answer(job('2026-902'))
    await Promise.all([slow, fast])
    expect(store.number).toBe('2026-903')
  })
})
