import type { Database } from './connect.ts'

export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** Values for one insert, small enough for what PostgreSQL takes of parameters in one statement. */
export function* inParts<T>(all: readonly T[], size = 5000): Generator<T[]> {
  for (let from = 0; from < all.length; from += size) yield all.slice(from, from + size)
}
