import { describe, expect, it } from 'vitest'
import { besideEcho, bytesFor, mbps, measure, middle } from '@/lib/speed'

describe('speed', () => {
  it('takes the middle, and counts bits over time', () => {
    expect(middle([5, 1, 9])).toBe(5)
    expect(middle([5, 1, 9, 7])).toBe(6)
    expect(mbps(1_000_000, 1000)).toBe(8) // a megabyte in a second
    expect(bytesFor(0.1)).toBe(400_000)
    expect(bytesFor(16)).toBe(6_000_000) // three seconds of it
    expect(bytesFor(10_000)).toBe(20_000_000)
  })
  it('takes no echo that was late for speed', () => {
    expect(besideEcho(1600, 600)).toBe(1000)
    expect(besideEcho(601, 600)).toBe(300.5)
  })
  it.each([0, 900])('measures a line of known rate and echo, and no more where the page was busy', async (busy_ms) => {
    let clock = 0
    const fetcher = ((url: string, init: RequestInit) => {
      clock += 600
      if (url.includes('/down')) {
        const size = Number(/size_bytes=(\d+)/.exec(url)![1])
        let left = size
        let waiting = (busy_ms * 40e3) / 8 // bytes that come meanwhile
        clock += busy_ms
        const reader = {
          read: () => {
            if (left <= 0) return Promise.resolve({ done: true })
            const length = Math.min(100_000, left)
            left -= length
            waiting -= length
            if (waiting < 0) clock += (8 * length) / 40e3 // 40 Mbit/s
            return Promise.resolve({ done: false, value: new Uint8Array(length) })
          },
        }
        return Promise.resolve({ ok: true, body: { getReader: () => reader } })
      }
      if (url.includes('/up')) clock += (8 * (init.body as Uint8Array).length) / 5e3 // 5 Mbit/s
      return Promise.resolve({ ok: true })
    }) as unknown as typeof fetch
    const seen: string[] = []
    const told = await measure('/x', {
      signal: new AbortController().signal,
      onProgress: (part) => seen.push(part),
      fetcher,
      now: () => clock,
    })
    expect(told.latency_ms).toBe(600)
    expect(told.down_mbps).toBeLessThan(40.001)
    expect(told.down_mbps).toBeGreaterThan(busy_ms ? 10 : 39.999)
    expect(told.up_mbps).toBeCloseTo(5, 5)
    expect([...new Set(seen)]).toEqual(['echo', 'down', 'up'])
  })
})
