import type { CustomerNeed } from '@eudromos/core/plan'
import { eq, inArray, sql } from 'drizzle-orm'
import type { Database } from './connect.ts'
import type { Customer } from './people.ts'
import * as t from './schema.ts'

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

export const customerSorts = { name: 'lower(c.name)', conversations: 'r.n', lastAt: 'r.last' } as const
export type CustomerSort = keyof typeof customerSorts

/** One page of the customers whose name, tags, numbers or email addresses hold these words, and how many do in all. */
export async function listCustomers(
  database: Database,
  find: string,
  sort: { readonly by: CustomerSort; readonly direction: 'asc' | 'desc' },
  page: { readonly offset: number; readonly limit: number },
): Promise<{ rows: CustomerRow[]; total: number }> {
  const { rows } = await database.$client.query<CustomerRow & { total: number }>({
    text: `with merged as materialized (select * from merged_customer),
             -- Whoever stands for a customer: itself, and all who turned out to be the same.
             of_one as (select id, id as root from customer where merged_into is null union all select * from merged),
             found as (
               select distinct o.root from of_one o join customer c on c.id = o.id
               where strpos(lower(c.name), lower($1)) > 0
                 or ($1 <> '' and exists (select from unnest(c.tags) as tag where strpos(lower(tag), lower($1)) > 0))
                 or ($4 <> '' and exists (select from customer_address ca join address a on a.id = ca.address_id
                                          where ca.customer_id = c.id and a.kind = 'phone' and strpos(a.value, $4) > 0))
                 or ($1 <> '' and exists (select from customer_address ca join address a on a.id = ca.address_id
                                          where ca.customer_id = c.id and a.kind = 'email'
                                            and strpos(a.value, lower($1)) > 0)))
           select c.id, c.name, c.zone, c.tags, c.language, c.fields, c.needs, c.do_not_contact as "doNotContact",
             c.consent_at::float8 as "consentAt", count(*) over ()::int as total,
             array(select distinct a.value from of_one o join customer_address ca on ca.customer_id = o.id
                     join address a on a.id = ca.address_id
                   where o.root = c.id order by a.value) as addresses,
             coalesce(r.n, 0)::int as conversations, r.last::float8 as "lastAt"
           from found join customer c on c.id = found.root left join (
             select coalesce(m.root, e.customer_id) as customer_id, count(*) as n, max(e.arrived_at) as last
             from record e left join merged m on m.id = e.customer_id group by 1) r
             on r.customer_id = c.id
           order by ${customerSorts[sort.by]} ${sort.direction} nulls last, c.id offset $2 limit $3`,
    values: [find, page.offset, page.limit, find.replace(/[^0-9]/g, '')],
  })
  return { rows: rows.map(({ total: _total, ...row }) => row), total: rows[0]?.total ?? 0 }
}

/** The customer, and all who turned out to be the same. */
const familyOf = (id: string) => sql`(select customer_family(${id}))`

/** The customer with their addresses; null where there is no such one. */
export async function readCustomerWhole(
  database: Database,
  id: string,
): Promise<{ customer: Customer; addresses: string[] } | null> {
  const [customer] = await database.select().from(t.customer).where(eq(t.customer.id, id))
  if (customer === undefined) return null
  const addresses = await database
    .select({ value: t.address.value })
    .from(t.customerAddress)
    .innerJoin(t.address, eq(t.address.id, t.customerAddress.addressId))
    .where(inArray(t.customerAddress.customerId, familyOf(id)))
    .orderBy(t.address.value)
  return { customer, addresses: [...new Set(addresses.map(({ value }) => value))] }
}

/** Changes what is known of a customer; false where there is no such one. */
export async function putCustomer(
  database: Database,
  id: string,
  known: Partial<
    Pick<Customer, 'name' | 'zone' | 'doNotContact' | 'consentAt' | 'notes' | 'tags' | 'language' | 'fields' | 'needs'>
  >,
): Promise<boolean> {
  const rows = await database
    .update(t.customer)
    .set(known)
    .where(eq(t.customer.id, id))
    .returning({ id: t.customer.id })
  return rows.length > 0
}

/** Ids of all conversations of a customer, oldest first. */
export async function readCustomerRecords(database: Database, id: string): Promise<string[]> {
  const rows = await database
    .select({ id: t.record.id })
    .from(t.record)
    .where(inArray(t.record.customerId, familyOf(id)))
    .orderBy(t.record.arrivedAt)
  return rows.map((row) => row.id)
}
