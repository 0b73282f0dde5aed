import { asc, desc, eq, gt, gte, max } from 'drizzle-orm'
import { drizzle } from 'drizzle-orm/node-postgres'
import {
  plainCentre,
  plainCentreWords,
  plainPlannedLine,
  plainPerson,
  plainPlanned,
  plainState,
  chatsOnly,
  checkWhole,
  compilePlan,
  type CompiledPlan,
  type PlanDocument,
  type WholeFinding,
  type SkillId,
  type PersonId,
  type QueueId,
} from '@eudromos/core/plan'
import type { Command } from '@eudromos/core/routing'
import type { Connection, Database } from './connect.ts'
import { actorKey, hashOf } from './inbox.ts'
import { inPages, type Transaction } from './parts.ts'
import { make, type PlanChange } from './plan-changes.ts'
import * as t from './schema.ts'

type Reader = Pick<Database, 'select'>
type LaterReach = PlanDocument['queues'][number]['laterReaches'][number]

/** Reaches that were kept before teams could be named in them. */
const withTeams = (reach: Omit<LaterReach, 'teams'> & Partial<LaterReach>): LaterReach => ({ teams: [], ...reach })

export interface Draft {
  readonly version: number
  readonly document: PlanDocument
}

/** The plan as it is being edited, with its draft version, all of one version; null where nothing was set up yet. */
export async function readDraft(database: Reader): Promise<Draft | null> {
  for (;;) {
    const [draft] = await database.select().from(t.planDraft)
    if (draft === undefined) return null
    const document = await readDocument(database, draft.centre)
    const [after] = await database.select({ version: t.planDraft.version }).from(t.planDraft)
    if (after?.version === draft.version) return { version: draft.version, document }
  }
}

async function readDocument(
  database: Reader,
  centre: (typeof t.planDraft.$inferSelect)['centre'],
): Promise<PlanDocument> {
  const states = await database.select().from(t.presenceState).orderBy(asc(t.presenceState.position))
  const limits = await database.select().from(t.loadLimits).orderBy(asc(t.loadLimits.id))
  const reasons = await database.select().from(t.declineReason).orderBy(asc(t.declineReason.position))
  const dispositions = await database.select().from(t.disposition).orderBy(asc(t.disposition.position))
  const people = await inPages((limit, offset) =>
    database
      .select()
      .from(t.person)
      .where(eq(t.person.left, false))
      .orderBy(asc(t.person.id))
      .limit(limit)
      .offset(offset),
  )
  const queues = await database.select().from(t.queue).orderBy(asc(t.queue.position), asc(t.queue.id))
  const membersOf = new Map<QueueId, PersonId[]>()
  const members = await inPages((limit, offset) =>
    database
      .select()
      .from(t.queueAgent)
      .orderBy(asc(t.queueAgent.queueId), asc(t.queueAgent.position), asc(t.queueAgent.personId))
      .limit(limit)
      .offset(offset),
  )
  for (const { queueId, personId } of members) grouped(membersOf, queueId).push(personId)
  const testers = await database.select().from(t.queueTestCustomer)
  const lines = await database.select().from(t.line).orderBy(asc(t.line.id))
  const templates = await database.select().from(t.template).orderBy(asc(t.template.name), asc(t.template.id))
  const scripts = await database.select().from(t.script).orderBy(asc(t.script.name), asc(t.script.id))
  const hours = await database.select().from(t.hours).orderBy(asc(t.hours.position), asc(t.hours.id))
  const sites = await database.select().from(t.site).orderBy(asc(t.site.position), asc(t.site.id))
  const shifts = await database.select().from(t.shift).orderBy(asc(t.shift.position), asc(t.shift.id))
  const teams = await database.select().from(t.team).orderBy(asc(t.team.position), asc(t.team.id))
  const calendars = await database
    .select()
    .from(t.holidayCalendar)
    .orderBy(asc(t.holidayCalendar.position), asc(t.holidayCalendar.id))
  const skills = await database.select().from(t.skill).orderBy(asc(t.skill.position), asc(t.skill.id))
  const skillsOf = new Map<PersonId, { skillId: SkillId; level: number }[]>()
  const holdings = await inPages((limit, offset) =>
    database
      .select()
      .from(t.personSkill)
      .orderBy(asc(t.personSkill.personId), asc(t.personSkill.skillId))
      .limit(limit)
      .offset(offset),
  )
  for (const { personId, ...one } of holdings) grouped(skillsOf, personId).push(one)
  return {
    centre: { ...plainCentre, ...plainCentreWords, ...centre },
    presenceStates: states.map(({ position: _, ...state }) => state),
    loadLimits: limits,
    declineReasons: reasons.map(({ id, name }) => ({ id, name })),
    dispositions: dispositions.map(({ id, name }) => ({ id, name })),
    people: people.map(({ id, roles, loadLimitsId, siteId, shiftId, teamId, tier }) => ({
      id,
      roles,
      loadLimitsId,
      siteId,
      shiftId,
      teamId,
      tier,
      skills: skillsOf.get(id) ?? [],
    })),
    skills: skills.map(({ position: _, ...one }) => one),
    queues: queues.map(({ position: _, targetPercent, targetSeconds, ...queue }) => ({
      ...queue,
      laterReaches: queue.laterReaches.map(withTeams),
      target:
        targetPercent === null || targetSeconds === null ? null : { percent: targetPercent, seconds: targetSeconds },
      agentIds: membersOf.get(queue.id) ?? [],
      testCustomerIds: testers.filter(({ queueId }) => queueId === queue.id).map(({ customerId }) => customerId),
    })),
    lines,
    templates,
    scripts,
    hours: hours.map(({ position: _, ...one }) => one),
    calendars: calendars.map(({ position: _, ...one }) => one),
    sites: sites.map(({ position: _, ...one }) => one),
    shifts: shifts.map(({ position: _, ...one }) => one),
    teams: teams.map(({ position: _, ...one }) => one),
  }
}

