import { and, arrayContains, eq, inArray, max } from 'drizzle-orm'
import {
  leading,
  type PersonEdit,
  type PlanDocument,
  type SkillEdit,
  type LineId,
  type PersonId,
  type QueueId,
  type CalendarId,
  type HoursId,
  type LoadLimitsId,
  type PresenceStateId,
  type ScriptId,
  type ShiftId,
  type SiteId,
  type SkillId,
  type TeamId,
  type TemplateId,
  type DeclineReasonId,
  type DispositionId,
} from '@eudromos/core/plan'
import type { Transaction } from './parts.ts'
import { putPeople, removePerson } from './person-changes.ts'
import { lineRow, putPlan } from './plan-whole.ts'
import { deleteSkill, putLevels, putSkill, type Level } from './skill-changes.ts'
import * as t from './schema.ts'

// What can be done to the draft, one thing at a time.

export type QueueDraft = PlanDocument['queues'][number]
export type SkillDraft = PlanDocument['skills'][number]
export type HoursDraft = PlanDocument['hours'][number]
export type CalendarDraft = PlanDocument['calendars'][number]
export type SiteDraft = PlanDocument['sites'][number]
export type ShiftDraft = PlanDocument['shifts'][number]
export type StateDraft = PlanDocument['presenceStates'][number]
export type LimitsDraft = PlanDocument['loadLimits'][number]
export type LineDraft = PlanDocument['lines'][number]
export type TemplateDraft = PlanDocument['templates'][number]
export type TeamDraft = PlanDocument['teams'][number]
type Words = readonly { readonly id: string; readonly name: string }[]

/** One thing put into the draft, or taken out of it; whatever uses what is taken out uses the replacement from then on. */
export type PlanChange =
  /** Everything at once, in the place of what there was. */
  | { readonly kind: 'plan'; readonly document: PlanDocument }
  /** With the lines that lead to it; left out: as before. */
  | { readonly kind: 'queue'; readonly queue: QueueDraft; readonly lineIds?: readonly LineId[] }
  | { readonly kind: 'queues'; readonly queues: readonly QueueDraft[] }
  /** Each with their skills, and the queues whose first reach names them. */
  | { readonly kind: 'people'; readonly people: readonly PersonEdit[] }
  | { readonly kind: 'removePerson'; readonly id: PersonId }
  | { readonly kind: 'line'; readonly line: LineDraft }
  | { readonly kind: 'deleteLine'; readonly id: LineId }
  | { readonly kind: 'template'; readonly template: TemplateDraft }
  | { readonly kind: 'deleteTemplate'; readonly id: TemplateId }
  | { readonly kind: 'script'; readonly script: PlanDocument['scripts'][number] }
  | { readonly kind: 'deleteScript'; readonly id: ScriptId }
  | { readonly kind: 'hours'; readonly hours: HoursDraft }
  | { readonly kind: 'calendar'; readonly calendar: CalendarDraft }
  /** With all the people who sit there, or work that shift. */
  | { readonly kind: 'site'; readonly site: SiteDraft; readonly personIds: readonly PersonId[] }
  | { readonly kind: 'shift'; readonly shift: ShiftDraft; readonly personIds: readonly PersonId[] }
  /** With all the people who have it, and all the queues that ask for it. */
  | ({ readonly kind: 'skill' } & SkillEdit)
  /** Level 0: they have it no more. */
  | { readonly kind: 'levels'; readonly levels: readonly Level[] }
  | { readonly kind: 'deleteSkill'; readonly id: SkillId; readonly replacementId: SkillId | null }
  | { readonly kind: 'ownAbsences'; readonly allowed: boolean }
  /** Whether a missed offer sets it; where it did and no longer does, that stays so until another is named. */
  | { readonly kind: 'state'; readonly state: StateDraft; readonly setByMiss: boolean }
  | { readonly kind: 'deleteState'; readonly id: PresenceStateId }
  | { readonly kind: 'limits'; readonly limits: LimitsDraft; readonly personIds: readonly PersonId[] }
  | { readonly kind: 'deleteLimits'; readonly id: LoadLimitsId; readonly replacementId: LoadLimitsId | null }
  | {
      readonly kind: 'team'
      readonly team: TeamDraft
      readonly members: readonly { readonly personId: PersonId; readonly tier: number | null }[]
    }
  /** Each as it stands in a list; who is in it stays. */
  | { readonly kind: 'teams'; readonly teams: readonly TeamDraft[] }
  | { readonly kind: 'deleteTeam'; readonly id: TeamId; readonly replacementId: TeamId | null }
  | {
      readonly kind: 'centre'
      readonly settings: Partial<PlanDocument['centre']>
      readonly declineReasons: Words
      readonly dispositions: Words
    }
  | { readonly kind: 'deleteSite'; readonly id: SiteId; readonly replacementId: SiteId | null }
  | { readonly kind: 'deleteShift'; readonly id: ShiftId; readonly replacementId: ShiftId | null }
  | { readonly kind: 'deleteHours'; readonly id: HoursId; readonly replacementId: HoursId | null }
  | { readonly kind: 'deleteCalendar'; readonly id: CalendarId; readonly replacementId: CalendarId | null }

