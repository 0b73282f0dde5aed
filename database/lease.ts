import type pg from 'pg'

/** The advisory lock of the router at work ("eudr" in ASCII). */
const routerLock = 0x65756472

export interface Lead {
  readonly epoch: number
  /** How long nobody was at work before this lead, in milliseconds of the database's clock; null for the first lead. */
  readonly silentMs: number | null
}

/** A lease older than this may be seized, even while its holder still has the lock. */
export const leaseSeconds = 3

export const tryLock = async (client: pg.ClientBase): Promise<boolean> => {
  const { rows } = await client.query<{ got: boolean }>('select pg_try_advisory_lock($1) as got', [routerLock])
  return rows[0]?.got === true
}

/**
 * Takes the lead: raises the epoch, which waits for a commit under way and shuts out all later ones of the holder
 * before. `seize` is for one who has no lock: then only a lease that has run out can be taken. Null when it has not.
 */
export async function takeLead(client: pg.ClientBase, holder: string, seize: boolean): Promise<Lead | null> {
  const { rows } = await client.query<{ epoch: number; silent: number; first: boolean }>(
    `update router_epoch r set epoch = r.epoch + 1, holder = $1, renewed_at = clock_timestamp()
     from (select renewed_at, epoch from router_epoch where id = 1 for update) before
     where r.id = 1 and (not $2 or before.renewed_at < clock_timestamp() - make_interval(secs => $3))
     returning r.epoch, extract(epoch from clock_timestamp() - before.renewed_at)::float8 * 1000 as silent,
               before.epoch = 0 as first`,
    [holder, seize, leaseSeconds],
  )
  const row = rows[0]
  if (row === undefined) return null
  return { epoch: row.epoch, silentMs: row.first ? null : Math.max(0, Math.round(row.silent)) }
}

/** Says that the holder of this epoch is at work. False when its lead is over. */
export async function renewLead(client: pg.ClientBase, epoch: number): Promise<boolean> {
  const { rowCount } = await client.query(
    'update router_epoch set renewed_at = clock_timestamp() where id = 1 and epoch = $1',
    [epoch],
  )
  return rowCount === 1
}

/** Web processes say that they live; `forgetWebProcesses` gives those that have not for five seconds. */
export async function renewWebProcess(client: pg.ClientBase | pg.Pool, id: string): Promise<void> {
  await client.query(
    `insert into web_process (id, renewed_at) values ($1, clock_timestamp())
     on conflict (id) do update set renewed_at = excluded.renewed_at`,
    [id],
  )
}

export async function removeWebProcess(client: pg.ClientBase | pg.Pool, id: string): Promise<void> {
  await client.query('delete from web_process where id = $1', [id])
}

/** Drops the leases that ran out and gives the ids of the processes that live. */
export async function liveWebProcesses(client: pg.ClientBase): Promise<Set<string>> {
  await client.query(`delete from web_process where renewed_at < clock_timestamp() - interval '5 seconds'`)
  const { rows } = await client.query<{ id: string }>('select id from web_process')
  return new Set(rows.map(({ id }) => id))
}