function grouped<Id, T>(groups: Map<Id, T[]>, key: Id): T[] {
  const known = groups.get(key)
  if (known !== undefined) return known
  const made: T[] = []
  groups.set(key, made)
  return made
}

/** Somebody else has changed the draft since it was read. */
export class DraftMoved extends Error {
  constructor(readonly version: number) {
    super(`the draft is at version ${version}`)
  }
}

/** The plan would have faults that the published one does not have. */
export class PlanFaults extends Error {
  constructor(
    readonly faults: readonly WholeFinding[],
    readonly document: PlanDocument,
  ) {
    super(
      `the plan has faults: ${faults.map(({ of, finding }) => `${finding.code} of ${of.kind} ${of.id}`).join(', ')}`,
    )
  }
}

export interface Publishing {
  readonly version: number
  readonly inboxId: number
}

interface PublishOptions {
  readonly expectedDraft: number
  readonly by: PersonId | null
  readonly note: string
  readonly at: number
  /** Throws where the published plan may not become the other: nothing is changed then. */
  readonly require?: (before: PlanDocument, after: PlanDocument) => void
  /** Makes the envelope of the command that hands the compiled plan to the router. */
  readonly envelope: (plan: CompiledPlan) => Command
}

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

/** Publishes the draft as it stands. */
export const publishDraft = (database: Database, options: PublishOptions): Promise<Publishing> =>
  database.transaction(async (tx) => {
    await lockDraft(tx, options.expectedDraft)
    return publishIn(tx, options)
  })

async function lockDraft(tx: Transaction, expected: number): Promise<void> {
  const [draft] = await tx.select({ version: t.planDraft.version }).from(t.planDraft).for('update')
  if (draft?.version !== expected) throw new DraftMoved(draft?.version ?? 0)
  await tx.update(t.planDraft).set({ version: expected + 1 })
}

