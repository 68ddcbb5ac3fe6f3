/** The way to the server as tests answer it: without the types of all its paths, which take seconds to hold against one another. */
import { vi } from 'vitest'
import client from '@/api/client'

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
type Ask = (path: string, options?: never) => unknown

/** A spy on what is asked of the server by a method. */
export const spyOn = (method: Method) => vi.spyOn(client as unknown as Record<Method, Ask>, method)
