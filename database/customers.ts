import type { CustomerId, InteractionId } from '@eudromos/core/plan'
import { eq, inArray, sql } from 'drizzle-orm'
import type { Database } from './connect.ts'
import type { Customer } from './people.ts'
import * as t from './schema.ts'

/** The customer, and all who turned out to be the same. */
const familyOf = (id: CustomerId) => sql`(select customer_family(${id}))`

/** The customer with their addresses; null where there is no such one. */
export async function readCustomerWhole(
  database: Database,
  id: CustomerId,
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
  id: CustomerId,
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
export async function readCustomerRecords(database: Database, id: CustomerId): Promise<InteractionId[]> {
  const rows = await database
    .select({ id: t.record.id })
    .from(t.record)
    .where(inArray(t.record.customerId, familyOf(id)))
    .orderBy(t.record.arrivedAt)
  return rows.map((row) => row.id)
}
