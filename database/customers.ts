import { eq } from 'drizzle-orm'
import type { Database } from './connect.ts'
import type { Customer } from './people.ts'
import * as t from './schema.ts'

export interface CustomerRow {
  readonly id: string
  readonly name: string
  readonly numbers: readonly string[]
  /** Where they are, as an IANA zone; null: as their number tells. */
  readonly zone: string | null
  readonly doNotContact: boolean
  readonly consentAt: number | null
  readonly tags: readonly string[]
  readonly conversations: number
  readonly lastAt: number | null
}

export const customerSorts = { name: 'lower(c.name)', conversations: 'r.n', lastAt: 'r.last' } as const
export type CustomerSort = keyof typeof customerSorts

/** One page of the customers whose name or number holds these words, and how many do in all. */
export async function listCustomers(
  database: Database,
  find: string,
  sort: { readonly by: CustomerSort; readonly direction: 'asc' | 'desc' },
  page: { readonly offset: number; readonly limit: number },
): Promise<{ rows: CustomerRow[]; total: number }> {
  const { rows } = await database.$client.query<CustomerRow & { total: number }>({
    text: `select c.id, c.name, c.zone, c.tags, c.do_not_contact as "doNotContact",
             c.consent_at::float8 as "consentAt", count(*) over ()::int as total,
             array(select a.value from customer_address ca join address a on a.id = ca.address_id
                   where ca.customer_id = c.id order by a.value) as numbers,
             coalesce(r.n, 0)::int as conversations, r.last::float8 as "lastAt"
           from customer c left join (
             select customer_id, count(*) as n, max(arrived_at) as last from record group by customer_id) r
             on r.customer_id = c.id
           where strpos(lower(c.name), lower($1)) > 0
             or ($1 <> '' and exists (select from unnest(c.tags) as tag where strpos(lower(tag), lower($1)) > 0))
             or ($4 <> '' and exists (select from customer_address ca join address a on a.id = ca.address_id
                                      where ca.customer_id = c.id and strpos(a.value, $4) > 0))
           order by ${customerSorts[sort.by]} ${sort.direction} nulls last, c.id offset $2 limit $3`,
    values: [find, page.offset, page.limit, find.replace(/[^0-9]/g, '')],
  })
  return { rows: rows.map(({ total: _total, ...row }) => row), total: rows[0]?.total ?? 0 }
}

/** The customer with their numbers; null where there is no such one. */
export async function readCustomerWhole(
  database: Database,
  id: string,
): Promise<{ customer: Customer; numbers: string[] } | null> {
  const [customer] = await database.select().from(t.customer).where(eq(t.customer.id, id))
  if (customer === undefined) return null
  const numbers = await database
    .select({ value: t.address.value })
    .from(t.customerAddress)
    .innerJoin(t.address, eq(t.address.id, t.customerAddress.addressId))
    .where(eq(t.customerAddress.customerId, id))
    .orderBy(t.address.value)
  return { customer, numbers: numbers.map(({ value }) => value) }
}

/** Changes what is known of a customer; false where there is no such one. */
export async function putCustomer(
  database: Database,
  id: string,
  known: Partial<Pick<Customer, 'name' | 'zone' | 'doNotContact' | 'consentAt' | 'notes' | 'tags'>>,
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
    .where(eq(t.record.customerId, id))
    .orderBy(t.record.arrivedAt)
  return rows.map((row) => row.id)
}
