import { eq } from 'drizzle-orm'
import type { PlanDocument, CalendarId } from '@eudromos/core/plan'
import { inParts, type Transaction } from './parts.ts'
import * as t from './schema.ts'

/**
 * Puts a whole plan in the place of the draft. People must be there before; those who are not in the document stay,
 * without what is no longer in the plan.
 */
export async function putPlan(tx: Transaction, document: PlanDocument): Promise<void> {
  const before = await tx.select().from(t.person)
  await tx.update(t.person).set({ siteId: null, shiftId: null, teamId: null, loadLimitsId: null })
  for (const table of [
    t.queueAgent,
    t.queueTestCustomer,
    t.queue,
    t.personSkill,
    t.skill,
    t.line,
    t.hours,
    t.holidayCalendar,
    t.site,
    t.shift,
    t.team,
    t.presenceState,
    t.loadLimits,
    t.template,
    t.script,
    t.declineReason,
    t.disposition,
  ])
    await tx.delete(table)
  await tx.update(t.planDraft).set({ centre: document.centre })
  await putThings(tx, document)
  await putQueues(tx, document)
  const planned = new Map(document.people.map((person) => [person.id as string, person]))
  const among = <Id>(all: readonly { readonly id: Id }[], id: Id | null): Id | null =>
    all.some((one) => one.id === id) ? id : null
  for (const was of before) {
    // Whoever has left stays of their team: what they had is as private as it was.
    const { roles, loadLimitsId, siteId, shiftId, teamId, tier } = (was.left ? undefined : planned.get(was.id)) ?? was
    await tx
      .update(t.person)
      .set({
        roles: [...roles],
        loadLimitsId: among(document.loadLimits, loadLimitsId),
        siteId: among(document.sites, siteId),
        shiftId: among(document.shifts, shiftId),
        teamId: among(document.teams, teamId),
        tier,
      })
      .where(eq(t.person.id, was.id))
  }
  const holdings = document.people.flatMap(({ id, skills }) => skills.map((one) => ({ ...one, personId: id })))
  for (const part of inParts(holdings)) await tx.insert(t.personSkill).values(part)
}

/** A line as its table has it. */
export const lineRow = (line: PlanDocument['lines'][number]) => ({
  ...line,
  queueIds: [...line.queueIds],
  requirements: [...line.requirements],
  tags: [...line.tags],
})

async function putThings(tx: Transaction, document: PlanDocument): Promise<void> {
  const { presenceStates, loadLimits, lines, declineReasons, dispositions, skills, templates, scripts } = document
  const { hours, calendars, sites, shifts, teams } = document
  const placed = <T>(all: readonly T[]): (T & { position: number })[] =>
    all.map((one, position) => ({ ...one, position }))
  const taking = <T extends { readonly calendarIds: readonly CalendarId[] }>(all: readonly T[]) =>
    placed(all).map((one) => ({ ...one, calendarIds: [...one.calendarIds] }))
  if (calendars.length > 0) await tx.insert(t.holidayCalendar).values(placed(calendars))
  if (hours.length > 0) await tx.insert(t.hours).values(taking(hours))
  if (sites.length > 0) await tx.insert(t.site).values(taking(sites))
  if (shifts.length > 0) await tx.insert(t.shift).values(taking(shifts))
  if (teams.length > 0)
    await tx.insert(t.team).values(placed(teams).map((one) => ({ ...one, observerIds: [...one.observerIds] })))
  if (skills.length > 0) await tx.insert(t.skill).values(placed(skills))
  if (presenceStates.length > 0)
    await tx
      .insert(t.presenceState)
      .values(placed(presenceStates).map((one) => ({ ...one, admits: [...one.admits], teamIds: [...one.teamIds] })))
  if (loadLimits.length > 0) await tx.insert(t.loadLimits).values([...loadLimits])
  if (lines.length > 0) await tx.insert(t.line).values(lines.map(lineRow))
  if (templates.length > 0)
    await tx.insert(t.template).values(templates.map((one) => ({ ...one, teamIds: [...one.teamIds] })))
  if (scripts.length > 0) await tx.insert(t.script).values([...scripts])
  if (declineReasons.length > 0) await tx.insert(t.declineReason).values(placed(declineReasons))
  if (dispositions.length > 0) await tx.insert(t.disposition).values(placed(dispositions))
}

async function putQueues(tx: Transaction, { queues }: PlanDocument): Promise<void> {
  for (const [position, queue] of queues.entries()) {
    const { agentIds, testCustomerIds, target, ...plain } = queue
    await tx.insert(t.queue).values({
      ...plain,
      teams: [...plain.teams],
      laterReaches: [...plain.laterReaches],
      dispositionIds: [...plain.dispositionIds],
      position,
      targetPercent: target?.percent ?? null,
      targetSeconds: target?.seconds ?? null,
    })
    if (agentIds.length > 0)
      await tx
        .insert(t.queueAgent)
        .values(agentIds.map((personId, place) => ({ queueId: queue.id, personId, position: place })))
    if (testCustomerIds.length > 0)
      await tx
        .insert(t.queueTestCustomer)
        .values(testCustomerIds.map((customerId) => ({ queueId: queue.id, customerId })))
  }
}
