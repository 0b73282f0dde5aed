import {
  and,
  arrayContains,
  arrayOverlaps,
  asc,
  count,
  desc,
  eq,
  gte,
  inArray,
  lt,
  lte,
  max,
  not,
  or,
  sql,
  type AnyColumn,
  type SQL,
} from 'drizzle-orm'
import type { Channel, AgentId, CustomerId, DispositionId, InteractionId, PersonId, QueueId } from '@eudromos/core/plan'
import type { Outcome } from '@eudromos/core/records'
import type { Database } from './connect.ts'
import { holds, mostListed, pageWithin } from './finding.ts'
import * as t from './schema.ts'

/** What the newest records are sorted by, `w`, with the names of whom and what they were of. */
const sortKeys = {
  customer: sql`c.name`,
  agent: sql`p.name`,
  queue: sql`q.name`,
  channel: sql`w.channel`,
  outcome: sql`w.outcome`,
  waitMs: sql`w.wait_ms`,
  talkMs: sql`w.talk_ms`,
  messages: sql`w.messages`,
} as const
export const recordSorts = ['arrivedAt', ...(Object.keys(sortKeys) as (keyof typeof sortKeys)[])] as const

export interface RecordQuery {
  readonly from: number | null
  readonly to: number | null
  readonly channel: Channel | null
  readonly queueId: QueueId | null
  readonly agentId: AgentId | null
  readonly outcome: Outcome | null
  readonly dispositionId: DispositionId | null
  readonly tag: string | null
  /** A part of what the customer is found by, or the id of the record. */
  readonly customer: string | null
  /** The newest that is listed: what comes in later moves no page; null: none has come yet. */
  readonly upTo: number | null
  /** What who asks may not see. */
  readonly hidden: { readonly personIds: readonly PersonId[]; readonly queueIds: readonly QueueId[] }
  readonly sort: (typeof recordSorts)[number]
  readonly direction: 'asc' | 'desc'
}

export type RecordRow = typeof t.record.$inferSelect & {
  readonly customerName: string
  readonly agentName: string | null
  readonly queueName: string
  readonly dispositionName: string | null
}

/** More customers than this are not looked up one by one. */
const mostNamed = 1000

/** Of how many records the customer is looked at, where the text finds more customers than that. */
export const mostSearched = 5000

/** What the records that are meant meet, and whether only the newest were searched for it. */
interface Meant {
  readonly met: SQL | undefined
  readonly newestOnly: boolean
}

/** Which of the records that meet the other conditions the text finds: the one of this id, or those of customers whom it finds. */
async function foundBy(database: Database, find: string, others: SQL | undefined, all: boolean): Promise<Meant> {
  const exact = eq(t.record.id, find as InteractionId)
  if ((await database.select({ id: t.record.id }).from(t.record).where(exact)).length > 0)
    return { met: and(others, exact), newestOnly: false }
  const listed = holds(sql`l.words`, find)
  const named = await database.execute<{ id: string }>(
    sql`select l.id from customer_listed l where ${listed} limit ${mostNamed + 1}`,
  )
  const idsOf = ({ rows }: { readonly rows: readonly { readonly id: string }[] }): SQL =>
    sql`(select unnest(${sql.param(rows.map(({ id }) => id))}::text[]))`
  if (named.rows.length <= mostNamed)
    return { met: and(others, inArray(t.record.customerId, idsOf(named))), newestOnly: false }
  // A file has all of them, however long they take.
  if (all)
    return {
      met: and(
        others,
        sql`exists (select from customer_listed l where l.id = ${t.record.customerId} and ${listed} offset 0)`,
      ),
      newestOnly: false,
    }
  const newest = await database.execute<{ id: string; searched: number }>(
    sql`select n.id, n.searched from (
          select id, customer_id, count(*) over ()::int as searched from (
            select id, customer_id from ${t.record} where ${others ?? sql`true`}
            order by ${desc(t.record.arrivedAt)}, ${desc(t.record.id)} limit ${mostSearched}) r) n
        join customer_listed l on l.id = n.customer_id where ${listed}`,
  )
  return {
    met: inArray(t.record.id, idsOf(newest)),
    newestOnly: (newest.rows[0]?.searched ?? mostSearched) >= mostSearched,
  }
}

