import type { Database } from './connect.ts'

export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

/** Values for one insert, small enough for what PostgreSQL takes of parameters in one statement. */
export function* inParts<T>(all: readonly T[], size = 5000): Generator<T[]> {
  for (let from = 0; from < all.length; from += size) yield all.slice(from, from + size)
}

/** So many rows are made of what the database answered before others have their turn. */
const pageRows = 2000

/** All rows of a question in a strict order, page by page, so that a large table holds nobody up. */
export async function inPages<Row>(page: (limit: number, offset: number) => PromiseLike<Row[]>): Promise<Row[]> {
  const all: Row[] = []
  for (;;) {
    const rows = await page(pageRows, all.length)
    for (const row of rows) all.push(row)
    if (rows.length < pageRows) return all
  }
}
