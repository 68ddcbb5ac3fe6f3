/** Long work of the server: its progress as it comes, and a way to stop it. */
import { onScopeDispose, ref } from 'vue'
import type { Fault } from '@/api/client'

export interface Told {
  id?: string
  progress?: number
  done?: Record<string, unknown>
  stopped?: string
  error?: { faults: Fault[] }
}

/** Splits a stream of bytes into the objects of its lines. */
export async function* linesOf(body: ReadableStream<Uint8Array>): AsyncGenerator<Told> {
  const reader = body.getReader()
  const decoder = new TextDecoder()
  let rest = ''
  for (;;) {
    const { value, done } = await reader.read()
    rest += decoder.decode(value ?? new Uint8Array(), { stream: !done })
    const parts = rest.split('\n')
    rest = parts.pop() ?? ''
    for (const part of parts) if (part.trim()) yield JSON.parse(part) as Told
    if (done) return
  }
}

export function useWork() {
  const running = ref(false)
  const progress = ref(0)
  const trouble = ref('')
  let id = ''
  let abort: AbortController | null = null

  const headers = () => ({
    'Content-Type': 'application/json',
    'X-CSRFToken': /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? '',
  })

  /** Runs the work; null where it was stopped or refused, and `trouble` says why. */
  async function run(url: string, body: unknown): Promise<Record<string, unknown> | null> {
    running.value = true
    progress.value = 0
    trouble.value = ''
    id = ''
    abort = new AbortController()
    try {
      const answer = await fetch(url, {
        method: 'POST',
        headers: headers(),
        body: JSON.stringify(body),
        signal: abort.signal,
      })
      if (!answer.ok || !answer.body) {
        const told = (await answer.json().catch(() => ({}))) as { error?: { faults?: Fault[] } }
        trouble.value =
          told.error?.faults?.map((one) => one.message).join(' ') ?? `The server answered with status ${answer.status}.`
        return null
      }
      for await (const line of linesOf(answer.body)) {
        id = line.id ?? id
        progress.value = line.progress ?? progress.value
        if (line.done) {
          progress.value = 1
          return line.done
        }
        if (line.stopped) {
          trouble.value = `Stopped: ${line.stopped}.`
          return null
        }
        if (line.error) {
          trouble.value = line.error.faults.map((one) => one.message).join(' ')
          return null
        }
      }
      trouble.value = 'The server went away before the work was done; nothing was changed.'
      return null
    } catch (error) {
      trouble.value =
        (error as Error).name === 'AbortError'
          ? 'Stopped before it began.'
          : 'Rindle’s server does not answer. Start it again and go on.'
      return null
    } finally {
      running.value = false
    }
  }
  /** Asks the server to stop; it says so in the stream. */
  async function stop(): Promise<void> {
    if (id) await fetch(`/api/jobs/work/${id}`, { method: 'DELETE', headers: headers() }).catch(() => undefined)
    else abort?.abort()
  }
  onScopeDispose(() => abort?.abort())
  return { running, progress, trouble, run, stop }
}
