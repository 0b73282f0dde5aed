import { and, eq, getTableColumns, inArray, max, sql } from 'drizzle-orm'
import type { PersonEdit, PersonId } from '@eudromos/core/plan'
import { inParts, type Transaction } from './parts.ts'
import * as t from './schema.ts'

// People put into the draft, and taken out of it.

/** With skills and queues; they sign in by the new name and address where they had signed in before. */
export async function putPeople(tx: Transaction, people: readonly PersonEdit[]): Promise<void> {
  for (const some of inParts(people, 2000)) await putSome(tx, some)
}

const excluded = Object.fromEntries(
  Object.entries(getTableColumns(t.person))
    .filter(([name]) => !['id', 'simulated', 'left'].includes(name))
    .map(([name, column]) => [name, sql.raw(`excluded."${column.name}"`)]),
)

async function putSome(tx: Transaction, people: readonly PersonEdit[]): Promise<void> {
  const ids = people.map(({ id }) => id)
  const rows = people.map(({ skills: _skills, queueIds: _queues, ...person }) => ({
    ...person,
    roles: [...person.roles],
    tier: person.teamId === null ? null : person.tier,
  }))
  await tx.insert(t.person).values(rows).onConflictDoUpdate({ target: t.person.id, set: excluded })
  await tx
    .update(t.user)
    .set({ name: sql`${t.person.name}`, email: sql`${t.person.email}` })
    .from(t.person)
    .where(and(eq(t.person.id, t.user.id), inArray(t.user.id, ids)))
  await tx.delete(t.personSkill).where(inArray(t.personSkill.personId, ids))
  for (const part of inParts(people.flatMap(({ id, skills }) => skills.map((one) => ({ ...one, personId: id })))))
    await tx.insert(t.personSkill).values(part)
  await putIntoQueues(tx, people)
}

/** The queues whose first reach names each of them: who was there keeps the place, others come last. */
async function putIntoQueues(tx: Transaction, people: readonly PersonEdit[]): Promise<void> {
  const ids = people.map(({ id }) => id)
  const before = await tx.select().from(t.queueAgent).where(inArray(t.queueAgent.personId, ids))
  const wanted = new Map(people.map(({ id, roles, queueIds }) => [id, roles.includes('agent') ? queueIds : []]))
  const gone = before.filter(({ queueId, personId }) => wanted.get(personId)?.includes(queueId) !== true)
  for (const queueId of new Set(gone.map((one) => one.queueId))) {
    const leaving = gone.filter((one) => one.queueId === queueId).map(({ personId }) => personId)
    await tx.delete(t.queueAgent).where(and(eq(t.queueAgent.queueId, queueId), inArray(t.queueAgent.personId, leaving)))
  }
  const there = new Set(before.map(({ queueId, personId }) => `${queueId} ${personId}`))
  const last = new Map(
    (
      await tx
        .select({ queueId: t.queueAgent.queueId, last: max(t.queueAgent.position) })
        .from(t.queueAgent)
        .groupBy(t.queueAgent.queueId)
    ).map((one) => [one.queueId, one.last ?? 0]),
  )
  const coming = people.flatMap(({ id }) =>
    [...new Set(wanted.get(id))].flatMap((queueId) => {
      if (there.has(`${queueId} ${id}`)) return []
      const position = (last.get(queueId) ?? 0) + 1
      last.set(queueId, position)
      return [{ queueId, personId: id, position }]
    }),
  )
  for (const part of inParts(coming)) await tx.insert(t.queueAgent).values(part)
}

/** Takes the person out of everything planned, and the means to sign in away. The name stays for the records. */
export async function removePerson(tx: Transaction, id: PersonId): Promise<void> {
  await tx.delete(t.queueAgent).where(eq(t.queueAgent.personId, id))
  await tx.delete(t.personSkill).where(eq(t.personSkill.personId, id))
  await tx.update(t.team).set({ leadId: null }).where(eq(t.team.leadId, id))
  await tx.update(t.team).set({ observerIds: sql`array_remove(${t.team.observerIds}, ${id})` })
  for (const { id: queueId, laterReaches } of await tx
    .select({ id: t.queue.id, laterReaches: t.queue.laterReaches })
    .from(t.queue)) {
    if (!laterReaches.some(({ agentIds }) => agentIds.includes(id))) continue
    const without = laterReaches.map((reach) => ({ ...reach, agentIds: reach.agentIds.filter((one) => one !== id) }))
    await tx.update(t.queue).set({ laterReaches: without }).where(eq(t.queue.id, queueId))
  }
  // Of the team they stay: what they had is as private as it was.
  const nowhere = { siteId: null, shiftId: null, tier: null, loadLimitsId: null }
  await tx
    .update(t.person)
    .set({ ...nowhere, roles: [], left: true, email: `${id}@left.invalid` })
    .where(eq(t.person.id, id))
  await tx.delete(t.user).where(eq(t.user.id, id))
}