/** Makes one change in the draft's tables. */
export async function make(tx: Transaction, change: PlanChange): Promise<void> {
  switch (change.kind) {
    case 'plan':
      return putPlan(tx, change.document)
    case 'queue':
      await putQueue(tx, change.queue)
      if (change.lineIds !== undefined) await leadLines(tx, change.queue.id, change.lineIds)
      return
    case 'queues':
      for (const queue of change.queues) await putQueue(tx, queue)
      return
    case 'people':
      return putPeople(tx, change.people)
    case 'removePerson':
      return removePerson(tx, change.id)
    case 'line': {
      const row = lineRow(change.line)
      await tx.insert(t.line).values(row).onConflictDoUpdate({ target: t.line.id, set: row })
      return
    }
    case 'deleteLine':
      await tx.delete(t.line).where(eq(t.line.id, change.id))
      return
    case 'template': {
      const row = { ...change.template, teamIds: [...change.template.teamIds] }
      await tx.insert(t.template).values(row).onConflictDoUpdate({ target: t.template.id, set: row })
      return
    }
    case 'deleteTemplate':
      await tx.delete(t.template).where(eq(t.template.id, change.id))
      return
    case 'script':
      await tx.insert(t.script).values(change.script).onConflictDoUpdate({ target: t.script.id, set: change.script })
      return
    case 'deleteScript':
      await tx.delete(t.script).where(eq(t.script.id, change.id))
      return
    case 'hours': {
      const row = { ...change.hours, calendarIds: [...change.hours.calendarIds] }
      const [last] = await tx.select({ position: max(t.hours.position) }).from(t.hours)
      await tx
        .insert(t.hours)
        .values({ ...row, position: (last?.position ?? 0) + 1 })
        .onConflictDoUpdate({ target: t.hours.id, set: row })
      return
    }
    case 'calendar': {
      const row = change.calendar
      const [last] = await tx.select({ position: max(t.holidayCalendar.position) }).from(t.holidayCalendar)
      await tx
        .insert(t.holidayCalendar)
        .values({ ...row, position: (last?.position ?? 0) + 1 })
        .onConflictDoUpdate({ target: t.holidayCalendar.id, set: row })
      return
    }
    case 'site': {
      const row = { ...change.site, calendarIds: [...change.site.calendarIds] }
      const [last] = await tx.select({ position: max(t.site.position) }).from(t.site)
      await tx
        .insert(t.site)
        .values({ ...row, position: (last?.position ?? 0) + 1 })
        .onConflictDoUpdate({ target: t.site.id, set: row })
      return placePeople(tx, 'siteId', row.id, change.personIds)
    }
    case 'shift': {
      const row = { ...change.shift, calendarIds: [...change.shift.calendarIds] }
      const [last] = await tx.select({ position: max(t.shift.position) }).from(t.shift)
      await tx
        .insert(t.shift)
        .values({ ...row, position: (last?.position ?? 0) + 1 })
        .onConflictDoUpdate({ target: t.shift.id, set: row })
      return placePeople(tx, 'shiftId', row.id, change.personIds)
    }
    case 'skill':
      return putSkill(tx, change)
    case 'levels':
      return putLevels(tx, change.levels)
    case 'deleteSkill':
      return deleteSkill(tx, change.id, change.replacementId)
    case 'ownAbsences': {
      const [draft] = await tx.select().from(t.planDraft)
      if (draft === undefined) return
      await tx.update(t.planDraft).set({ centre: { ...draft.centre, ownAbsences: change.allowed } })
      return
    }
    case 'state':
      return putState(tx, change)
    case 'deleteState':
      await tx.delete(t.presenceState).where(eq(t.presenceState.id, change.id))
      return
    case 'limits': {
      const row = change.limits
      await tx.insert(t.loadLimits).values(row).onConflictDoUpdate({ target: t.loadLimits.id, set: row })
      return placePeople(tx, 'loadLimitsId', row.id, change.personIds)
    }
    case 'deleteLimits':
      await tx.update(t.person).set({ loadLimitsId: change.replacementId }).where(eq(t.person.loadLimitsId, change.id))
      await tx.delete(t.loadLimits).where(eq(t.loadLimits.id, change.id))
      return
    case 'team':
      return putTeam(tx, change)
    case 'teams':
      for (const team of change.teams) await putTeamAlone(tx, team)
      return
    case 'deleteTeam':
      await tx.update(t.person).set({ teamId: change.replacementId }).where(eq(t.person.teamId, change.id))
      await replaceTeam(tx, change.id, change.replacementId)
      await tx.update(t.team).set({ parentId: change.replacementId }).where(eq(t.team.parentId, change.id))
      if (change.replacementId !== null)
        await tx.update(t.team).set({ parentId: null }).where(eq(t.team.id, change.replacementId))
      await tx.delete(t.team).where(eq(t.team.id, change.id))
      return
    case 'centre': {
      const [draft] = await tx.select().from(t.planDraft)
      if (draft === undefined) return
      await tx.update(t.planDraft).set({ centre: { ...draft.centre, ...change.settings } })
      await putWords(tx, t.declineReason, change.declineReasons)
      await putWords(tx, t.disposition, change.dispositions)
      return keepDispositions(tx, new Set(change.dispositions.map(({ id }) => id)))
    }
    case 'deleteSite':
      await tx.update(t.person).set({ siteId: change.replacementId }).where(eq(t.person.siteId, change.id))
      await tx.delete(t.site).where(eq(t.site.id, change.id))
      return
    case 'deleteShift':
      await tx.update(t.person).set({ shiftId: change.replacementId }).where(eq(t.person.shiftId, change.id))
      await tx.delete(t.shift).where(eq(t.shift.id, change.id))
      return
    case 'deleteHours':
      for (const table of [t.queue, t.line])
        await tx.update(table).set({ hoursId: change.replacementId }).where(eq(table.hoursId, change.id))
      await tx.delete(t.hours).where(eq(t.hours.id, change.id))
      return
    case 'deleteCalendar': {
      const others = (ids: readonly CalendarId[]): CalendarId[] => [
        ...new Set([
          ...ids.filter((id) => id !== change.id),
          ...(change.replacementId === null ? [] : [change.replacementId]),
        ]),
      ]
      for (const users of [t.hours, t.shift, t.site])
        for (const { id, calendarIds } of await tx
          .select({ id: users.id, calendarIds: users.calendarIds })
          .from(users)
          .where(arrayContains(users.calendarIds, [change.id])))
          await tx
            .update(users)
            .set({ calendarIds: others(calendarIds) })
            .where(eq(users.id, id))
      await tx.delete(t.holidayCalendar).where(eq(t.holidayCalendar.id, change.id))
    }
  }
}

