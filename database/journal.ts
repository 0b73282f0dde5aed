import type pg from 'pg'
import type { Instant, PersonId } from '@eudromos/core/plan'
import { coreVersion, upcast, type Command, type Event, type EventType, type Snapshot } from '@eudromos/core/routing'
import { keptFor, type Answer } from './inbox.ts'
import { newsOf } from './news.ts'
import { joined, once } from './procedure.ts'
import { projected, projectedNames, writing, type ProjectedRows } from './projected.ts'

/** Who set an event off; null for what the router did by itself. */
export interface Cause {
  readonly inboxId: number | null
  readonly actor: string | null
  readonly onBehalfOf: PersonId | null
  readonly reason: string | null
}

export interface JournalRow extends Cause {
  readonly seq: number
  readonly event: Event
}

export interface Batch extends Partial<ProjectedRows> {
  readonly epoch: number
  readonly rows: readonly JournalRow[]
  readonly answers: readonly { readonly inboxId: number; readonly answer: Answer }[]
  /** Commands that were refused: what was kept for their sake goes. */
  readonly refused?: readonly Command[]
}

/**
 * One round trip does it all: the batch is committed and only then told. The telling commits by itself and does not wait
 * for the disk. A procedure of the connection's own, so that its text stays with the code that calls it.
 */
const commitProcedure = `
create procedure pg_temp.commit_batch(b_epoch bigint, b_seqs bigint[], b_ats bigint[], b_types text[],
  b_versions smallint[], b_bodies text, b_inbox_ids bigint[], b_actors text[], b_on_behalf text[], b_reasons text[],
  b_answer_ids bigint[], b_answers text, ${projectedNames.map((name) => `b_${name} jsonb`).join(', ')},
  b_contents text[], b_strangers text[], b_news text[], inout held int)
language plpgsql as $procedure$
begin
  with fence as (select from router_epoch where id = 1 and epoch = b_epoch for share),
  written as (
    insert into journal (seq, day, at, type, v, body, inbox_id, actor, on_behalf_of, reason)
    select j.seq, (to_timestamp(j.at / 1000.0) at time zone 'UTC')::date, j.at, j.type, j.v, j.body, j.inbox_id, j.actor,
           j.on_behalf_of, j.reason
    from fence, unnest(b_seqs, b_ats, b_types, b_versions, string_to_array(b_bodies, e'\\x1e'), b_inbox_ids, b_actors,
                       b_on_behalf, b_reasons)
      as j (seq, at, type, v, body, inbox_id, actor, on_behalf_of, reason)),
  answered as (
    update inbox set answered_at = now(), answer = a.answer, body = null
    from fence, unnest(b_answer_ids, string_to_array(b_answers, e'\\x1e')) as a (id, answer) where inbox.id = a.id and answered_at is null),
  ${projectedNames.map((name) => `${name} as (${writing(projected[name], `b_${name}`)})`).join(',\n')}
  select count(*)::int into held from fence;
  if held = 1 and cardinality(b_contents) + cardinality(b_strangers) > 0 then
    perform drop_unused(b_contents, b_strangers);
  end if;
  commit;
  if held = 1 then
    set local synchronous_commit = off;
    perform pg_notify('journal', news) from unnest(b_news) as news;
  end if;
end $procedure$`

/** Another router has taken over: nothing of the batch was written. */
export class Fenced extends Error {}

/**
 * Writes a batch whole or not at all: journal, read tables and answers in one statement, one transaction. It first locks
 * the epoch row, so that a router whose lead is over cannot write behind the next one's back. Afterwards it tells who
 * listens.
 */
export async function commitBatch(client: pg.ClientBase, batch: Batch): Promise<void> {
  const { rows } = batch
  const column = <T>(of: (row: JournalRow) => T): T[] => rows.map(of)
  const kept = (batch.refused ?? []).map(keptFor)
  await once(client, commitProcedure)
  const values = [
    batch.epoch,
    column(({ seq }) => seq),
    column(({ event }) => event.at),
    column(({ event }) => event.type),
    column(({ event }) => event.v),
    joined(column(({ event }) => event)),
    column(({ inboxId }) => inboxId),
    column(({ actor }) => actor),
    column(({ onBehalfOf }) => onBehalfOf),
    column(({ reason }) => reason),
    batch.answers.map(({ inboxId }) => inboxId),
    joined(batch.answers.map(({ answer }) => answer)),
    ...projectedNames.map((name) => JSON.stringify(batch[name] ?? [])),
    kept.flatMap(({ contentIds }) => contentIds),
    kept.flatMap(({ strangerIds }) => strangerIds),
    newsOf(batch) ?? [''],
  ]
  const result = await client.query<{ held: number }>({
    name: 'commit-batch',
    text: `call pg_temp.commit_batch(${values.map((_, n) => `$${n + 1}`).join(', ')}, null)`,
    values,
  })
  if (result.rows[0]?.held !== 1) throw new Fenced(`epoch ${batch.epoch} is over`)
}

