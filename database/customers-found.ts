// The list of customers: whom a text finds, in an order, page by page, at once however many there are.
import type { CustomerNeed } from '@eudromos/core/plan'
import { sql, type SQL } from 'drizzle-orm'
import type { Database } from './connect.ts'
import { holds, mostListed, pageWithin, type Page } from './finding.ts'

export interface CustomerRow {
  readonly id: string
  readonly name: string
  readonly addresses: readonly string[]
  /** Where they are, as an IANA zone; null: as their number tells. */
  readonly zone: string | null
  readonly doNotContact: boolean
  readonly consentAt: number | null
  readonly tags: readonly string[]
  readonly language: string | null
  readonly fields: Readonly<Record<string, string>>
  readonly needs: readonly CustomerNeed[]
  readonly conversations: number
  readonly lastAt: number | null
}

export type CustomerSort = 'name' | 'conversations' | 'lastAt'

export interface CustomerOrder {
  readonly by: CustomerSort
  readonly direction: 'asc' | 'desc'
}

const keys = { name: sql`l.name`, conversations: sql`k.conversations`, lastAt: sql`k.last_at` } as const

/** Those listed whom the text finds. */
const met = (find: string): SQL => sql`not l.merged and ${find === '' ? sql`true` : holds(sql`l.words`, find)}`

/** The rows of these customers, in this order. */
async function readRows(database: Database, ids: readonly string[]): Promise<CustomerRow[]> {
  const { rows } = await database.$client.query<CustomerRow>({
    name: 'customer-rows',
    text: `with members as materialized (select root, l.id from customer_listed l where root = any($1::text[])),
             own as (select m.root, array_agg(distinct a.value order by a.value) as addresses
                     from members m join customer_address ca on ca.customer_id = m.id join address a on a.id = ca.address_id
                     group by m.root)
           select c.id, c.name, c.zone, c.tags, c.language, c.fields, c.needs, c.do_not_contact as "doNotContact",
             c.consent_at::float8 as "consentAt", coalesce(own.addresses, '{}') as addresses,
             coalesce(k.conversations, 0) as conversations, nullif(k.last_at, 0)::float8 as "lastAt"
           from unnest($1::text[]) with ordinality as given (id, place) join customer c on c.id = given.id
             left join customer_contact k on k.customer_id = c.id left join own on own.root = c.id
           order by given.place`,
    values: [ids],
  })
  return rows
}

/**
 * One page of the customers whose name, tags, numbers or email addresses hold this text, and how many do in all: at most
 * `mostListed`, and then `more` says whether there are others.
 */
export async function listCustomers(
  database: Database,
  find: string,
  { by, direction }: CustomerOrder,
  page: Page,
): Promise<{ rows: CustomerRow[]; total: number; more: boolean }> {
  const { offset, limit } = pageWithin(page)
  const way = sql.raw(direction)
  const contact = by === 'name' ? sql`` : sql`join customer_contact k on k.customer_id = l.id`
  const [ids, counted] = await Promise.all([
    database.execute<{ id: string }>(
      sql`select l.id from customer_listed l ${contact} where ${met(find)}
          order by ${keys[by]} ${way}, l.id ${way} offset ${offset} limit ${limit}`,
    ),
    database.execute<{ n: number }>(
      sql`select count(*)::int as n from (select from customer_listed l where ${met(find)} limit ${mostListed + 1}) m`,
    ),
  ])
  const all = counted.rows[0]?.n ?? 0
  const rows = await readRows(
    database,
    ids.rows.map(({ id }) => id),
  )
  return { rows, total: Math.min(all, mostListed), more: all > mostListed }
}

/** All customers whom the text finds, by name, so many at a time: each page begins behind the last of the one before. */
export async function* allCustomers(
  database: Database,
  find: string,
  pageSize: number,
): AsyncGenerator<readonly CustomerRow[]> {
  let after = sql`true`
  for (;;) {
    const { rows } = await database.execute<{ id: string; name: string }>(
      sql`select l.id, l.name from customer_listed l where ${met(find)} and ${after}
          order by l.name, l.id limit ${pageSize}`,
    )
    yield await readRows(
      database,
      rows.map(({ id }) => id),
    )
    const last = rows.at(-1)
    if (last === undefined || rows.length < pageSize) return
    after = sql`(l.name, l.id) > (${last.name}, ${last.id})`
  }
}
