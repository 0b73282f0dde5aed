import type { AddressId, CustomerId, InteractionId, PersonId } from '@eudromos/core/plan'
import type { MergedCustomer } from '@eudromos/core/records'
import { and, eq, isNull, sql } from 'drizzle-orm'
import type { Known } from './addresses.ts'
import type { Database } from './connect.ts'
import * as t from './schema.ts'

/** The customer that this one turned out to be: itself, where it is nobody else; null where there is no such one. */
export async function readRoot(database: Database, id: CustomerId): Promise<Known | null> {
  const [row] = await database
    .select({ id: t.customer.id, name: t.customer.name, needs: t.customer.needs })
    .from(t.customer)
    .where(eq(t.customer.id, sql`customer_root(${id})`))
  return row ?? null
}

/** The customer that this one turned out to be, and the ids of all who turned out to be the same, with both. */
export async function readFamily(
  database: Database,
  id: CustomerId,
): Promise<{ readonly root: CustomerId; readonly ids: readonly CustomerId[] }> {
  const { rows } = await database.$client.query<{ root: CustomerId; ids: CustomerId[] }>({
    name: 'read-family',
    text: `select root, array(select customer_family(root)) as ids from customer_root($1) as root`,
    values: [id],
  })
  return rows[0] ?? { root: id, ids: [id] }
}

/** Who turned out to be this customer, the latest first. */
export async function readMerged(database: Database, id: CustomerId): Promise<MergedCustomer[]> {
  const { rows } = await database.$client.query<MergedCustomer>({
    name: 'read-merged',
    text: `select c.id, c.name, c.notes, c.tags, c.do_not_contact as "doNotContact",
             c.merged_at::float8 as "mergedAt", p.name as "mergedBy",
             array(select a.value from customer_address ca join address a on a.id = ca.address_id
                   where ca.customer_id = c.id order by a.value) as addresses,
             (select count(*)::int from record r where r.customer_id = c.id) as conversations
           from customer c left join person p on p.id = c.merged_by
           where c.id in (select customer_family($1)) and c.id <> $1
           order by c.merged_at desc, c.id`,
    values: [id],
  })
  return rows
}

/**
 * `otherId` turns out to be `id`. False where one of them is not there, is somebody else already, or both are the same; nothing
 * is lost, and it can be taken back. Said once more it is as it was.
 */
export const mergeCustomers = (
  database: Database,
  merging: { readonly id: CustomerId; readonly otherId: CustomerId; readonly by: string; readonly at: number },
): Promise<boolean> =>
  database.transaction(async (tx) => {
    const { id, otherId, by, at } = merging
    if (id === otherId) return false
    // In one order, so that two who merge the same two the other way round do not make a circle, nor wait for each other.
    const both = await tx
      .select({ id: t.customer.id })
      .from(t.customer)
      .where(and(sql`${t.customer.id} in (${id}, ${otherId})`, isNull(t.customer.mergedInto)))
      .orderBy(t.customer.id)
      .for('update')
    if (both.length < 2) {
      const [other] = await tx
        .select({ into: t.customer.mergedInto })
        .from(t.customer)
        .where(eq(t.customer.id, otherId))
      return other?.into === id
    }
    await tx.update(t.customer).set({ mergedInto: id, mergedAt: at, mergedBy: by }).where(eq(t.customer.id, otherId))
    return true
  })

export interface Splitting {
  readonly root: CustomerId
  readonly familyIds: readonly CustomerId[]
  readonly addressIds: readonly AddressId[]
  readonly interactionIds: readonly InteractionId[]
}

/**
 * What a merged customer gets back when they are split off: whom from, who goes with them, their own numbers and addresses,
 * and which conversations are theirs, of those that run and of `askedIds`.
 */
export async function readSplitting(
  database: Database,
  id: CustomerId,
  askedIds: readonly InteractionId[],
): Promise<Splitting> {
  const { rows } = await database.$client.query<Splitting>({
    name: 'read-splitting',
    text: `select customer_root($1) as root, array(select customer_family($1)) as "familyIds",
             array(select addresses_of_split($1)) as "addressIds",
             array(select id from record where (closed_at is null or id = any($2))
                   and (customer_id in (select customer_family($1)) or id in (select records_of_split($1)))
                   order by id) as "interactionIds"`,
    values: [id, askedIds],
  })
  return rows[0] ?? { root: id, familyIds: [], addressIds: [], interactionIds: [] }
}

/**
 * The customer is one of their own again, with whoever had turned out to be them, and with the conversations that are over and
 * have come since by numbers of theirs alone; false where they were.
 */
export async function splitCustomer(database: Database, id: CustomerId): Promise<boolean> {
  const { rows } = await database.$client.query<{ split: boolean }>({
    name: 'split-customer',
    text: 'select split_customer($1) as split',
    values: [id],
  })
  return rows[0]?.split ?? false
}

/** Looking again within so long is the same look. */
const lookMs = 3_600_000

/** Notes that the person looks at the customer now; gives when they did the time before, or null. */
export async function lookAt(
  database: Database,
  customerId: CustomerId,
  personId: PersonId,
  at: number,
): Promise<number | null> {
  const { rows } = await database.$client.query<{ before: number | null }>({
    name: 'look-at-customer',
    text: `insert into customer_seen (customer_id, person_id, at)
           select id, $2, $3 from customer where id = $1
           on conflict (customer_id, person_id) do update set at = excluded.at,
             before = case when excluded.at - customer_seen.at > $4 then customer_seen.at else customer_seen.before end
           returning before::float8 as before`,
    values: [customerId, personId, at, lookMs],
  })
  return rows[0]?.before ?? null
}
