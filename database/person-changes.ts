import { and, eq, inArray, max, notInArray, sql } from 'drizzle-orm'
import type { PersonEdit } from '@eudromos/core/plan'
import type { Transaction } from './parts.ts'
import * as t from './schema.ts'

// People put into the draft, and taken out of it.

/** With skills and queues; signs in by the new name and address where they had signed in before. */
export async function putPerson(tx: Transaction, { skills, queueIds, ...person }: PersonEdit): Promise<void> {
  const row = { ...person, roles: [...person.roles], tier: person.teamId === null ? null : person.tier }
  await tx.insert(t.person).values(row).onConflictDoUpdate({ target: t.person.id, set: row })
  const { id, name, email } = person
  await tx.update(t.user).set({ name, email }).where(eq(t.user.id, id))
  await tx.delete(t.personSkill).where(eq(t.personSkill.personId, id))
  if (skills.length > 0) await tx.insert(t.personSkill).values(skills.map((one) => ({ ...one, personId: id })))
  const wanted = person.roles.includes('agent') ? [...queueIds] : []
  await tx.delete(t.queueAgent).where(and(eq(t.queueAgent.personId, id), notInArray(t.queueAgent.queueId, wanted)))
  if (wanted.length === 0) return
  const places = await tx
    .select({ queueId: t.queueAgent.queueId, last: max(t.queueAgent.position) })
    .from(t.queueAgent)
    .where(inArray(t.queueAgent.queueId, wanted))
    .groupBy(t.queueAgent.queueId)
  const after = new Map(places.map(({ queueId, last }) => [queueId, last ?? 0]))
  await tx
    .insert(t.queueAgent)
    .values(wanted.map((queueId) => ({ queueId, personId: id, position: (after.get(queueId) ?? 0) + 1 })))
    .onConflictDoNothing()
}

/** Takes the person out of everything planned, and the means to sign in away. The name stays for the records. */
export async function removePerson(tx: Transaction, id: string): Promise<void> {
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
  const nowhere = { siteId: null, shiftId: null, teamId: null, tier: null, loadLimitsId: null }
  await tx
    .update(t.person)
    .set({ ...nowhere, roles: [], left: true, email: `${id}@left.invalid` })
    .where(eq(t.person.id, id))
  await tx.delete(t.user).where(eq(t.user.id, id))
}