/** These lines lead to the queue, and no others do. */
async function leadLines(tx: Transaction, queueId: QueueId, lineIds: readonly LineId[]): Promise<void> {
  const before = await tx.select().from(t.line)
  for (const [n, { id, queueIds }] of leading(before, queueId, lineIds).entries())
    if (queueIds !== before[n]?.queueIds)
      await tx
        .update(t.line)
        .set({ queueIds: [...queueIds] })
        .where(eq(t.line.id, id))
}

async function putState(tx: Transaction, { state, setByMiss }: Extract<PlanChange, { kind: 'state' }>): Promise<void> {
  const row = { ...state, admits: [...state.admits], teamIds: [...state.teamIds] }
  const [last] = await tx.select({ position: max(t.presenceState.position) }).from(t.presenceState)
  await tx
    .insert(t.presenceState)
    .values({ ...row, position: (last?.position ?? 0) + 1 })
    .onConflictDoUpdate({ target: t.presenceState.id, set: row })
  const [draft] = await tx.select().from(t.planDraft)
  if (setByMiss && draft !== undefined)
    await tx.update(t.planDraft).set({ centre: { ...draft.centre, missedStateId: state.id } })
}

async function putTeamAlone(tx: Transaction, team: TeamDraft): Promise<void> {
  const row = { ...team, observerIds: [...team.observerIds] }
  const [last] = await tx.select({ position: max(t.team.position) }).from(t.team)
  await tx
    .insert(t.team)
    .values({ ...row, position: (last?.position ?? 0) + 1 })
    .onConflictDoUpdate({ target: t.team.id, set: row })
}

