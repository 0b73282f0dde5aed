import { and, asc, eq, inArray, sql } from 'drizzle-orm'
import type { CustomerNeed, AddressId, CustomerId, LineId } from '@eudromos/core/plan'
import type { Database } from './connect.ts'
import type { Transaction } from './parts.ts'
import * as t from './schema.ts'

/** A customer, with what they need. */
export interface Known {
  readonly id: CustomerId
  readonly name: string
  readonly needs: readonly CustomerNeed[]
}

/** A number begins with a plus and has no at sign. */
export const kindOf = (value: string): 'phone' | 'email' => (value.includes('@') ? 'email' : 'phone')

export interface Met {
  readonly addressId: AddressId
  /** Whose it is, in the order in which they became known; at least one. */
  readonly customers: readonly Known[]
}

/**
 * The address of a number or of email and its customers; one nobody is known by makes a customer of the id and name given. Two who
 * ask at once get the same.
 */
export async function meetAddress(
  database: Database,
  value: string,
  fresh: { readonly addressId: AddressId; readonly customerId: CustomerId; readonly name: string },
): Promise<Met> {
  const { rows } = await database.$client.query<Known & { addressId: AddressId }>({
    name: 'meet-address',
    text: `select address_id as "addressId", customer_id as id, customer_name as name, customer_needs as needs
           from meet_address($1, $2, $3, $4, $5)`,
    values: [kindOf(value), value, fresh.addressId, fresh.customerId, fresh.name],
  })
  const addressId = rows[0]?.addressId
  if (addressId === undefined) throw new Error('the address was not kept')
  return { addressId, customers: rows.map(({ id, name, needs }) => ({ id, name, needs })) }
}

/** What the addresses of these ids are. */
export async function readAddresses(database: Database, ids: readonly string[]): Promise<Map<string, string>> {
  if (ids.length === 0) return new Map()
  const { rows } = await database.$client.query<{ id: string; value: string }>({
    name: 'read-addresses',
    text: 'select id, value from address where id = any($1::text[])',
    values: [ids],
  })
  return new Map(rows.map(({ id, value }) => [id, value]))
}

/** Of these lines and addresses those whose customer wants no texts from that line, as `line address`. */
export async function readStops(
  database: Database,
  pairs: readonly { readonly lineId: LineId; readonly addressId: AddressId }[],
): Promise<Set<string>> {
  if (pairs.length === 0) return new Set()
  const { rows } = await database.$client.query<{ pair: string }>({
    name: 'read-stops',
    text: `select s.line_id || ' ' || s.address_id as pair from text_stop s
           join unnest($1::text[], $2::text[]) as p (line_id, address_id)
             on p.line_id = s.line_id and p.address_id = s.address_id`,
    values: [pairs.map(({ lineId }) => lineId), pairs.map(({ addressId }) => addressId)],
  })
  return new Set(rows.map(({ pair }) => pair))
}

/** Whose it is, as whoever they turned out to be, in the order in which they became known. */
export const readCustomersOf = (database: Database | Transaction, addressId: AddressId): Promise<Known[]> =>
  database
    .select({ id: t.customer.id, name: t.customer.name, needs: t.customer.needs })
    .from(t.customer)
    .where(
      inArray(
        t.customer.id,
        sql`(select customer_root(ca.customer_id) from customer_address ca where ca.address_id = ${addressId})`,
      ),
    )
    .orderBy(asc(t.customer.createdAt), asc(t.customer.id))

/**
 * Makes a customer of the address. Whoever stood for it without a name (`placeholder`, as the address is shown) stands for it
 * no more. The same id a second time is the same customer.
 */
export async function insertCustomerOf(
  database: Database,
  addressId: AddressId,
  customer: { readonly id: CustomerId; readonly name: string },
  placeholder: string,
): Promise<void> {
  await database.transaction(async (tx) => {
    await tx.insert(t.customer).values(customer).onConflictDoNothing()
    await tx.insert(t.customerAddress).values({ customerId: customer.id, addressId }).onConflictDoNothing()
    const nameless = tx.select({ id: t.customer.id }).from(t.customer).where(eq(t.customer.name, placeholder))
    await tx
      .delete(t.customerAddress)
      .where(and(eq(t.customerAddress.addressId, addressId), inArray(t.customerAddress.customerId, nameless)))
  })
}

/** The address of a number or of email, where it is known. */
export async function readAddress(database: Database, value: string): Promise<{ id: AddressId } | null> {
  const [found] = await database.select({ id: t.address.id }).from(t.address).where(eq(t.address.value, value))
  return found ?? null
}
