import { arrayContains, asc, eq, inArray, max } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/node-postgres'
import { compilePlan, type CompiledPlan, type PlanDocument } from '@eudromos/core/plan'
import type { Command } from '@eudromos/core/routing'
import type { Connection, Database } from './connect.ts'
import { actorKey, hashOf } from './inbox.ts'
import * as t from './schema.ts'

type Reader = Pick<Database, 'select'>

export interface Draft {
  readonly version: number
  readonly document: PlanDocument
}

/** The plan as it is being edited, with its draft version; null where nothing was set up yet. */
export async function readDraft(database: Reader): Promise<Draft | null> {
  const [draft] = await database.select().from(t.planDraft)
  if (draft === undefined) return null
  const states = await database.select().from(t.presenceState).orderBy(asc(t.presenceState.position))
  const limits = await database.select().from(t.loadLimits).orderBy(asc(t.loadLimits.id))
  const reasons = await database.select().from(t.declineReason).orderBy(asc(t.declineReason.position))
  const dispositions = await database.select().from(t.disposition).orderBy(asc(t.disposition.position))
  const people = await database.select().from(t.person).orderBy(asc(t.person.id))
  const queues = await database.select().from(t.queue).orderBy(asc(t.queue.position), asc(t.queue.id))
  const members = await database.select().from(t.queueAgent).orderBy(asc(t.queueAgent.position))
  const testers = await database.select().from(t.queueTestCustomer)
  const lines = await database.select().from(t.line).orderBy(asc(t.line.id))
  const hours = await database.select().from(t.hours).orderBy(asc(t.hours.position), asc(t.hours.id))
  const sites = await database.select().from(t.site).orderBy(asc(t.site.position), asc(t.site.id))
  const shifts = await database.select().from(t.shift).orderBy(asc(t.shift.position), asc(t.shift.id))
  const calendars = await database
    .select()
    .from(t.holidayCalendar)
    .orderBy(asc(t.holidayCalendar.position), asc(t.holidayCalendar.id))
  const document: PlanDocument = {
    centre: draft.centre,
    presenceStates: states.map(({ position: _, ...state }) => state),
    loadLimits: limits.map(({ id, name, slots, chatSlots, chatMost }) => ({
      id,
      name,
      slots,
      channels: { chat: { slots: chatSlots, most: chatMost } },
    })),
    declineReasons: reasons.map(({ id, name }) => ({ id, name })),
    dispositions: dispositions.map(({ id, name }) => ({ id, name })),
    people: people.map(({ id, roles, loadLimitsId, siteId, shiftId }) => ({
      id,
      roles,
      loadLimitsId,
      siteId,
      shiftId,
    })),
    queues: queues.map(({ position: _, targetPercent, targetSeconds, ...queue }) => ({
      ...queue,
      target:
        targetPercent === null || targetSeconds === null ? null : { percent: targetPercent, seconds: targetSeconds },
      agentIds: members.filter(({ queueId }) => queueId === queue.id).map(({ personId }) => personId),
      testCustomerIds: testers.filter(({ queueId }) => queueId === queue.id).map(({ customerId }) => customerId),
    })),
    lines: lines.map((line) => ({ ...line, queueIds: queues.map(({ id }) => id) })),
    hours: hours.map(({ position: _, ...one }) => one),
    calendars: calendars.map(({ position: _, ...one }) => one),
    sites: sites.map(({ position: _, ...one }) => one),
    shifts: shifts.map(({ position: _, ...one }) => one),
  }
  return { version: draft.version, document }
}

export type QueueDraft = PlanDocument['queues'][number]

/** Somebody else has changed the draft since it was read. */
export class DraftMoved extends Error {
  constructor(readonly version: number) {
    super(`the draft is at version ${version}`)
  }
}

export interface Publishing {
  readonly version: number
  readonly inboxId: number
}

interface PublishOptions {
  readonly expectedDraft: number
  readonly by: string | null
  readonly note: string
  readonly at: number
  /** Makes the envelope of the command that hands the compiled plan to the router. */
  readonly envelope: (plan: CompiledPlan) => Command
}

export type HoursDraft = PlanDocument['hours'][number]
export type CalendarDraft = PlanDocument['calendars'][number]
export type SiteDraft = PlanDocument['sites'][number]
export type ShiftDraft = PlanDocument['shifts'][number]

/** One thing put into the draft, or taken out of it; whatever uses what is taken out uses the replacement from then on. */
export type PlanChange =
  | { readonly kind: 'queue'; readonly queue: QueueDraft }
  | { readonly kind: 'hours'; readonly hours: HoursDraft }
  | { readonly kind: 'calendar'; readonly calendar: CalendarDraft }
  /** With all the people who sit there, or work that shift. */
  | { readonly kind: 'site'; readonly site: SiteDraft; readonly personIds: readonly string[] }
  | { readonly kind: 'shift'; readonly shift: ShiftDraft; readonly personIds: readonly string[] }
  | { readonly kind: 'ownAbsences'; readonly allowed: boolean }
  | { readonly kind: 'deleteSite'; readonly id: string; readonly replacementId: string | null }
  | { readonly kind: 'deleteShift'; readonly id: string; readonly replacementId: string | null }
  | { readonly kind: 'deleteHours'; readonly id: string; readonly replacementId: string | null }
  | { readonly kind: 'deleteCalendar'; readonly id: string; readonly replacementId: string | null }

