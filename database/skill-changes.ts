// What can be done to the skills of the draft.
import { and, eq, max, sql } from 'drizzle-orm'
import type { PlanDocument, SkillEdit, PersonId, SkillId } from '@eudromos/core/plan'
import { inParts, type Transaction } from './parts.ts'
import * as t from './schema.ts'

/** How well somebody has a skill; 0: not at all. */
export interface Level {
  readonly personId: PersonId
  readonly skillId: SkillId
  readonly level: number
}

/** With all the people who have it, and all the queues that ask for it. */
export async function putSkill(tx: Transaction, change: SkillEdit): Promise<void> {
  const { skill, levels, asked } = change
  const [last] = await tx.select({ position: max(t.skill.position) }).from(t.skill)
  await tx
    .insert(t.skill)
    .values({ ...skill, position: (last?.position ?? 0) + 1 })
    .onConflictDoUpdate({ target: t.skill.id, set: skill })
  await tx.delete(t.personSkill).where(eq(t.personSkill.skillId, skill.id))
  for (const part of inParts(levels))
    await tx.insert(t.personSkill).values(part.map((one) => ({ ...one, skillId: skill.id })))
  for (const { id, requirements, relaxations } of await queueAsks(tx)) {
    const wanted = asked.find(({ queueId }) => queueId === id)
    const known = requirements.some(({ skillId }) => skillId === skill.id)
    if (wanted === undefined && !known) continue
    const own = wanted === undefined ? [] : [{ skillId: skill.id, least: wanted.least, most: wanted.most }]
    await tx
      .update(t.queue)
      .set({
        requirements: [...requirements.filter(({ skillId }) => skillId !== skill.id), ...own],
        relaxations: relaxations.filter(({ skillId }) => wanted !== undefined || skillId !== skill.id),
      })
      .where(eq(t.queue.id, id))
  }
}

const queueAsks = (tx: Transaction) =>
  tx.select({ id: t.queue.id, requirements: t.queue.requirements, relaxations: t.queue.relaxations }).from(t.queue)

/** Level 0 takes the skill away. */
export async function putLevels(tx: Transaction, levels: readonly Level[]): Promise<void> {
  for (const { personId, skillId } of levels.filter(({ level }) => level === 0))
    await tx.delete(t.personSkill).where(and(eq(t.personSkill.personId, personId), eq(t.personSkill.skillId, skillId)))
  for (const part of inParts(levels.filter(({ level }) => level > 0)))
    await tx
      .insert(t.personSkill)
      .values(part)
      .onConflictDoUpdate({
        target: [t.personSkill.personId, t.personSkill.skillId],
        set: { level: sql`excluded.level` },
      })
}

/** Whoever has it has the other from then on, at the higher of both levels; queues ask for that one. */
export async function deleteSkill(tx: Transaction, id: SkillId, replacementId: SkillId | null): Promise<void> {
  if (replacementId !== null)
    await tx.execute(sql`
      insert into person_skill (person_id, skill_id, level)
      select person_id, ${replacementId}, level from person_skill where skill_id = ${id}
      on conflict (person_id, skill_id) do update set level = greatest(person_skill.level, excluded.level)`)
  for (const { id: queueId, requirements, relaxations } of await queueAsks(tx)) {
    if (![...requirements, ...relaxations].some(({ skillId }) => skillId === id)) continue
    const other = requirements.some(({ skillId }) => skillId === replacementId) ? null : replacementId
    await tx
      .update(t.queue)
      .set({ requirements: without(requirements, id, other), relaxations: without(relaxations, id, other) })
      .where(eq(t.queue.id, queueId))
  }
  await forgetInNeeds(tx, id, replacementId)
  await tx.delete(t.skill).where(eq(t.skill.id, id))
}

/** What is asked for without a skill, or with another in its place. */
const without = <T extends { readonly skillId: SkillId }>(all: readonly T[], id: string, otherId: string | null): T[] =>
  all.flatMap((one) => {
    if (one.skillId !== id) return [one]
    return otherId === null ? [] : [{ ...one, skillId: otherId }]
  })

/** Customers' needs ask for it no more. */
async function forgetInNeeds(tx: Transaction, id: string, replacementId: string | null): Promise<void> {
  const [draft] = await tx.select().from(t.planDraft)
  // A draft of before there were needs has none.
  const needs = (draft?.centre as Partial<PlanDocument['centre']> | undefined)?.needs
  if (draft === undefined || needs === undefined) return
  const kept = Object.entries(needs).map(([need, { requirements, ...rest }]) => {
    const other = requirements.some(({ skillId }) => skillId === replacementId) ? null : replacementId
    return [need, { ...rest, requirements: without(requirements, id, other) }]
  })
  const centre = { ...draft.centre, needs: Object.fromEntries(kept) as typeof needs }
  await tx.update(t.planDraft).set({ centre })
}
