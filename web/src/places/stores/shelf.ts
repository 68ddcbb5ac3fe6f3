/** The firm's stores on their own page: what is there, and how it is changed. */
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { askAnew, keepStores, stores } from '@/api/cache'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'
import type { Node } from '@/lib/jsonSchema'
import { type Entry, type Kind, kindOf } from '@/places/stores/kinds'

export const useStores = defineStore('shelf', () => {
  const catalogue = shallowRef<Schemas['Catalogue'] | null>(null)
  const firm = shallowRef<Schemas['FirmOut'] | null>(null)
  const faults = shallowRef<Record<string, string>>({})
  const trouble = ref('')
  const said = ref('')
  const schemas = new Map<string, Promise<Node>>()

  /** Every screen that shows the stores has what is changed here, and judges with it. */
  function take(now: Schemas['Catalogue']): Schemas['Catalogue'] {
    catalogue.value = now
    keepStores(now)
    schemas.clear() // they name what is kept
    void askAnew('calc')
    return now
  }
  async function load(): Promise<void> {
    const [all, ours] = await Promise.all([stores(), unwrap(client.GET('/api/stores/firm'))])
    catalogue.value = all
    firm.value = ours
  }
  const schema = (kind: Kind | 'rules' | 'words'): Promise<Node> => {
    const asked =
      schemas.get(kind) ??
      unwrap(client.GET('/api/stores/{kind}/schema', { params: { path: { kind } } })).then((told) => told as Node)
    schemas.set(kind, asked)
    return asked
  }
  const entries = (kind: Kind): Entry[] => (catalogue.value?.[kindOf(kind)!.list] ?? []) as unknown as Entry[]
  const entry = (kind: Kind, code: string): Entry | null => entries(kind).find((one) => one.code === code) ?? null
  const put = async (kind: Kind, data: Entry): Promise<Schemas['Catalogue']> =>
    take(await unwrap(client.PUT('/api/stores/{kind}', { params: { path: { kind } }, body: data })))
  async function putFirm(now: Partial<Schemas['FirmOut']>): Promise<Schemas['FirmOut']> {
    const whole = { ...firm.value!, ...now } as unknown as Schemas['FirmIn']
    firm.value = await unwrap(client.PUT('/api/stores/firm', { body: whole }))
    schemas.clear()
    void askAnew('calc')
    return firm.value
  }
  /** Runs a change; its faults go to their fields, what has no field on the screen is said above. */
  async function during<T>(ask: () => Promise<T>, done: string): Promise<T | null> {
    try {
      const told = await ask()
      trouble.value = ''
      faults.value = {}
      said.value = done
      return told
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      faults.value = Object.fromEntries(error.faults.map((fault) => [fault.field, fault.message]))
      trouble.value = error.faults.map((fault) => `${fault.field}: ${fault.message}`).join(' ')
      said.value = ''
      return null
    }
  }
  const roleName = (code: string) => firm.value?.words.roles?.find((one) => one.code === code)?.name ?? code
  return { catalogue, firm, faults, trouble, said, take, load, schema, entries, entry, put, putFirm, during, roleName }
})
