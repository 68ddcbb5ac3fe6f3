/** Jobs for tests: the facts and assessments that the core's golden files hold, as the server would send them. */
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import type { Component } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import type { Schemas } from '@/api/client'
import { type Job, useJob } from '@/stores/job'
import { spyOn } from '@/testing/server'

const FOLDER = join(process.cwd(), '../tests/golden/jobs')
export const GOLDEN = readdirSync(FOLDER).map((file) => file.replace('.json', ''))

interface Node {
  $ref?: string
  anyOf?: Node[]
  allOf?: Node[]
  items?: Node
  properties?: Record<string, Node>
  default?: unknown
}
// Read, not imported: as a type it would be 70 000 lines.
const OPENAPI = JSON.parse(readFileSync(join(process.cwd(), 'src/api/openapi.json'), 'utf8')) as {
  components: { schemas: Record<string, Node> }
}
const SCHEMAS = OPENAPI.components.schemas

/** Data with the defaults of its model, which the golden files leave out and the server sends. */
function filled(node: Node, data: unknown): unknown {
  if (node.$ref) return filled(SCHEMAS[node.$ref.split('/').at(-1)!]!, data)
  if (node.allOf) return filled(node.allOf[0]!, data)
  if (Array.isArray(data)) {
    const items = node.items ?? node.anyOf?.find((one) => one.items)?.items
    return items ? data.map((one) => filled(items, one)) : data
  }
  if (typeof data !== 'object' || data === null) return data
  const inner = node.properties ? node : node.anyOf?.find((one) => one.$ref)
  if (inner !== node) return inner ? filled(inner, data) : data
  const told = data as Record<string, unknown>
  return {
    ...told,
    ...Object.fromEntries(
      Object.entries(node.properties ?? {}).map(([key, one]) => [
        key,
        filled(one, key in told ? told[key] : (one.default ?? (one.$ref ? {} : null))),
      ]),
    ),
  }
}

/** The job of a golden file. `more` is laid over its picks, which the assessment then does not know of. */
export function goldenJob(name: string, more: Partial<Schemas['Picks']> = {}): Job {
  const told = JSON.parse(readFileSync(join(FOLDER, `${name}.json`), 'utf8')) as Pick<Job, 'facts' | 'assessment'>
  const facts = filled(SCHEMAS.FactsOut!, told.facts) as Schemas['FactsOut']
  const picks = { ...facts.picks, ...more }
  return {
    number: name,
    facts: { ...facts, picks },
    assessment: told.assessment,
    head: 1,
    positions: (facts.sky.positions ?? []).map((one) => ({ ...one, latitude_deg: null, longitude_deg: null })),
    documents: [],
    trial_event_count: 0,
    place_understood: '',
    place_forms: null,
    signed_off_at: null,
    signed_off_by: '',
    record_sha256: '',
    record_state: '',
    store_troubles: [],
    undo_words: '',
    redo_words: '',
    updated_at: '2026-11-24T08:00:00Z',
    version: 'test',
  } as Job
}

/** Puts a sheet on an open job. What it asks for is answered with nothing, what it orders is refused, or comes to `order`. */
export async function openSheet(sheet: Component, job: Job, order?: unknown): Promise<VueWrapper> {
  setActivePinia(createPinia())
  const answer = (status: number, error?: unknown) =>
    (async (path: string) => ({
      data: /\/(terrain|drawings)$/.test(path) ? [] : null,
      error,
      response: new Response(null, { status }),
    })) as never
  const refusal = { error: { faults: [{ field: 'device', message: 'Not in a test.' }] } }
  for (const method of ['GET', 'PATCH', 'PUT', 'DELETE'] as const) spyOn(method).mockImplementation(answer(204))
  if (order === undefined) spyOn('POST').mockImplementation(answer(409, refusal))
  else spyOn('POST').mockResolvedValue({ data: order, response: new Response(null, { status: 200 }) })
  useJob().job = job
  const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/:rest(.*)*', component: {} }] })
  const wrapper = mount(sheet, { global: { plugins: [router] } })
  await flushPromises()
  return wrapper
}
