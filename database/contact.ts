import { eq } from 'drizzle-orm'
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
export type CustomerWords = Pick<Customer, 'notes' | 'tags'>

/** Null where there is no such customer. */
export async function readContactTerms(
  database: Database,
  customerId: string,
): Promise<(ContactTerms & CustomerWords) | null> {
  const { doNotContact, consentAt, zone, notes, tags } = t.customer
  const [row] = await database
    .select({ doNotContact, consentAt, zone, notes, tags })
    .from(t.customer)
    .where(eq(t.customer.id, customerId))
  return row ?? null
}

export async function putContactTerms(
  database: Database,
  customerId: string,
  terms: Partial<ContactTerms>,
): Promise<void> {
  await database.update(t.customer).set(terms).where(eq(t.customer.id, customerId))
}
