import { drizzle } from 'drizzle-orm/node-postgres'
import type pg from 'pg'
import { projectionNames, type Rows } from '@eudromos/core/records'
import { projected, type Projected } from './projected.ts'

/** Of each projection, the rows that may change yet, as of the journal's end. */
export async function readOpenRows(client: pg.Client): Promise<Partial<Rows>> {
  const all: Partial<Record<keyof Rows, object[]>> = {}
  for (const name of projectionNames) {
    const { table, changes }: Projected = projected[name]
    if (changes !== undefined) all[name] = await drizzle(client).select().from(table).where(changes.open)
  }
  return all as Partial<Rows>
}
