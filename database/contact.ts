import type { CustomerId } from '@eudromos/core/plan'
import { eq, inArray, sql } from 'drizzle-orm'
import type { Database } from './connect.ts'
import type { Customer } from './people.ts'
import * as t from './schema.ts'

/** Whether, and when, a customer may be called or texted first. */
export interface ContactTerms {
  readonly doNotContact: boolean
  readonly consentAt: number | null
  /** Where they are; null: as their number tells. */
  readonly zone: string | null
}

/** What agents should know of a customer. */
export type CustomerWords = Pick<Customer, 'notes' | 'tags' | 'language' | 'fields' | 'needs'>

/** With what whoever turned out to be the same wants and is marked with; null where there is no such customer. */
export async function readContactTerms(
  database: Database,
  customerId: CustomerId,
): Promise<(ContactTerms & CustomerWords) | null> {
  const { rows } = await database.$client.query<(ContactTerms & CustomerWords) & { found: number }>({
    name: 'read-contact-terms',
    text: `with family as (select c.* from customer c where c.id in (select customer_family(customer_root($1))))
           select count(*)::int as found, coalesce(bool_or(do_not_contact), false) as "doNotContact",
             coalesce(array_agg(distinct tag) filter (where tag is not null), '{}') as tags,
             (select string_agg(notes, E'\\n' order by merged_at nulls first) from family where notes <> '') as notes,
             (select consent_at::float8 from family where merged_into is null) as "consentAt",
             (select zone from family where merged_into is null) as zone,
             (select needs from family where merged_into is null) as needs,
             (select language from family where merged_into is null) as language,
             (select fields from family where merged_into is null) as fields
           from family left join lateral unnest(tags) as tag on true`,
    values: [customerId],
  })
  const [row] = rows
  return row === undefined || row.found === 0
    ? null
    : { ...row, notes: row.notes ?? '', fields: row.fields ?? {}, needs: row.needs ?? [] }
}

export async function putContactTerms(
  database: Database,
  customerId: CustomerId,
  terms: Partial<ContactTerms>,
): Promise<void> {
  const root = sql`customer_root(${customerId})`
  await database.update(t.customer).set(terms).where(eq(t.customer.id, root))
  // Whoever turned out to be the same no longer minds, either.
  if (terms.doNotContact === false)
    await database
      .update(t.customer)
      .set({ doNotContact: false })
      .where(inArray(t.customer.id, sql`(select customer_family(${root}))`))
}
