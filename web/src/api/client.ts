/** The typed API client: types come from the server's OpenAPI, errors from its one error shape. */
import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
/** This tab, so that it knows its own changes among those of others. */
export const TAB = `t${Math.random().toString(36).slice(2, 8)}`

export interface Fault {
  field: string
  message: string
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

const client = createClient<paths>({ baseUrl: '/', credentials: 'same-origin' })

client.use({
  onRequest({ request }) {
    const token = /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1]
    if (token) request.headers.set('X-CSRFToken', token)
    request.headers.set('X-Rindle-Tab', TAB)
    return request
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

/** A body as a form, for files. */
export function formOf(body: unknown): FormData {
  const form = new FormData()
  for (const [name, value] of Object.entries(body as Record<string, Blob>)) form.append(name, value)
  return form
}

export default client
