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

/** An error and what caused it, outermost first. One that comes from outside a test is of another `Error` than the test's. */
function* causesOf(
  error: unknown,
): Generator<{ readonly message: string } & Readonly<Partial<Record<string, unknown>>>> {
  for (let at = error; typeof at === 'object' && at !== null && 'message' in at; at = (at as Error).cause)
    yield at as Error & Record<string, unknown>
}

/** The SQLSTATE of a failed query (Drizzle wraps the driver's error), or null when it was something else. */
export function sqlState(error: unknown): string | null {
  for (const { code } of causesOf(error))
    if (typeof code === 'string' && /^(?!EPIPE)[0-9A-Z]{5}$/.test(code)) return code
  return null
}

/** Whether a write found no room (SQLSTATE 53100). */
export const isDiskFull = (error: unknown): boolean => sqlState(error) === '53100'

/** What servers say that are starting, ending, or have too many connections (SQLSTATE). */
const comesLater = new Set(['57P01', '57P03', '53300'])

/** Whether the server was not reached, or is not ready yet: the same may succeed later. */
export function isAway(error: unknown): boolean {
  const state = sqlState(error)
  if (state !== null) return comesLater.has(state) || state.startsWith('08')
  return [...causesOf(error)].some(
    (one) => 'syscall' in one || /^(Connection terminated|timeout exceeded)/.test(one.message),
  )
}

const againMs = 500

/** Does what asks the server once it is there; `away` is told of each try that did not reach it. Throws what else fails. */
export async function whenThere<T>(ask: () => Promise<T>, away: (error: unknown) => void): Promise<T> {
  for (;;)
    try {
      return await ask()
    } catch (error) {
      if (!isAway(error)) throw error
      away(error)
      await new Promise((resolve) => setTimeout(resolve, againMs))
    }
}
