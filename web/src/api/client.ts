/** The typed API client: types come from the server's OpenAPI, errors from its one error shape. */
import createClient from 'openapi-fetch'
import type { components, paths } from '@/api/schema'
import { today } from '@/lib/when'
import { ref } from 'vue'

export type Schemas = components['schemas']
type CalcPath = Extract<keyof paths, `/api/calc/${string}`>
/** A calculator of the core. */
export type CalcName = CalcPath extends infer P ? (P extends `/api/calc/${infer N}` ? N : never) : never
/** What a calculator is given, and what it answers. */
export type CalcInput<N extends CalcName> =
  paths[`/api/calc/${N}`]['post']['requestBody']['content']['application/json']
export type CalcResult<N extends CalcName> =
  paths[`/api/calc/${N}`]['post']['responses'][200]['content']['application/json']['result']
/** This tab, so that it knows its own changes among those of others. */
export const TAB = `t${Math.random().toString(36).slice(2, 8)}`

export interface Fault {
  field: string
  message: string
  /** For programs: `missing`, `too_large`, `not_a_choice` and so on. */
  code?: string
}

/** An answer that the server refused, with the faulty fields. `status` 0: the server was not reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly faults: Fault[],
  ) {
    super(faults[0]?.message ?? 'The server refused this.')
  }
}

/** The session has ended under the open page: by its age, on another device, with the server's data. */
export const signedOut = ref(false)
const OPEN = /\/api\/(health|session)\b/

const client = createClient<paths>({ baseUrl: '/', credentials: 'same-origin' })

client.use({
  onRequest({ request }) {
    const token = /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1]
    if (token) request.headers.set('X-CSRFToken', token)
    request.headers.set('X-Rindle-Tab', TAB)
    if (request.method !== 'GET') request.headers.set('X-Rindle-Day', today())
    return request
  },
  onResponse({ request, response }) {
    if (!OPEN.test(request.url)) signedOut.value = response.status === 401 || (signedOut.value && !response.ok)
    return undefined
  },
})

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** Unwraps an answer. Throws ApiError for a refusal and for a server that is out of reach. */
export async function unwrap<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await asked
  } catch {
    throw new ApiError(0, [
      {
        field: 'server',
        message: 'Rindle’s server does not answer. What you typed is still on the screen; start it again and go on.',
      },
    ])
  }
  if (answer.response.ok) return answer.data as T
  const told = (answer.error as { error?: { faults?: Fault[] } } | undefined)?.error
  throw new ApiError(
    answer.response.status,
    told?.faults ?? [{ field: 'request', message: `The server answered with status ${answer.response.status}.` }],
  )
}

interface Calculated<N extends CalcName> {
  result: CalcResult<N>
  findings: Schemas['Finding'][]
}
/** Asks a calculator; what was typed goes as it is, and the server says what of it cannot be used. */
export function calculate<N extends CalcName>(name: N, given: object): Promise<Calculated<N>> {
  // One of the routes stands for all: which one it is, the name says.
  return unwrap(client.POST(`/api/calc/aim`.replace('aim', name) as '/api/calc/aim', { body: given as never })) as never
}

/** A body as a form, for files. */
export function formOf(body: unknown): FormData {
  const form = new FormData()
  for (const [name, value] of Object.entries(body as Record<string, Blob>)) form.append(name, value)
  return form
}

export default client
