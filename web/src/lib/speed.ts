/** Measures a line in the browser: the middle of some echoes, then bytes fetched and bytes sent, each timed. */
export interface Measured {
  down_mbps: number
  up_mbps: number
  latency_ms: number
}
export type Part = 'echo' | 'down' | 'up'
export interface Ways {
  signal: AbortSignal
  onProgress: (part: Part, share: number) => void
  fetcher?: typeof fetch
  now?: () => number
  headers?: Record<string, string>
}
const ECHOES = 5
/** Bytes of the first try; the next are as many as the line takes in about so many seconds. */
const FIRST_BYTES = 400_000
const WANTED_S = 3
const MOST_BYTES = 20_000_000

export function middle(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const half = sorted.length >> 1
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2
}
export const mbps = (bytes: number, ms: number) => (8 * bytes) / 1000 / Math.max(ms, 0.001)
/** How many bytes a try takes so that it lasts about as long as is wanted. */
export const bytesFor = (rate_mbps: number) =>
  Math.round(Math.min(MOST_BYTES, Math.max(FIRST_BYTES, (rate_mbps * 1e6 * WANTED_S) / 8)))

/** What a try took beside the echo with which it began: at the least half, so that an echo that was late is no speed. */
export const besideEcho = (ms: number, latency_ms: number) => Math.max(ms - latency_ms, ms / 2)

/** Raises what fetch raises; an abort is an AbortError. */
export async function measure(base: string, ways: Ways): Promise<Measured> {
  const { signal, onProgress } = ways
  const ask = ways.fetcher ?? fetch
  const now = ways.now ?? (() => performance.now())
  async function answered(url: string, init: RequestInit = {}): Promise<Response> {
    const answer = await ask(url, { signal, cache: 'no-store', ...init })
    if (!answer.ok) throw new Error('The speed server does not answer.')
    return answer
  }
  const echoes: number[] = []
  for (let at = 0; at < ECHOES; at++) {
    const start = now()
    await answered(`${base}/ping`)
    echoes.push(now() - start)
    onProgress('echo', (at + 1) / ECHOES)
  }
  const latency_ms = middle(echoes)
  /** The echo that a try begins with says nothing of the rate. Timed from the asking: a page that was busy finds the first
   * bytes waiting, and from them on it would have come faster than the line is. */
  async function down(size: number): Promise<number> {
    const start = now()
    const answer = await answered(`${base}/down?size_bytes=${size}`)
    const reader = answer.body!.getReader()
    let got = 0
    for (;;) {
      const { value, done } = await reader.read()
      if (done) break
      got += value.length
      onProgress('down', got / size)
    }
    return mbps(got, besideEcho(now() - start, latency_ms))
  }
  async function up(size: number): Promise<number> {
    const start = now()
    onProgress('up', 0.1)
    await answered(`${base}/up`, { method: 'POST', body: new Uint8Array(size), headers: ways.headers })
    onProgress('up', 1)
    return mbps(size, besideEcho(now() - start, latency_ms))
  }
  const down_mbps = await down(bytesFor(await down(FIRST_BYTES)))
  const up_mbps = await up(Math.min(bytesFor(down_mbps / 6), bytesFor(await up(FIRST_BYTES / 2))))
  return { down_mbps, up_mbps, latency_ms }
}
