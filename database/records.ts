import {
  and,
  arrayContains,
  asc,
  count,
  desc,
  eq,
  gte,
  ilike,
  inArray,
  isNull,
  lt,
  notInArray,
  or,
  sql,
  type SQL,
} from 'drizzle-orm'
import type { Channel } from '@eudromos/core/plan'
import type { Outcome } from '@eudromos/core/records'
import type { Database } from './connect.ts'
import * as t from './schema.ts'

export const sortColumns = {
  arrivedAt: t.record.arrivedAt,
  customer: t.customer.name,
  agent: t.person.name,
  channel: t.record.channel,
  queue: t.queue.name,
  outcome: t.record.outcome,
  waitMs: t.record.waitMs,
  talkMs: t.record.talkMs,
  messages: t.record.messages,
} as const

export interface RecordQuery {
  readonly from: number | null
  readonly to: number | null
  readonly channel: Channel | null
  readonly queueId: string | null
  readonly agentId: string | null
  readonly outcome: Outcome | null
  readonly dispositionId: string | null
  readonly tag: string | null
  /** Part of the customer's name. */
  readonly customer: string | null
  /** What who asks may not see. */
  readonly hidden: { readonly personIds: readonly string[]; readonly queueIds: readonly string[] }
  readonly sort: keyof typeof sortColumns
  readonly direction: 'asc' | 'desc'
}

export type RecordRow = typeof t.record.$inferSelect & {
  readonly customerName: string
  readonly agentName: string | null
  readonly queueName: string
  readonly dispositionName: string | null
}

const escapeLike = (text: string): string => text.replace(/[\\%_]/g, (sign) => `\\${sign}`)

function conditions(query: RecordQuery): SQL | undefined {
  return and(
    query.hidden.queueIds.length === 0 ? undefined : notInArray(t.record.queueId, [...query.hidden.queueIds]),
    query.hidden.personIds.length === 0
      ? undefined
      : or(isNull(t.record.agentId), notInArray(t.record.agentId, [...query.hidden.personIds])),
    query.from === null ? undefined : gte(t.record.arrivedAt, query.from),
    query.to === null ? undefined : lt(t.record.arrivedAt, query.to),
    query.channel === null ? undefined : eq(t.record.channel, query.channel),
    query.queueId === null ? undefined : eq(t.record.queueId, query.queueId),
    query.agentId === null ? undefined : eq(t.record.agentId, query.agentId),
    query.outcome === null ? undefined : eq(t.record.outcome, query.outcome),
    query.dispositionId === null ? undefined : eq(t.record.dispositionId, query.dispositionId),
    query.tag === null ? undefined : arrayContains(t.record.tags, [query.tag]),
    query.customer === null
      ? undefined
      : or(ilike(t.customer.name, `%${escapeLike(query.customer)}%`), eq(t.record.id, query.customer)),
  )
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

/** One page of the records that meet the query, and how many do in all. */
export async function listRecords(
  database: Database,
  query: RecordQuery,
  page: { readonly offset: number; readonly limit: number },
): Promise<{ rows: RecordRow[]; total: number }> {
  const order = query.direction === 'asc' ? asc : desc
  const rows = await joined(database)
    .where(conditions(query))
    .orderBy(sql`${order(sortColumns[query.sort])} nulls last`, desc(t.record.id))
    .offset(page.offset)
    .limit(page.limit)
  const [all] = await database
    .select({ total: count() })
    .from(t.record)
    .leftJoin(t.customer, eq(t.customer.id, t.record.customerId))
    .where(conditions(query))
  return { rows: rows.map(flat), total: all?.total ?? 0 }
}

/** The records of these ids, in the order in which they arrived. */
export const readRecords = async (database: Database, ids: readonly string[]): Promise<RecordRow[]> =>
  (
    await joined(database)
      .where(inArray(t.record.id, [...ids]))
      .orderBy(asc(t.record.arrivedAt), asc(t.record.id))
  ).map(flat)

export async function readRecord(database: Database, id: string): Promise<RecordRow | null> {
  const [row] = await joined(database).where(eq(t.record.id, id))
  return row === undefined ? null : flat(row)
}

export interface Act {
  readonly seq: number
  readonly at: number
  readonly type: string
  readonly actorId: string
  readonly onBehalfOf: string
}

/** What was done in an interaction by one person in another's name. */
export async function readActs(database: Database, interactionId: string): Promise<Act[]> {
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
    on_behalf_of: string
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
    actorId: actor.replace(/^person:/, ''),
    onBehalfOf,
  }))
}
