/** What was asked of the server: kept while it is fresh, asked again when the way is free; late answers are let go. */
import { focusManager, keepPreviousData, QueryClient, useQuery } from '@tanstack/vue-query'
import client, { ApiError, type Schemas, unwrap } from '@/api/client'

export const RETRY_MS = 2000
/** Whether the server was not reached, or nobody is signed in: then it is asked again. A refusal is an answer. */
export const unreached = (error: unknown): error is ApiError =>
  error instanceof ApiError && (error.status === 0 || error.status === 401)

// Rindle's server is on this machine or in this house: it is asked without the internet too, and from a hidden tab.
const patient = { networkMode: 'always', retryDelay: RETRY_MS } as const
focusManager.setFocused(true)
export const cache = new QueryClient({
  defaultOptions: {
    queries: { ...patient, retry: (_count, error) => unreached(error), gcTime: 10 * 60_000 },
    mutations: { ...patient, gcTime: 0 },
  },
})

/**
 * What a part of the screen shows of the server, by its key. The last answer stays until the next is there; an answer
 * to an older key never takes the place of a newer one.
 */
export function useAsked<T>(key: () => unknown[], ask: () => Promise<T>, enabled: () => boolean = () => true) {
  return useQuery<T, Error>({ queryKey: key, queryFn: ask, enabled, placeholderData: keepPreviousData }, cache)
}
/** Asks anew for all whose key begins so. */
export const askAnew = (...key: unknown[]): Promise<void> => cache.invalidateQueries({ queryKey: key })

/** The firm’s stores, asked for now and then; whoever changes them puts them here. */
const STORES = ['stores']
const FRESH_MS = 30_000
export const stores = () =>
  cache.fetchQuery({ queryKey: STORES, queryFn: () => unwrap(client.GET('/api/stores')), staleTime: FRESH_MS })
export const keepStores = (now: Schemas['Catalogue']): void => void cache.setQueryData(STORES, now)

/** Changes of one kind, one after the other in their order, each sent until the server is reached. */
export function inTurn<T>(scope: string, ask: () => Promise<T>, lost: (error: ApiError) => void): Promise<T> {
  const retry = (_count: number, error: Error): boolean => {
    if (!unreached(error)) return false
    lost(error)
    return true
  }
  const options = { mutationFn: ask, scope: { id: scope }, retry }
  return cache.getMutationCache().build<T, Error, void, unknown>(cache, cache.defaultMutationOptions(options)).execute()
}
