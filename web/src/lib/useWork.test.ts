import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { linesOf, useWork } from '@/lib/useWork'

function body(...parts: string[]): ReadableStream<Uint8Array> {
  const coder = new TextEncoder()
  return new ReadableStream({
    start(control) {
      for (const part of parts) control.enqueue(coder.encode(part))
      control.close()
    },
  })
}
const working = () => effectScope().run(() => useWork())!
const answer = (...parts: string[]) => vi.spyOn(globalThis, 'fetch').mockResolvedValue(new Response(body(...parts)))

describe('long work', () => {
  beforeEach(() => {
    vi.restoreAllMocks()
  })

  it('reads lines however they are cut', async () => {
    const found = []
    for await (const line of linesOf(body('{"id": "a"}\n{"prog', 'ress": 0.5}\n\n{"done": {"x": "°"}}\n')))
      found.push(line)
    expect(found).toEqual([{ id: 'a' }, { progress: 0.5 }, { done: { x: '°' } }])
  })
  it('gives the result and the progress it saw', async () => {
    answer('{"id": "a"}\n', '{"progress": 0.4}\n', '{"done": {"points": 12}}\n')
    const work = working()
    expect(await work.run('/work', {})).toEqual({ points: 12 })
    expect([work.progress.value, work.running.value, work.trouble.value]).toEqual([1, false, ''])
  })
  it('says why there is none', async () => {
    const work = working()
    answer('{"id": "a"}\n', '{"error": {"faults": [{"field": "tiles", "message": "No tile covers this."}]}}\n')
    expect(await work.run('/work', {})).toBeNull()
    expect(work.trouble.value).toBe('No tile covers this.')
    answer('{"id": "a"}\n', '{"stopped": "the simulation was stopped"}\n')
    expect(await work.run('/work', {})).toBeNull()
    expect(work.trouble.value).toContain('Stopped')
    answer('{"id": "a"}\n{"progress": 0.2}\n')
    expect(await work.run('/work', {})).toBeNull()
    expect(work.trouble.value).toContain('went away')
    vi.spyOn(globalThis, 'fetch').mockResolvedValue(
      new Response('{"error": {"faults": [{"field": "duration_h", "message": "90 is too large"}]}}', { status: 422 }),
    )
    expect(await work.run('/work', {})).toBeNull()
    expect(work.trouble.value).toBe('90 is too large')
  })
  it('says that it was stopped even before the server had given it a number', async () => {
    vi.spyOn(globalThis, 'fetch').mockImplementation(
      (_, options) =>
        new Promise((_done, fail) => {
          options?.signal?.addEventListener('abort', () => fail(new DOMException('gone', 'AbortError')))
        }),
    )
    const work = working()
    const running = work.run('/work', {})
    await work.stop()
    expect(await running).toBeNull()
    expect([work.running.value, work.trouble.value]).toEqual([false, 'Stopped before it began.'])
  })
  it('asks the server to stop by the number of the work', async () => {
    let finish: () => void = () => undefined
    const coder = new TextEncoder()
    const stream = new ReadableStream<Uint8Array>({
      start(control) {
        control.enqueue(coder.encode('{"id": "w7"}\n{"progress": 0.3}\n'))
        finish = () => {
          control.enqueue(coder.encode('{"stopped": "it"}\n'))
          control.close()
        }
      },
    })
    const fetched = vi
      .spyOn(globalThis, 'fetch')
      .mockImplementation(async (asked) => new Response(asked === '/work' ? stream : '{}'))
    const work = working()
    const running = work.run('/work', {})
    await vi.waitFor(() => expect(work.progress.value).toBe(0.3)) // by then the number is known
    await work.stop()
    expect(fetched.mock.calls.map((call) => call[0])).toContain('/api/jobs/work/w7')
    finish()
    expect(await running).toBeNull()
  })
})
