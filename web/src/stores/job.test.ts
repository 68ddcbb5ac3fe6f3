import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { cache, RETRY_MS } from '@/api/cache'
import { type Job, useJob } from '@/stores/job'
import { useSession } from '@/stores/session'
import { spyOn } from '@/testing/server'

interface Asked {
  method: string
  url: string
  number: string
  query?: unknown
  body: unknown
  headers: unknown
  answer: (data: unknown, status?: number) => void
}
let asked: Asked[] = []
const job = (number: string, { skylines, ...over }: Record<string, unknown> = {}) =>
  ({
    number,
    head: 4,
    signed_off_at: null,
    updated_at: '2026-11-24T08:00:00Z',
    positions: [],
    marks: { 'facts.picks': 'm1' },
    assessment: {},
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
    ((
      url: string,
      options: { params?: { path?: { number?: string }; query?: unknown }; body?: unknown; headers?: unknown } = {},
    ) =>
      new Promise((resolve) => {
        const answer = (data: unknown, status = 200) => {
          const response = new Response(null, { status })
          resolve(status === 200 ? { data, response } : { error: data, response })
        }
        if (url.endsWith('/drawings')) answer([{ name: `drawn-${options.params?.path?.number}` }])
        else if (url === '/api/stores') answer({ satellites: [] })
        else
          asked.push({
            method,
            url,
            number: options.params?.path?.number ?? '',
            query: options.params?.query,
            body: options.body,
            headers: options.headers,
            answer,
          })
      })) as never
  for (const method of ['GET', 'PATCH', 'PUT', 'POST', 'DELETE'] as const)
    spyOn(method).mockImplementation(call(method))
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
  await flushPromises()
  // What a page before tries again after a while may come in between on a slow machine.
  const at = asked.findIndex((one) => one.method === 'GET')
  const [one] = asked.splice(at, 1)
  one!.answer(job(number), 200)
  await done
  return store
}

describe('the open job', () => {
  beforeEach(() => {
    vi.restoreAllMocks()
    localStorage.clear()
    asked = []
    cache.clear()
    setActivePinia(createPinia())
    wire()
  })

  it('sends one change after the other, so that no older answer overwrites a newer one', async () => {
    const store = await opened()
    const both = Promise.all([store.patch({ customer: 'A' }), store.patch({ customer: 'B' })])
    await flushPromises()
    expect(asked.map((one) => one.body)).toEqual([{ customer: 'A' }])
    expect(store.saving).toBe(2)
    await next(job('2026-901', { customer: 'A' }))
    await next(job('2026-901', { customer: 'B' }))
    expect(await both).toEqual([true, true])
    expect(store.job?.facts.brief.customer).toBe('B')
    expect(store.saving).toBe(0)
  })

  it('asks the server to take back and to bring back, and says what it was', async () => {
    const store = await opened()
    const undone = store.undo()
    const asked = await next({ words: 'customer', job: job('2026-901', { customer: 'Before' }) })
    await undone
    expect([asked.method, asked.url]).toEqual(['POST', '/api/jobs/{number}/undo'])
    expect([store.job?.facts.brief.customer, store.told]).toEqual(['Before', 'Taken back: customer'])
    const redone = store.redo()
    expect((await next({ words: '', job: job('2026-901') })).url).toBe('/api/jobs/{number}/redo')
    await redone
    expect(store.told).toBe('Nothing to bring back')
  })

  it('sends each fact to its own station, with the change that it was composed on', async () => {
    const store = await opened()
    const done = store.patch({ customer: 'A', mast_wall_mm: 3, mast_diameter_mm: 60 })
    const first = await next(job('2026-901'))
    const second = await next(job('2026-901'))
    expect(await done).toBe(true)
    expect([first, second].map((one) => [one.url.split('/').at(-1), one.body])).toEqual([
      ['brief', { customer: 'A' }],
      ['mount', { mast_wall_mm: 3, mast_diameter_mm: 60 }],
    ])
    expect(first.headers).toEqual({ 'X-Rindle-Seen': '4', 'X-Rindle-Has': 'm1' })
  })

  it('fills an answer up with the parts that it holds already, and only with those that are still the same', async () => {
    const store = await opened()
    const whole = job('2026-901')
    useJob().job = { ...whole, facts: { ...whole.facts, picks: { cables: [] } as never } }
    const first = store.patch({ customer: 'A' })
    await next(job('2026-901', { customer: 'A' }))
    await first
    expect([store.job?.facts.brief.customer, store.job?.facts.picks]).toEqual(['A', { cables: [] }])
    const second = store.patch({ customer: 'B' })
    await next({ ...job('2026-901'), marks: { 'facts.picks': 'm2' } })
    await second
    expect(store.job?.facts.picks).toBeUndefined()
  })

  it('reads the job anew when somebody else changed it, and says what they changed', async () => {
    const store = await opened()
    const looked = store.look()
    await next({ head: 6, signed_off: false })
    await next([{ seq: 6, device: 'other', by: 'thabo', words: 'mast wall mm', ops: [] }])
    await next(job('2026-901', { customer: 'Theirs' }))
    await looked
    expect(store.job?.facts.brief.customer).toBe('Theirs')
    expect(store.told).toBe('Changed by thabo on another screen: mast wall mm')
    const again = store.look()
    await next({ head: 4, signed_off: false })
    await again
    expect(asked).toEqual([])
  })

  it('keeps a fault beside its field until that field is saved', async () => {
    const store = await opened()
    const refused = store.patch({ height_m: 99_999 })
    await next({ error: { faults: [{ field: 'height_m', message: 'is too large: 9000 or less is accepted' }] } }, 422)
    expect(await refused).toBe(false)
    expect(store.faults).toEqual({ height_m: 'is too large: 9000 or less is accepted' })
    const other = store.patch({ customer: 'A' })
    await next(job('2026-901'))
    await other
    expect(store.faults.height_m).toBeDefined()
    const right = store.patch({ height_m: 1900 })
    await next(job('2026-901'))
    await right
    expect(store.faults).toEqual({})
  })

  it('counts what has not reached the server and sends it again, in order, when the way is free', async () => {
    const store = await opened()
    const down = () => Promise.reject(new TypeError('failed to fetch'))
    spyOn('PATCH').mockImplementationOnce(down as never)
    const first = store.patch({ customer: 'A' })
    const second = store.patch({ height_m: 7 })
    await vi.waitFor(() => expect(store.unsent).toBe(2)) // the one that waits behind it too
    expect(store.trouble).toContain('server does not answer')
    await vi.waitFor(() => expect(asked.length).toBe(1), { timeout: 3 * RETRY_MS })
    expect((await next(job('2026-901', { customer: 'A' }))).body).toEqual({ customer: 'A' })
    expect(await first).toBe(true)
    expect((await next(job('2026-901', { customer: 'A', height_m: 7 }))).body).toEqual({ height_m: 7 })
    expect(await second).toBe(true)
    expect([store.unsent, store.trouble]).toEqual([0, ''])
  })

  it('tells a terminal that does not answer from none that is connected', async () => {
    const store = await opened()
    const down = (code: string) => ({ error: { faults: [{ field: 'device', message: 'Enter it by hand.', code }] } })
    for (const [code, absent] of [
      ['not_connected', true],
      ['refused', false],
    ] as const) {
      const polled = store.poll()
      await next(down(code), 503)
      expect([await polled, store.deviceTrouble, store.deviceAbsent]).toEqual([false, 'Enter it by hand.', absent])
    }
  })

  it('orders a terminal nothing before what was typed is with the server, and nothing at all without it', async () => {
    const store = await opened()
    const kept = store.patch({ beam_letter: 'K' })
    const told = store.tell()
    await vi.waitFor(() => expect(asked.length).toBe(1))
    await flushPromises()
    expect(asked.map((one) => one.method)).toEqual(['PATCH'])
    await next(job('2026-901'))
    await kept
    await vi.waitFor(() => expect(asked.length).toBe(1))
    expect(asked[0]!.url).toContain('device/entries')
    await next({ telemetry: {}, note: '', job: job('2026-901') })
    expect(await told).toBe(true)
    const down = () => Promise.reject(new TypeError('failed to fetch'))
    spyOn('PATCH').mockImplementationOnce(down as never)
    const lost = store.patch({ beam_letter: 'L' })
    expect(await store.tell()).toBe(false)
    expect(store.deviceTrouble).toContain('not with the server yet')
    await vi.waitFor(() => expect(asked.length).toBe(1), { timeout: 3 * RETRY_MS })
    expect(asked[0]!.method).toBe('PATCH')
    await next(job('2026-901'))
    await lost
  })

  it('keeps a step that was marked without a way to the server over a reload, with its time', async () => {
    localStorage.clear()
    const store = await opened()
    const down = () => Promise.reject(new TypeError('failed to fetch'))
    const post = spyOn('POST').mockImplementation(down as never)
    void store.markStep('kit')
    await vi.waitFor(() => expect(store.unsent).toBe(1))
    const at = store.waitsFor('kit')!.at
    await vi.waitFor(() => expect(localStorage.getItem('rindle-steps')).toContain(at)) // written a moment later
    post.mockRestore()
    cache.clear() // the page is gone
    setActivePinia(createPinia())
    wire()
    const later = await opened()
    const sent = await next(job('2026-901'))
    expect([sent.method, sent.url, sent.query]).toEqual(['POST', '/api/jobs/{number}/steps/{code}', { at }])
    while (asked.length) await next(job('2026-901'))
    await flushPromises()
    expect(later.waitsFor('kit')).toBeNull()
  })

  it('sends no step under another name than that of who marked it', async () => {
    localStorage.clear()
    const mark = { number: '2026-901', code: 'kit', done: true, at: '2026-11-24T09:00:00.000Z' }
    const by = { username: 'naledi', name: 'Naledi' }
    localStorage.setItem('rindle-steps', JSON.stringify([{ ...mark, by }]))
    useSession().person = { username: 'sefa', name: 'Sefa' }
    const store = await opened()
    expect(asked).toEqual([])
    expect([store.waitsFor('kit'), store.othersFor('kit')?.by]).toEqual([null, by])
    const done = store.markStep('kit')
    await next(job('2026-901'))
    expect(await done).toBe(true)
    expect(store.othersFor('kit')).toBeNull()
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
      (one.body as { skylines: { points: { azimuth_deg: number }[] }[] }).skylines[0]!.points.map(
        (each) => each.azimuth_deg,
      )
    expect([bearings(first), bearings(second)]).toEqual([[10], [10, 20]])
  })

  it('keeps what came to the skyline while a change of it waited', async () => {
    const store = await opened()
    const point = (azimuth_deg: number) => ({ id: `p${azimuth_deg}`, azimuth_deg, elevation_deg: 9 }) as never
    const typed = [{ name: 'West', letter: '', points: [point(10)], obstacles: [] }]
    void store.addPoints([point(10)]) // lines that are read, on their way
    void store.editPoints((all) => [...all, point(20)]) // set by hand on the strip, which does not show them yet
    void store.replaceList('obstacles', [{ name: 'Barn' }])
    await next(job('2026-901', { skylines: typed }))
    const set = await next({ ...job('2026-901', { skylines: typed }), head: 5 } as never)
    const sent = (one: Asked) => (one.body as { skylines: { points: { id: string }[] }[] }).skylines[0]!
    expect(sent(set).points.map((one) => one.id)).toEqual(['p10', 'p20'])
    const rows = await next(job('2026-901'))
    expect(rows.headers).toMatchObject({ 'X-Rindle-Seen': '4' }) // what its rows were composed on, not what came since
  })

  it('sends what its page still holds to its own job before another one is opened', async () => {
    const store = await opened()
    store.lookAt('dial')
    const flush = vi.fn(() => {
      void store.patch({ customer: 'Last word' })
    })
    store.flushers.add(flush)
    const other = store.open('2026-902')
    const sent = await next(job('2026-901'))
    expect([sent.method, sent.number, sent.body]).toEqual(['PATCH', '2026-901', { customer: 'Last word' }])
    expect((await next(job('2026-902'))).number).toBe('2026-902')
    await other
    await flushPromises()
    expect(store.number).toBe('2026-902')
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