async function publishIn(tx: Transaction, { by, note, at, require, envelope }: PublishOptions): Promise<Publishing> {
  const draft = await readDraft(tx)
  if (draft === null) throw new Error('there is no draft to publish')
  const [latest] = await tx.select({ version: max(t.planVersion.version) }).from(t.planVersion)
  const published = latest?.version ?? 0
  const before = require === undefined ? null : await readPublished(tx, published)
  if (before !== null) require?.(before, draft.document)
  await refuseNewFaults(tx, draft.document, published, at)
  const version = published + 1
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

/**
 * Nobody makes the plan worse, by whatever way it is changed. A fault that it had already, from before it was looked for,
 * does not keep anybody from changing the rest. Throws PlanFaults.
 */
async function refuseNewFaults(tx: Transaction, document: PlanDocument, published: number, at: number): Promise<void> {
  const faults = checkWhole(document, at, { faultsOnly: true })
  if (faults.length === 0) return
  const before = await readPublished(tx, published)
  const keyOf = (fault: WholeFinding): string => JSON.stringify(fault)
  const known = new Set(before === null ? [] : checkWhole(before, at, { faultsOnly: true }).map(keyOf))
  const made = faults.filter((fault) => !known.has(keyOf(fault)))
  if (made.length > 0) throw new PlanFaults(made, document)
}

/** The published plan of a version, with its names; null where there is no such version. */
export async function readPublished(database: Reader, version: number): Promise<PlanDocument | null> {
  const [row] = await database.select().from(t.planVersion).where(eq(t.planVersion.version, version))
  return row === undefined ? null : completed(row.document)
}

/** What was published last, where it is newer than this version. */
export async function readNewest(
  database: Reader,
  than: number,
): Promise<{ readonly version: number; readonly document: PlanDocument } | null> {
  const [row] = await database
    .select()
    .from(t.planVersion)
    .where(gt(t.planVersion.version, than))
    .orderBy(desc(t.planVersion.version))
    .limit(1)
  return row === undefined ? null : { version: row.version, document: completed(row.document) }
}

/** Who published which versions since an instant, the newest first, `most` of them. */
export const readVersions = (
  database: Reader,
  since: number,
  most: number,
): Promise<{ version: number; publishedAt: number; publishedBy: PersonId | null }[]> =>
  database
    .select({
      version: t.planVersion.version,
      publishedAt: t.planVersion.publishedAt,
      publishedBy: t.planVersion.publishedBy,
    })
    .from(t.planVersion)
    .where(gte(t.planVersion.publishedAt, since))
    .orderBy(desc(t.planVersion.version))
    .limit(most)

/** The published plan of a version over a connection of one's own. */
export const readPublishedBy = (client: Connection, version: number): Promise<PlanDocument | null> =>
  readPublished(drizzle(client), version)

/**
 * Documents published before there were hours have every queue always open; before sites and shifts nobody had one; and
 * before skills nothing was asked for and only chats were taken.
 */
const nothing = { hours: [], calendars: [], sites: [], shifts: [], skills: [], teams: [], templates: [], scripts: [] }

const completed = (document: PlanDocument): PlanDocument =>
  Object.assign(
    { ...nothing, ...document },
    {
      centre: Object.assign(
        { evacuatedStateId: document.centre.awayStateId, ownAbsences: true, ...plainCentre, ...plainCentreWords },
        document.centre,
      ),
      lines: document.lines.map((line) => Object.assign({}, plainPlannedLine, line)),
      presenceStates: document.presenceStates.map((state) => Object.assign({}, plainState, state)),
      people: document.people.map((person) => Object.assign({}, plainPerson, person)),
      queues: document.queues.map((queue) => {
        const whole = Object.assign({ hoursId: null, atClosingTo: null, onShiftOnly: false, ...plainPlanned }, queue)
        return { ...whole, laterReaches: whole.laterReaches.map(withTeams) }
      }),
      loadLimits: document.loadLimits.map(({ channels, ...limits }) => ({
        ...Object.assign({ freeForCalls: 0, sameCustomerInCalls: false }, limits),
        channels: { ...chatsOnly(0), ...channels, chat: { ...chatsOnly(0).chat, ...channels.chat } },
      })),
    },
  )
