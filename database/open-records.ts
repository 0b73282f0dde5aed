import { isNull } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/node-postgres'
import type pg from 'pg'
import type { InteractionRecord } from '@eudromos/core/records'
import { record } from './schema.ts'

/** The records of interactions that are not over, as of the journal's end. */
export const readOpenRecords = (client: pg.Client): Promise<InteractionRecord[]> =>
  drizzle(client).select().from(record).where(isNull(record.closedAt))