/** A place in the journal: the event of this number, which was at this instant. Nothing follows that was earlier. */
export interface Place {
  readonly seq: number
  readonly at: Instant
  /** What was put away is read as well: of what goes on from the beginning. */
  readonly whole?: boolean
}

/** Before the first event. */
export const beginning: Place = { seq: 0, at: 0, whole: true }

/** Where reading goes on after these events. */
export const placeAfter = (rows: readonly JournalRow[], before: Place): Place => {
  const last = rows.at(-1)
  return last === undefined ? before : { ...before, seq: last.seq, at: last.event.at }
}

/** Events after a place, in order; null: of all types. */
export async function readJournal(
  client: pg.ClientBase | pg.Pool,
  { seq, at, whole = false }: Place,
  limit: number,
  toSeq: number | null = null,
  types: readonly EventType[] | null = null,
): Promise<JournalRow[]> {
  const { rows } = await client.query<{
    seq: number
    body: string
    inbox_id: number | null
    actor: string | null
    on_behalf_of: PersonId | null
    reason: string | null
  }>({
    name: whole ? 'read-journal-whole' : 'read-journal',
    text: `select seq, body, inbox_id, actor, on_behalf_of, reason from ${whole ? 'journal_all' : 'journal'}
           where seq > $1 and seq <= coalesce($3, 9007199254740991) and day >= $4
             and ($5::text[] is null or type = any($5)) order by seq limit $2`,
    values: [seq, limit, toSeq, dayOf(at), types],
  })
  return rows.map((row) => ({
    seq: row.seq,
    event: upcast(JSON.parse(row.body) as Event),
    inboxId: row.inbox_id,
    actor: row.actor,
    onBehalfOf: row.on_behalf_of,
    reason: row.reason,
  }))
}

/** Events between two snapshots of long ago. */
const sparse = 25_000

export interface StoredSnapshot {
  readonly seq: number
  readonly snapshot: Snapshot
}

/** The latest snapshot of this core at or before `seq`, or null. */
export async function readSnapshot(
  client: pg.ClientBase | pg.Pool,
  seq: number | null = null,
): Promise<StoredSnapshot | null> {
  const { rows } = await client.query<{ seq: number; body: string }>(
    `select seq, body from snapshot where core_version = $1 and seq <= coalesce($2, 9007199254740991)
     order by seq desc limit 1`,
    [coreVersion, seq],
  )
  const row = rows[0]
  return row === undefined ? null : { seq: row.seq, snapshot: JSON.parse(row.body) as Snapshot }
}

/**
 * Keeps a snapshot, fenced like every write of the router, and of the older ones the last fifty; of those before these one
 * in so many events stays for as long as the journal does, so that what was then is never far from one.
 */
export async function writeSnapshot(client: pg.ClientBase, epoch: number, stored: StoredSnapshot): Promise<void> {
  const { seq, snapshot } = stored
  await client.query(
    `with fence as (select from router_epoch where id = 1 and epoch = $1 for share)
     insert into snapshot (seq, core_version, at, body) select $2, $3, $4, $5 from fence on conflict do nothing`,
    [epoch, seq, snapshot.coreVersion, snapshot.at, JSON.stringify(snapshot)],
  )
  await client.query(
    `delete from snapshot s where seq < (select seq from snapshot order by seq desc offset 49 limit 1)
       and (core_version <> $1
         or exists (select from snapshot o where o.core_version = $1 and o.seq < s.seq and o.seq / ${sparse} = s.seq / ${sparse}))`,
    [snapshot.coreVersion],
  )
}

/** The day of an instant, in UTC, as YYYY-MM-DD. */
const dayOf = (at: Instant): string => new Date(at).toISOString().slice(0, 10)

/** The quarter of a year that an instant is in, by its first day: the journal has one partition for each. */
export function quarterOf(at: Instant): string {
  const date = new Date(at)
  return dayOf(Date.UTC(date.getUTCFullYear(), Math.floor(date.getUTCMonth() / 3) * 3))
}

/** Makes the journal's partitions for the days given (YYYY-MM-DD): a quarter of a year each. */
export async function makePartitions(client: pg.ClientBase, days: readonly string[]): Promise<void> {
  for (const day of days) await client.query('select journal_partition($1::date)', [day])
}

/** Puts away the quarters that ended before the instant; gives how many. What no snapshot has yet stays. */
export async function putAwayJournal(client: pg.ClientBase, before: Instant): Promise<number> {
  const { rows } = await client.query<{ gone: number }>('select journal_put_away($1::date) as gone', [dayOf(before)])
  return rows[0]?.gone ?? 0
}
