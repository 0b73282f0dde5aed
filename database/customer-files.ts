import { sql } from 'drizzle-orm'
import type { Database } from './connect.ts'
import { inParts } from './parts.ts'
import type { Customer } from './people.ts'

export type CustomerKnown = Pick<
  Customer,
  'name' | 'zone' | 'notes' | 'tags' | 'language' | 'fields' | 'needs' | 'doNotContact' | 'consentAt'
>

export interface KnownCustomer extends CustomerKnown {
  readonly id: string
  readonly addresses: readonly string[]
}

/** The customers that these ids and addresses are of, each as whom they turned out to be. */
export async function matchCustomers(
  database: Database,
  ids: readonly string[],
  addresses: readonly string[],
): Promise<{
  readonly customers: ReadonlyMap<string, KnownCustomer>
  readonly byId: ReadonlyMap<string, string>
  readonly byAddress: ReadonlyMap<string, readonly string[]>
}> {
  // In parts: rows of many customers that come at once are read in one go, and nobody is served meanwhile.
  const inTurn = async <T extends object>(all: readonly string[], query: string): Promise<T[]> => {
    const rows: T[] = []
    for (const part of inParts(all, 1000)) rows.push(...(await database.$client.query<T>(query, [part])).rows)
    return rows
  }
  const named = await inTurn<{ id: string; root: string }>(
    ids,
    `select c.id, coalesce(m.root, c.id) as root from customer c left join merged_customer m on m.id = c.id
     where c.id = any($1::text[])`,
  )
  const addressed = await inTurn<{ address: string; roots: string[] }>(
    addresses,
    `select a.value as address, array_agg(distinct coalesce(m.root, ca.customer_id)) as roots
     from address a join customer_address ca on ca.address_id = a.id
       left join merged_customer m on m.id = ca.customer_id
     where a.value = any($1::text[]) group by a.value`,
  )
  const roots = [...new Set([...named.map(({ root }) => root), ...addressed.flatMap((one) => one.roots)])]
  const customers = await inTurn<KnownCustomer>(
    roots,
    `with owned as (
       select id, id as root from unnest($1::text[]) as given (id)
       union select id, root from merged_customer where root = any($1::text[])),
     addresses as (
       select o.root, array_agg(distinct a.value order by a.value) as addresses
       from owned o join customer_address ca on ca.customer_id = o.id join address a on a.id = ca.address_id
       group by 1)
     select c.id, c.name, c.zone, c.notes, c.tags, c.language, c.fields, c.needs, c.do_not_contact as "doNotContact",
       c.consent_at::float8 as "consentAt",
       coalesce(n.addresses, '{}') as addresses
     from customer c left join addresses n on n.root = c.id where c.id = any($1::text[])`,
  )
  return {
    customers: new Map(customers.map((one) => [one.id, one])),
    byId: new Map(named.map(({ id, root }) => [id, root])),
    byAddress: new Map(addressed.map((one) => [one.address, one.roots])),
  }
}

/** Keeps customers as they are given, new ones and known ones, all or none; addresses are added, and none taken away. */
export const putCustomers = (
  database: Database,
  customers: readonly KnownCustomer[],
  addressId: () => string,
  /** Told how many of them are written. */
  tell: (done: number) => void = () => undefined,
): Promise<void> =>
  database.transaction(async (tx) => {
    let written = 0
    for (const part of inParts(customers, 1000)) {
      const given = JSON.stringify(part.map(({ addresses: _, ...one }) => one))
      await tx.execute(sql`insert into customer
          (id, name, zone, notes, tags, language, fields, needs, do_not_contact, consent_at)
        select id, name, zone, notes, array(select jsonb_array_elements_text(tags)), language, fields,
          array(select jsonb_array_elements_text(needs)), "doNotContact", "consentAt"
        from jsonb_to_recordset(${given}::jsonb) as given (id text, name text, zone text, notes text, tags jsonb,
          language text, fields jsonb, needs jsonb, "doNotContact" boolean, "consentAt" bigint)
        on conflict (id) do update set name = excluded.name, zone = excluded.zone, notes = excluded.notes,
          tags = excluded.tags, language = excluded.language, fields = excluded.fields, needs = excluded.needs,
          do_not_contact = excluded.do_not_contact, consent_at = excluded.consent_at`)
      tell((written += part.length))
    }
    const owned = customers.flatMap(({ id, addresses }) => addresses.map((value) => ({ customerId: id, value })))
    for (const part of inParts(owned, 1000)) {
      const values = sql.param(part.map(({ value }) => value))
      const ids = sql.param(part.map(() => addressId()))
      const owners = sql.param(part.map(({ customerId }) => customerId))
      await tx.execute(sql`insert into address (id, kind, value)
        select id, case when strpos(value, '@') > 0 then 'email' else 'phone' end, value from unnest(${ids}::text[], ${values}::text[]) as given (id, value)
        on conflict do nothing`)
      await tx.execute(sql`insert into customer_address (customer_id, address_id)
        select given.customer_id, a.id from unnest(${owners}::text[], ${values}::text[]) as given (customer_id, value)
          join address a on a.value = given.value
        on conflict do nothing`)
    }
  })
