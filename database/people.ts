import type { PersonId, CustomerId } from '@eudromos/core/plan'
import { and, asc, desc, eq, gt, inArray, ne, notInArray, or, sql } from 'drizzle-orm'
import type { Database } from './connect.ts'
import { inPages } from './parts.ts'
import * as t from './schema.ts'

export type Person = typeof t.person.$inferSelect
export type Customer = typeof t.customer.$inferSelect

export const readPeople = (database: Database): Promise<Person[]> =>
  inPages((limit, offset) =>
    database.select().from(t.person).orderBy(asc(t.person.name), asc(t.person.id)).limit(limit).offset(offset),
  )

/** Who has the means to sign in. */
export async function readSigners(database: Database): Promise<Set<string>> {
  const rows = await database.select({ id: t.account.userId }).from(t.account)
  return new Set(rows.map(({ id }) => id))
}

/** The hash of each one's password, by person. */
export async function readPasswordHashes(database: Database): Promise<Map<string, string>> {
  const rows = await database.select({ id: t.account.userId, password: t.account.password }).from(t.account)
  return new Map(rows.flatMap(({ id, password }) => (password === null ? [] : [[id, password]])))
}

export interface Signer {
  readonly personId: PersonId
  readonly passwordHash: string
  /** When it was made for them, by the machine's clock; null: they chose it themself. */
  readonly madeAt: Date | null
}

/** Whoever signs in with this address. */
export async function readSigner(database: Database, email: string): Promise<Signer | null> {
  const [row] = await database
    .select({ personId: t.account.userId, passwordHash: t.account.password, madeAt: t.account.passwordMadeAt })
    .from(t.account)
    .innerJoin(t.user, eq(t.user.id, t.account.userId))
    .where(eq(t.user.email, email))
  return row === undefined || row.passwordHash === null ? null : { ...row, passwordHash: row.passwordHash }
}

/**
 * Lets the person sign in with this password, and with no other; where they are signed in, that ends. One that was made for them they
 * must change for one of their own.
 */
export async function putPassword(
  database: Database,
  { id, name, email }: Pick<Person, 'id' | 'name' | 'email'>,
  passwordHash: string,
  madeAt: Date | null = null,
): Promise<void> {
  await database.transaction(async (tx) => {
    await tx
      .insert(t.user)
      .values({ id, name, email, emailVerified: true })
      .onConflictDoUpdate({ target: t.user.id, set: { name, email } })
    const changed = { password: passwordHash, passwordMadeAt: madeAt }
    const row = { id, accountId: id, userId: id, providerId: 'credential', ...changed }
    await tx
      .insert(t.account)
      .values(row)
      .onConflictDoUpdate({ target: t.account.id, set: { ...changed, updatedAt: new Date() } })
    await tx.delete(t.session).where(eq(t.session.userId, id))
  })
}

export const readTestCustomers = (database: Database): Promise<Customer[]> =>
  database.select().from(t.customer).where(eq(t.customer.test, true)).orderBy(asc(t.customer.name))

export async function readCustomerNames(
  database: Database,
  ids: readonly CustomerId[],
): Promise<Map<CustomerId, string>> {
  if (ids.length === 0) return new Map()
  const { rows } = await database.$client.query<{ id: CustomerId; name: string }>({
    name: 'read-customer-names',
    text: 'select id, name from customer where id = any($1::text[])',
    values: [ids],
  })
  return new Map(rows.map(({ id, name }) => [id, name]))
}

/** Keeps a customer by an id the caller made; known ones stay as they are. */
export async function insertCustomer(
  database: Database,
  customer: { id: CustomerId; name: string; test: boolean },
): Promise<void> {
  await database.insert(t.customer).values(customer).onConflictDoNothing()
}

export async function readCustomer(database: Database, id: CustomerId): Promise<Customer | null> {
  const [row] = await database.select().from(t.customer).where(eq(t.customer.id, id))
  return row ?? null
}

/** Takes everything personal of a customer, and of all who turned out to be the same, away: the name, the notes, the numbers that are theirs alone, and the words, files and recordings of all their interactions. */
export async function eraseCustomer(database: Database, id: CustomerId, replacement: string): Promise<void> {
  await database.transaction(async (tx) => {
    const family = sql`(select customer_family(${id}))`
    const interactions = await tx.select({ id: t.record.id }).from(t.record).where(inArray(t.record.customerId, family))
    await tx
      .update(t.customer)
      .set({ name: replacement, zone: null, notes: '', tags: [], language: null, fields: {}, needs: [] })
      .where(inArray(t.customer.id, family))
    await tx.delete(t.customerSeen).where(inArray(t.customerSeen.customerId, family))
    const gone = await tx
      .delete(t.customerAddress)
      .where(inArray(t.customerAddress.customerId, family))
      .returning({ addressId: t.customerAddress.addressId })
    const shared = tx.select({ id: t.customerAddress.addressId }).from(t.customerAddress)
    await tx.delete(t.address).where(
      and(
        inArray(
          t.address.id,
          gone.map(({ addressId }) => addressId),
        ),
        notInArray(t.address.id, shared),
      ),
    )
    // Whoever remembers words of theirs lets go of them, whatever the name was before.
    await tx.execute(sql`select pg_notify('forget', id) from customer where id in ${family}`)
    const ids = interactions.map((interaction) => interaction.id)
    // Words of a text that came while its thread was being begun may stand under another id than their conversation's.
    const said = tx.select({ id: t.message.contentId }).from(t.message).where(inArray(t.message.interactionId, ids))
    if (ids.length > 0) await tx.delete(t.identityCheck).where(inArray(t.identityCheck.interactionId, ids))
    if (ids.length > 0) await tx.delete(t.scriptAnswer).where(inArray(t.scriptAnswer.interactionId, ids))
    if (ids.length > 0) await tx.delete(t.recordingMark).where(inArray(t.recordingMark.interactionId, ids))
    if (ids.length > 0) await tx.delete(t.recording).where(inArray(t.recording.interactionId, ids))
    if (ids.length > 0)
      await tx.delete(t.content).where(or(inArray(t.content.interactionId, ids), inArray(t.content.id, said)))
  })
}

/** Where somebody is signed in now, the latest first. */
export const readSessionsOf = (
  database: Database,
  userId: PersonId,
): Promise<{ id: string; createdAt: Date; userAgent: string | null }[]> =>
  database
    .select({ id: t.session.id, createdAt: t.session.createdAt, userAgent: t.session.userAgent })
    .from(t.session)
    .where(and(eq(t.session.userId, userId), gt(t.session.expiresAt, new Date())))
    .orderBy(desc(t.session.createdAt))

/** Ends where somebody is signed in, but for one. */
export async function endSessions(database: Database, userId: PersonId, butId: string): Promise<void> {
  await database.delete(t.session).where(and(eq(t.session.userId, userId), ne(t.session.id, butId)))
}

/** Which of the sessions go on. */
export async function readLiveSessions(database: Database, ids: readonly string[]): Promise<Set<string>> {
  const { rows } = await database.$client.query<{ id: string }>({
    name: 'read-live-sessions',
    text: 'select id from session where id = any($1::text[]) and expires_at > now()',
    values: [ids],
  })
  return new Set(rows.map(({ id }) => id))
}