const noneOf = (column: AnyColumn, ids: readonly string[]): SQL | undefined =>
  ids.length === 0 ? undefined : not(arrayOverlaps(column, [...ids]))

async function meant(database: Database, query: RecordQuery, all = false): Promise<Meant> {
  const met = and(
    noneOf(t.record.queueIds, query.hidden.queueIds),
    noneOf(t.record.personIds, query.hidden.personIds),
    query.from === null ? undefined : gte(t.record.arrivedAt, query.from),
    query.to === null ? undefined : lt(t.record.arrivedAt, query.to),
    query.upTo === null ? undefined : lte(t.record.arrivedAt, query.upTo),
    query.channel === null ? undefined : eq(t.record.channel, query.channel),
    query.queueId === null ? undefined : eq(t.record.queueId, query.queueId),
    query.agentId === null ? undefined : eq(t.record.agentId, query.agentId),
    query.outcome === null ? undefined : eq(t.record.outcome, query.outcome),
    query.dispositionId === null ? undefined : eq(t.record.dispositionId, query.dispositionId),
    query.tag === null ? undefined : and(sql`${t.record.tags} <> '{}'`, arrayContains(t.record.tags, [query.tag])),
  )
  return query.customer === null ? { met, newestOnly: false } : foundBy(database, query.customer, met, all)
}

const joined = (database: Database) =>
  database
    .select({
      record: t.record,
      customerName: t.customer.name,
      agentName: t.person.name,
      queueName: t.queue.name,
      dispositionName: t.disposition.name,
    })
    .from(t.record)
    .leftJoin(t.customer, eq(t.customer.id, t.record.customerId))
    .leftJoin(t.person, eq(t.person.id, t.record.agentId))
    .leftJoin(t.queue, eq(t.queue.id, t.record.queueId))
    .leftJoin(t.disposition, eq(t.disposition.id, t.record.dispositionId))

type Joined = Awaited<ReturnType<typeof joined>>[number]

const flat = ({ record, customerName, agentName, queueName, dispositionName }: Joined): RecordRow => ({
  ...record,
  customerName: customerName ?? '',
  agentName,
  queueName: queueName ?? '',
  dispositionName,
})

/** A page of the newest that meet the condition, by anything but when they came. */
async function sortedNewest(
  database: Database,
  met: SQL | undefined,
  { sort, direction }: RecordQuery,
  { offset, limit }: { readonly offset: number; readonly limit: number },
): Promise<Joined[]> {
  const key = sort === 'arrivedAt' ? sql`w.arrived_at` : sortKeys[sort]
  const { rows } = await database.execute<{ id: InteractionId }>(
    sql`select w.id from (select * from ${t.record} where ${met ?? sql`true`}
          order by ${desc(t.record.arrivedAt)}, ${desc(t.record.id)} limit ${mostListed}) w
        left join customer c on c.id = w.customer_id left join person p on p.id = w.agent_id
        left join queue q on q.id = w.queue_id
        order by ${key} ${sql.raw(direction)} nulls last, w.id desc offset ${offset} limit ${limit}`,
  )
  const ids = rows.map(({ id }) => id)
  const own = new Map((await joined(database).where(inArray(t.record.id, ids))).map((row) => [row.record.id, row]))
  return ids.flatMap((id) => own.get(id) ?? [])
}

export interface RecordPage {
  readonly rows: RecordRow[]
  /** At most `mostListed`. */
  readonly total: number
  /** Whether there are others than are counted. */
  readonly more: boolean
  /** Whether the customer found so many that only the newest `mostSearched` were searched. */
  readonly newestOnly: boolean
  /** When the newest of all came: to be given with the next page. */
  readonly upTo: number | null
}

/**
 * One page of the records that meet the query, and how many do. Of more than `mostListed` the newest so many are sorted by
 * anything but when they came.
 */
