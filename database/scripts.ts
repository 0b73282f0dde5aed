import type { CustomerId, InteractionId, PersonId, ScriptId } from '@eudromos/core/plan'
import { and, asc, eq, inArray, isNotNull } from 'drizzle-orm'
import type { Database } from './connect.ts'
import * as t from './schema.ts'

/** An answer to a step of a call script, as it was asked for then. */
export interface ScriptAnswerRow {
  readonly interactionId: InteractionId
  readonly scriptId: ScriptId
  readonly scriptName: string
  readonly stepId: string
  readonly question: string
  readonly answer: string
  readonly personId: PersonId
  readonly at: number
}

/**
 * Keeps an answer in place of the one before. `wayOf` gives the ids of the steps that the answers of this script lead by, in
 * order: answers elsewhere stay, and count no more.
 */
export const putScriptAnswer = (
  database: Database,
  given: ScriptAnswerRow,
  wayOf: (answers: ReadonlyMap<string, string>) => readonly string[],
): Promise<void> =>
  database.transaction(async (tx) => {
    const { interactionId, scriptId, stepId } = given
    const key = [t.scriptAnswer.interactionId, t.scriptAnswer.scriptId, t.scriptAnswer.stepId]
    await tx.insert(t.scriptAnswer).values(given).onConflictDoUpdate({ target: key, set: given })
    const own = and(eq(t.scriptAnswer.interactionId, interactionId), eq(t.scriptAnswer.scriptId, scriptId))
    // Of two windows of one seat the later waits for the earlier.
    const rows = await tx.select().from(t.scriptAnswer).where(own).for('update')
    const way = wayOf(new Map(rows.map((row) => [row.stepId, row.answer])).set(stepId, given.answer))
    for (const row of rows) {
      const at = way.indexOf(row.stepId)
      const place = at < 0 ? null : at
      if (place !== row.place)
        await tx
          .update(t.scriptAnswer)
          .set({ place })
          .where(and(own, eq(t.scriptAnswer.stepId, row.stepId)))
    }
  })

/** What was answered in conversations, script by script, in the order of the way that the answers took. */
export async function readScriptAnswers(
  database: Database,
  interactionIds: readonly InteractionId[],
): Promise<ScriptAnswerRow[]> {
  const { interactionId, scriptId, scriptName, stepId, question, answer, personId, at, place } = t.scriptAnswer
  return database
    .select({ interactionId, scriptId, scriptName, stepId, question, answer, personId, at })
    .from(t.scriptAnswer)
    .where(and(inArray(interactionId, [...interactionIds]), isNotNull(place)))
    .orderBy(asc(scriptName), asc(scriptId), asc(place))
}

/** Whether the customer proved to be who they said, as it was said last; null: nobody has asked. */
export interface IdentityCheck {
  /** Who it was checked to be. */
  readonly customerId: CustomerId
  readonly passed: boolean
  readonly personId: PersonId
  readonly at: number
}

export async function putIdentityCheck(
  database: Database,
  interactionId: InteractionId,
  check: IdentityCheck,
): Promise<void> {
  await database
    .insert(t.identityCheck)
    .values({ interactionId, ...check })
    .onConflictDoUpdate({ target: t.identityCheck.interactionId, set: check })
}

export async function readIdentityCheck(
  database: Database,
  interactionId: InteractionId,
): Promise<IdentityCheck | null> {
  const { customerId, passed, personId, at } = t.identityCheck
  const [row] = await database
    .select({ customerId, passed, personId, at })
    .from(t.identityCheck)
    .where(eq(t.identityCheck.interactionId, interactionId))
  return row ?? null
}
