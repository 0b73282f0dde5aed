import type pg from 'pg'
import type { EventType } from '@eudromos/core/routing'
import { placeAfter, readJournal, type JournalRow, type Place } from './journal.ts'

/** What follows from the journal in its own time. */
export interface Following {
  /** Its place is kept under this; the migration that makes the place says from where on it follows. */
  readonly name: string
  /** What concerns it; all else it passes by. */
  readonly types: readonly EventType[]
  /** Writes what follows from the events, in the transaction that also notes how far it has come: exactly once, whatever happens. */
  readonly on: (client: pg.ClientBase, rows: readonly JournalRow[]) => Promise<void>
}

/**
 * Goes on from where it was; gives whether there may be more. Of several processes that do so one does it at a time: the
 * others find nothing to do.
 */
export async function follow(pool: pg.Pool, { name, types, on }: Following, most = 1000): Promise<boolean> {
  return inTransaction(pool, async (client) => {
    const { rows: places } = await client.query<Place>(
      'select seq, at from follower_place where name = $1 for update skip locked',
      [name],
    )
    const [place] = places
    if (place === undefined) return false
    const { rows: ends } = await client.query<Place>(
      'select seq, at from journal where seq > $1 order by seq desc limit 1',
      [place.seq],
    )
    const [end] = ends
    if (end === undefined) return false
    const rows = await readJournal(client, place, most, end.seq, types)
    const more = rows.length === most
    const to = more ? placeAfter(rows, place) : end
    if (rows.length > 0) await on(client, rows)
    await client.query('update follower_place set seq = $2, at = $3 where name = $1', [name, to.seq, to.at])
    return more
  })
}

/** Does all of it or nothing of it, on one connection. */
export async function inTransaction<T>(pool: pg.Pool, work: (client: pg.PoolClient) => Promise<T>): Promise<T> {
  const client = await pool.connect()
  try {
    await client.query('begin')
    const done = await work(client)
    await client.query('commit')
    client.release()
    return done
  } catch (error) {
    // Whether it still answers is not known: the connection goes, and what was begun on it with it.
    client.release(true)
    throw error
  }
}