export async function listRecords(
  database: Database,
  query: RecordQuery,
  page: { readonly offset: number; readonly limit: number },
): Promise<RecordPage> {
  const { offset, limit } = pageWithin(page)
  const order = query.direction === 'asc' ? asc : desc
  const { met, newestOnly } = await meant(database, query)
  const arrival = (direction: typeof asc | typeof desc) => [direction(t.record.arrivedAt), direction(t.record.id)]
  const [rows, [counted], [newest]] = await Promise.all([
    query.sort === 'arrivedAt'
      ? joined(database)
          .where(met)
          .orderBy(...arrival(order))
          .offset(offset)
          .limit(limit)
      : sortedNewest(database, met, query, { offset, limit }),
    database.select({ total: count() }).from(
      database
        .select({ id: t.record.id })
        .from(t.record)
        .where(met)
        .limit(mostListed + 1)
        .as('met'),
    ),
    database.select({ at: max(t.record.arrivedAt) }).from(t.record),
  ])
  const all = counted?.total ?? 0
  return {
    rows: rows.map(flat),
    total: Math.min(all, mostListed),
    more: all > mostListed,
    newestOnly,
    upTo: query.upTo ?? newest?.at ?? null,
  }
}

/** All records that meet the query in the order in which they came, so many at a time. */
export async function* allRecords(
  database: Database,
  query: RecordQuery,
  pageSize: number,
): AsyncGenerator<readonly RecordRow[]> {
  const { met } = await meant(database, query, true)
  const [order, sign] = query.direction === 'asc' ? [asc, sql`>`] : [desc, sql`<`]
  let after: SQL | undefined
  for (;;) {
    const rows = await joined(database)
      .where(and(met, after))
      .orderBy(order(t.record.arrivedAt), order(t.record.id))
      .limit(pageSize)
    yield rows.map(flat)
    const last = rows.at(-1)?.record
    if (last === undefined || rows.length < pageSize) return
    after = sql`(${t.record.arrivedAt}, ${t.record.id}) ${sign} (${last.arrivedAt}, ${last.id})`
  }
}

/** The records of these ids, in the order in which they arrived. */
export const readRecords = async (database: Database, ids: readonly InteractionId[]): Promise<RecordRow[]> =>
  (
    await joined(database)
      .where(inArray(t.record.id, [...ids]))
      .orderBy(asc(t.record.arrivedAt), asc(t.record.id))
  ).map(flat)

export async function readRecord(database: Database, id: InteractionId): Promise<RecordRow | null> {
  const [row] = await joined(database).where(eq(t.record.id, id))
  return row === undefined ? null : flat(row)
}

/** Whether the customer, or who turned out to be the same, has conversations that who asks may not see. */
export async function hasHidden(
  database: Database,
  customerId: CustomerId,
  hidden: RecordQuery['hidden'],
): Promise<boolean> {
  const unseen = or(
    ...(hidden.queueIds.length === 0 ? [] : [arrayOverlaps(t.record.queueIds, [...hidden.queueIds])]),
    ...(hidden.personIds.length === 0 ? [] : [arrayOverlaps(t.record.personIds, [...hidden.personIds])]),
  )
  if (unseen === undefined) return false
  const family = sql`(select customer_family(customer_root(${customerId})))`
  const found = await database
    .select({ id: t.record.id })
    .from(t.record)
    .where(and(inArray(t.record.customerId, family), unseen))
    .limit(1)
  return found.length > 0
}

export interface Act {
  readonly seq: number
  readonly at: number
  readonly type: string
  readonly actorId: PersonId
  readonly onBehalfOf: PersonId
}

/** What was done in an interaction by one person in another's name. */
export async function readActs(database: Database, interactionId: InteractionId): Promise<Act[]> {
  const [found] = await database
    .select({ from: t.record.arrivedAt, to: t.record.closedAt })
    .from(t.record)
    .where(eq(t.record.id, interactionId))
  if (found === undefined) return []
  const { rows } = await database.$client.query<{
    seq: number
    at: number
    type: string
    actor: string
    on_behalf_of: PersonId
  }>(
    `select seq, at, type, actor, on_behalf_of from journal_all
     where day >= (to_timestamp($2 / 1000.0) at time zone 'UTC')::date
       and ($3::bigint is null or day <= (to_timestamp($3 / 1000.0) at time zone 'UTC')::date)
       and on_behalf_of is not null and body::jsonb ->> 'interactionId' = $1 order by seq`,
    [interactionId, found.from, found.to],
  )
  return rows.map(({ seq, at, type, actor, on_behalf_of: onBehalfOf }) => ({
    seq,
    at,
    type,
    actorId: actor.replace(/^person:/, '') as PersonId,
    onBehalfOf,
  }))
}
