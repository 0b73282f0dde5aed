import type { PersonId } from '@eudromos/core/plan'
import { eq, sql } from 'drizzle-orm'
import type { Database } from './connect.ts'
import * as t from './schema.ts'

export type SecondFactor = typeof t.secondFactor.$inferSelect

export async function readFactor(database: Database, personId: PersonId): Promise<SecondFactor | null> {
  const [row] = await database.select().from(t.secondFactor).where(eq(t.secondFactor.userId, personId))
  return row ?? null
}

/** Who has one. */
export async function readFactored(database: Database): Promise<Set<string>> {
  const rows = await database.select({ id: t.secondFactor.userId }).from(t.secondFactor)
  return new Set(rows.map(({ id }) => id))
}

/** In the place of whichever there was. */
export async function putFactor(
  database: Database,
  factor: Pick<SecondFactor, 'userId' | 'secret' | 'usedStep' | 'codes'>,
): Promise<void> {
  const fresh = { ...factor, since: new Date() }
  await database.insert(t.secondFactor).values(fresh).onConflictDoUpdate({ target: t.secondFactor.userId, set: fresh })
}

/** Uses a step of time once: false where it, or a later one, was used before. */
export async function spendStep(database: Database, personId: PersonId, step: number): Promise<boolean> {
  const rows = await database
    .update(t.secondFactor)
    .set({ usedStep: step })
    .where(sql`${t.secondFactor.userId} = ${personId} and ${t.secondFactor.usedStep} < ${step}`)
    .returning({ id: t.secondFactor.userId })
  return rows.length > 0
}

/** Uses a code up: false where it is none of theirs, or was used before. */
export async function spendCode(database: Database, personId: PersonId, hash: string): Promise<boolean> {
  const rows = await database
    .update(t.secondFactor)
    .set({ codes: sql`array_remove(${t.secondFactor.codes}, ${hash})` })
    .where(sql`${t.secondFactor.userId} = ${personId} and ${hash} = any(${t.secondFactor.codes})`)
    .returning({ id: t.secondFactor.userId })
  return rows.length > 0
}

export async function removeFactor(database: Database, personId: PersonId): Promise<void> {
  await database.delete(t.secondFactor).where(eq(t.secondFactor.userId, personId))
}