async function putTeam(tx: Transaction, { team, members }: Extract<PlanChange, { kind: 'team' }>): Promise<void> {
  await putTeamAlone(tx, team)
  const isOf = and(eq(t.person.teamId, team.id), eq(t.person.left, false))
  await tx.update(t.person).set({ teamId: null, tier: null }).where(isOf)
  for (const tier of new Set(members.map((one) => one.tier))) {
    const ids = members.filter((one) => one.tier === tier).map(({ personId }) => personId)
    await tx.update(t.person).set({ teamId: team.id, tier }).where(inArray(t.person.id, ids))
  }
}

/** Reaches and templates that named the team name the other from then on, or only the people they name. */
async function replaceTeam(tx: Transaction, id: TeamId, replacementId: TeamId | null): Promise<void> {
  const instead = (teams: QueueDraft['teams']): QueueDraft['teams'] =>
    teams.flatMap((one) => {
      if (one.teamId !== id) return [one]
      return replacementId === null || teams.some(({ teamId }) => teamId === replacementId)
        ? []
        : [{ ...one, teamId: replacementId }]
    })
  for (const { id: templateId, teamIds } of await tx
    .select()
    .from(t.template)
    .where(arrayContains(t.template.teamIds, [id]))) {
    const others = [...teamIds.filter((one) => one !== id), ...(replacementId === null ? [] : [replacementId])]
    await tx
      .update(t.template)
      .set({ teamIds: [...new Set(others)] })
      .where(eq(t.template.id, templateId))
  }
  const reaches = { id: t.queue.id, teams: t.queue.teams, laterReaches: t.queue.laterReaches }
  for (const { id: queueId, teams, laterReaches } of await tx.select(reaches).from(t.queue)) {
    const later = laterReaches.map((reach) => ({ ...reach, teams: instead(reach.teams ?? []) }))
    await tx
      .update(t.queue)
      .set({ teams: [...instead(teams)], laterReaches: later })
      .where(eq(t.queue.id, queueId))
  }
}

/** The list is these from now on, in this order. */
async function putWords(
  tx: Transaction,
  table: typeof t.declineReason | typeof t.disposition,
  words: Words,
): Promise<void> {
  await tx.delete(table)
  await tx
    .insert(table)
    .values(words.map(({ id, name }, position) => ({ id: id as DeclineReasonId & DispositionId, name, position })))
}

/** Queues that chose some of the centre's dispositions choose of those that are left. */
async function keepDispositions(tx: Transaction, kept: ReadonlySet<string>): Promise<void> {
  for (const { id, dispositionIds } of await tx
    .select({ id: t.queue.id, dispositionIds: t.queue.dispositionIds })
    .from(t.queue)) {
    const left = dispositionIds.filter((one) => kept.has(one))
    if (left.length < dispositionIds.length)
      await tx.update(t.queue).set({ dispositionIds: left }).where(eq(t.queue.id, id))
  }
}

/** These people, and nobody else, sit at the site, work the shift or go by the limits. */
async function placePeople(
  tx: Transaction,
  where: 'siteId' | 'shiftId' | 'loadLimitsId',
  id: SiteId | ShiftId | LoadLimitsId,
  personIds: readonly PersonId[],
): Promise<void> {
  await tx
    .update(t.person)
    .set({ [where]: null })
    .where(eq(t.person[where], id as SiteId & ShiftId & LoadLimitsId))
  await tx
    .update(t.person)
    .set({ [where]: id })
    .where(inArray(t.person.id, [...personIds]))
}

async function putQueue(tx: Transaction, queue: QueueDraft): Promise<void> {
  const { agentIds, testCustomerIds, target, ...plain } = queue
  const row = {
    ...plain,
    teams: [...plain.teams],
    laterReaches: [...plain.laterReaches],
    dispositionIds: [...plain.dispositionIds],
    targetPercent: target?.percent ?? null,
    targetSeconds: target?.seconds ?? null,
  }
  const [last] = await tx.select({ position: max(t.queue.position) }).from(t.queue)
  await tx
    .insert(t.queue)
    .values({ ...row, position: (last?.position ?? 0) + 1 })
    .onConflictDoUpdate({ target: t.queue.id, set: row })
  await tx.delete(t.queueAgent).where(eq(t.queueAgent.queueId, queue.id))
  await tx.delete(t.queueTestCustomer).where(eq(t.queueTestCustomer.queueId, queue.id))
  if (agentIds.length > 0)
    await tx
      .insert(t.queueAgent)
      .values(agentIds.map((personId, position) => ({ queueId: queue.id, personId, position })))
  if (testCustomerIds.length > 0)
    await tx
      .insert(t.queueTestCustomer)
      .values(testCustomerIds.map((customerId) => ({ queueId: queue.id, customerId })))
}
