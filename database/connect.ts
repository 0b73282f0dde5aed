import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres'
import pg from 'pg'
import * as schema from './schema.ts'

// 64-bit integers of ours are counts and milliseconds, all below 2^53.
pg.types.setTypeParser(pg.types.builtins.INT8, Number)

export type Database = NodePgDatabase<typeof schema> & { $client: pg.Pool }

/**
 * For connections that only look rows up by their key. The planner of a fast growing table works from old counts and may
 * read it whole; what it believes to be dear it would compile first; and planning anew each time costs more than the work.
 */
const lookups = '-c enable_seqscan=off -c jit=off -c plan_cache_mode=force_generic_plan'

/** Drizzle over a pool. Losing the server does not end the process: the next query connects anew. */
export function connect(url: string, connections = 10, { byKeyOnly = false } = {}): Database {
  const options = byKeyOnly ? lookups : undefined
  const pool = new pg.Pool({ connectionString: url, max: connections, connectionTimeoutMillis: 5000, options })
  pool.on('error', () => undefined)
  return drizzle(pool, { schema })
}

/** A connection of its own. */
export type Connection = pg.Client

/** One connection of its own, for what must not wait behind others. Ends silently; watch its 'end'. */
export async function connectAlone(url: string, { byKeyOnly = false } = {}): Promise<Connection> {
  const options = byKeyOnly ? lookups : undefined
  const client = new pg.Client({ options, connectionString: url, connectionTimeoutMillis: 5000, keepAlive: true })
  client.on('error', () => undefined)
  await client.connect()
  return client
}

/** The SQLSTATE of a failed query (Drizzle wraps the driver's error), or null when it was something else. */
export function sqlState(error: unknown): string | null {
  for (let at = error; at instanceof Error; at = at.cause)
    if ('code' in at && typeof at.code === 'string' && /^[0-9A-Z]{5}$/.test(at.code)) return at.code
  return null
}

/** Whether a write found no room (SQLSTATE 53100). */
export const isDiskFull = (error: unknown): boolean => sqlState(error) === '53100'
