/**
 * The types that openapi-fetch works with, but for the two that copy a whole answer to strip marks of fields which are
 * only read or only written: this API has none, and such copies are to the compiler other types than their originals.
 */
export * from '../../node_modules/openapi-typescript-helpers/dist/index'
export type Readable<T> = T
export type Writable<T> = T