/**
 * Makes the change in the draft and publishes, all in one transaction: draft, new version and the router's command are
 * all there or none is. Throws DraftMoved when `expectedDraft` is not the draft's version any more.
 */
export const changeAndPublish = (
  database: Database,
  change: PlanChange,
  options: PublishOptions,
): Promise<Publishing> =>
  database.transaction(async (tx) => {
    await lockDraft(tx, options.expectedDraft)
    await make(tx, change)
    return publishIn(tx, options)
  })

async function make(tx: Transaction, change: PlanChange): Promise<void> {
  switch (change.kind) {
    case 'queue':
      return putQueue(tx, change.queue)
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
      return putPeople(tx, 'siteId', row.id, change.personIds)
    }
    case 'shift': {
      const row = { ...change.shift, calendarIds: [...change.shift.calendarIds] }
      const [last] = await tx.select({ position: max(t.shift.position) }).from(t.shift)
      await tx
        .insert(t.shift)
        .values({ ...row, position: (last?.position ?? 0) + 1 })
        .onConflictDoUpdate({ target: t.shift.id, set: row })
      return putPeople(tx, 'shiftId', row.id, change.personIds)
    }
    case 'ownAbsences': {
      const [draft] = await tx.select().from(t.planDraft)
      if (draft === undefined) return
      await tx.update(t.planDraft).set({ centre: { ...draft.centre, ownAbsences: change.allowed } })
      return
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
      await tx.update(t.queue).set({ hoursId: change.replacementId }).where(eq(t.queue.hoursId, change.id))
      await tx.delete(t.hours).where(eq(t.hours.id, change.id))
      return
    case 'deleteCalendar': {
      const others = (ids: readonly string[]): string[] => [
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

/** These people, and nobody else, sit at the site or work the shift. */
async function putPeople(
  tx: Transaction,
  where: 'siteId' | 'shiftId',
  id: string,
  personIds: readonly string[],
): Promise<void> {
  await tx
    .update(t.person)
    .set({ [where]: null })
    .where(eq(t.person[where], id))
  await tx
    .update(t.person)
    .set({ [where]: id })
    .where(inArray(t.person.id, [...personIds]))
}

async function putQueue(tx: Transaction, queue: QueueDraft): Promise<void> {
  const { agentIds, testCustomerIds, target, ...plain } = queue
  const row = { ...plain, targetPercent: target?.percent ?? null, targetSeconds: target?.seconds ?? null }
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

/** Publishes the draft as it stands. */
export const publishDraft = (database: Database, options: PublishOptions): Promise<Publishing> =>
  database.transaction(async (tx) => {
    await lockDraft(tx, options.expectedDraft)
    return publishIn(tx, options)
  })

type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0]

async function lockDraft(tx: Transaction, expected: number): Promise<void> {
  const [draft] = await tx.select({ version: t.planDraft.version }).from(t.planDraft).for('update')
  if (draft?.version !== expected) throw new DraftMoved(draft?.version ?? 0)
  await tx.update(t.planDraft).set({ version: expected + 1 })
}

async function publishIn(tx: Transaction, { by, note, at, envelope }: PublishOptions): Promise<Publishing> {
  const draft = await readDraft(tx)
  if (draft === null) throw new Error('there is no draft to publish')
  const [latest] = await tx.select({ version: max(t.planVersion.version) }).from(t.planVersion)
  const version = (latest?.version ?? 0) + 1
  await tx.insert(t.planVersion).values({ version, document: draft.document, publishedAt: at, publishedBy: by, note })
  const command = envelope(compilePlan(draft.document, version, at))
  const [row] = await tx
    .insert(t.inbox)
    .values({
      actor: actorKey(command.actor),
      commandId: command.id,
      bodyHash: hashOf(command),
      body: JSON.stringify(command),
    })
    .returning({ id: t.inbox.id })
  if (row === undefined) throw new Error('the command was not taken in')
  return { version, inboxId: row.id }
}

/** The published plan of a version, with its names; null where there is no such version. */
export async function readPublished(database: Reader, version: number): Promise<PlanDocument | null> {
  const [row] = await database.select().from(t.planVersion).where(eq(t.planVersion.version, version))
  return row === undefined ? null : completed(row.document)
}

/** The same over a connection of one's own. */
export const readPublishedBy = (client: Connection, version: number): Promise<PlanDocument | null> =>
  readPublished(drizzle(client), version)

/** Documents published before there were hours have every queue always open; before sites and shifts nobody had one. */
const completed = (document: PlanDocument): PlanDocument =>
  Object.assign({ hours: [], calendars: [], sites: [], shifts: [] }, document, {
    centre: Object.assign({ evacuatedStateId: document.centre.awayStateId, ownAbsences: true }, document.centre),
    people: document.people.map((person) => Object.assign({ siteId: null, shiftId: null }, person)),
    queues: document.queues.map((queue) =>
      Object.assign({ hoursId: null, atClosingTo: null, onShiftOnly: false }, queue),
    ),
  })
