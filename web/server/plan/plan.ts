import 'server-only'
import * as yup from '../../view/yup.ts'
import { hoursFaults } from '@eudromos/core/hours'
import {
  checkHours,
  checkQueue,
  checkShift,
  checkSite,
  isClose,
  usersOfCalendar,
  usersOfHours,
  usersOfTeam,
  type FindingCode,
  type HoursFinding,
  type PlanDocument,
  type PersonId,
  type AnyId,
  type CustomerId,
} from '@eudromos/core/plan'
import type { CommandBodies } from '@eudromos/core/routing'
import {
  readDraft,
  readFactored,
  readSigners,
  readTestCustomers,
  type CalendarDraft,
  type Draft,
  type HoursDraft,
  type PlanChange,
  type QueueDraft,
  type ShiftDraft,
  type SiteDraft,
} from '@eudromos/database'
import { calendarShape, hoursShape } from '../../view/hours-shape.ts'
import { shiftShape, siteShape } from '../../view/place-shape.ts'
import { queueShape } from '../../view/queue-shape.ts'
import { findingText, hoursFindingText, placeText, wholeFindingText } from '../../messages/findings.ts'
import { calendarUserText, someOf } from '../../messages/rota.ts'
import { ofDraft, strictly } from './plan-input.ts'
import { notFound, ProblemError, problem, refused } from '../edge/problem.ts'
import { notTaken } from '../runtime/sender.ts'
import { inTurns, jsonInTurns } from '../runtime/turns.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { thoseWhoLeft } from '../sight/sight.ts'
import type { Who } from '../edge/who.ts'
import type { Published } from '../../worker/publishing.ts'

export const saveShape = ofDraft.concat(
  yup.object({
    queue: queueShape.required(),
  }),
)

export interface PlanState {
  readonly draft: number
  readonly document: PlanDocument
  readonly people: readonly {
    readonly id: PersonId
    readonly name: string
    readonly email: string
    readonly roles: readonly string[]
    readonly simulated: boolean
    /** They have the means to sign in. */
    readonly signsIn: boolean
    /** They show a code beside their password. */
    readonly secondFactor: boolean
  }[]
  readonly testCustomers: readonly { id: CustomerId; name: string }[]
}

/** As this person may read it: what teams keep to themselves is left out for others. */
async function readPlanState({ database, follower }: Runtime, viewerId: PersonId): Promise<PlanState | null> {
  const draft = await readDraft(database)
  if (draft === null) return null
  const [signers, factored] = await Promise.all([readSigners(database), readFactored(database)])
  const here = [...follower.people.values()].filter(({ left }) => !left)
  return {
    draft: draft.version,
    document: {
      ...draft.document,
      teams: draft.document.teams.map((team) =>
        isClose(draft.document, viewerId, team.id) ? team : { ...team, notes: '' },
      ),
    },
    people: await inTurns(here, ({ id, name, email, roles, simulated }) => ({
      id,
      name,
      email,
      roles,
      simulated,
      signsIn: signers.has(id),
      secondFactor: factored.has(id),
    })),
    testCustomers: (await readTestCustomers(database)).map(({ id, name }) => ({ id, name })),
  }
}

/** The same as text, in pieces as it is written. */
export async function readPlanText(runtime: Runtime, viewerId: PersonId): Promise<AsyncGenerator<string> | null> {
  const state = await readPlanState(runtime, viewerId)
  return state === null ? null : jsonInTurns(state)
}

export interface Saved {
  readonly version: number
  readonly draft: number
  readonly seq: number
}

export const noPlan = (): ProblemError =>
  new ProblemError(problem(409, 'noPlan', 'No plan', 'The centre is not set up yet.'))

export const notValid = (code: string, text: string, field: string): ProblemError =>
  new ProblemError(problem(422, code, 'Not valid', text, { fields: { [field]: text } }))

async function currentDraft({ database, sender }: Runtime): Promise<Draft> {
  const trouble = sender.barred()
  if (trouble !== null) throw notTaken(trouble)
  const draft = await readDraft(database)
  if (draft === null) throw noPlan()
  return draft
}

export const currentDocument = async (runtime: Runtime): Promise<PlanDocument> => (await currentDraft(runtime)).document

/** Saves one queue and publishes a new version of the plan; the router has taken it over when this resolves. */
export async function saveQueue(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const given = await saveShape.validate(input, strictly)
  const { lineIds, ...rest } = given.queue
  const queue = rest as QueueDraft
  const document = await currentDocument(runtime)
  if (lineIds?.some((id) => !document.lines.some((line) => line.id === id)) === true)
    throw notValid('unknownLine', 'Lines that lead here: one is no longer in the plan. Remove it.', 'lineIds')
  refuseFaultyQueues([queue], document)
  return publish(runtime, who, given.draft, queue.name, { kind: 'queue', queue, lineIds })
}

const saveManyShape = ofDraft.concat(
  yup.object({
    queues: yup.array().of(queueShape.required()).min(1, 'There is nothing to change.').max(1000).required(),
  }),
)

/** Saves several queues in one new version of the plan. They must be there already. */
export async function saveQueues(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const given = await saveManyShape.validate(input, strictly)
  const queues = given.queues.map(({ lineIds: _, ...queue }) => queue as QueueDraft)
  const before = await currentDocument(runtime)
  const known = new Set<string>(before.queues.map(({ id }) => id))
  if (queues.some(({ id }) => !known.has(id))) throw notFound('One of these queues')
  refuseFaultyQueues(queues, before)
  const note = queues.length === 1 ? (queues[0]?.name ?? '') : `${queues.length} queues`
  return publish(runtime, who, given.draft, note, { kind: 'queues', queues })
}

/** Throws the first fault of these queues, as they would stand together in the plan. */
function refuseFaultyQueues(queues: readonly QueueDraft[], before: PlanDocument): void {
  const changed = new Set(queues.map(({ id }) => id))
  const after = { ...before, queues: [...before.queues.filter(({ id }) => !changed.has(id)), ...queues] }
  for (const queue of queues) {
    const fault = checkQueue(queue, after).find(({ severity }) => severity === 'fault')
    if (fault === undefined) continue
    const text = findingText(fault)
    throw notValid(
      fault.code,
      queues.length > 1 ? `${queue.name}: ${text}` : text,
      fieldOfFault[fault.code] ?? 'agentIds',
    )
  }
}

const fieldOfFault: Partial<Record<FindingCode, string>> = {
  nameTaken: 'name',
  unknownHours: 'hoursId',
  unknownQueue: 'atClosingTo',
  sentInACircle: 'atClosingTo',
  fullToUnknown: 'whenFullTo',
  fullInACircle: 'whenFullTo',
  waitedToUnknown: 'longestWaitTo',
  waitedInACircle: 'longestWaitTo',
  unknownSkill: 'requirements',
  boundsCrossed: 'requirements',
  unknownDisposition: 'dispositionIds',
  unknownScript: 'scriptId',
}

const saveHoursShape = ofDraft.concat(yup.object({ hours: hoursShape.required() }))

export async function saveHours(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, hours } = await saveHoursShape.validate(input, strictly)
  const before = await currentDocument(runtime)
  refuseFaults(checkHours(hours as HoursDraft, before, runtime.clock.now()))
  return publish(runtime, who, draft, hours.name, { kind: 'hours', hours: hours as HoursDraft })
}

function refuseFaults(findings: readonly HoursFinding[]): void {
  const fault = findings.find(({ severity }) => severity === 'fault')
  if (fault !== undefined)
    throw notValid(fault.code, hoursFindingText(fault), fault.code === 'nameTaken' ? 'name' : 'weekly')
}

const saveSiteShape = ofDraft.concat(yup.object({ site: siteShape.required() }))

export async function saveSite(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, site } = await saveSiteShape.validate(input, strictly)
  const { personIds, ...rest } = site
  const before = await currentDocument(runtime)
  refuseFaults(checkSite(rest as SiteDraft, personIds, before, runtime.clock.now()))
  return publish(runtime, who, draft, site.name, { kind: 'site', site: rest as SiteDraft, personIds })
}

const saveShiftShape = ofDraft.concat(yup.object({ shift: shiftShape.required() }))

export async function saveShift(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, shift } = await saveShiftShape.validate(input, strictly)
  const { personIds, ...rest } = shift
  const before = await currentDocument(runtime)
  refuseFaults(checkShift(rest as ShiftDraft, personIds, before, runtime.clock.now()))
  return publish(runtime, who, draft, shift.name, { kind: 'shift', shift: rest as ShiftDraft, personIds })
}

const allowShape = yup.object({
  allowed: yup.boolean().required('Say whether agents may enter their own absences.'),
})

/** Whether agents may enter absences of their own. */
export async function allowOwnAbsences(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { allowed } = await allowShape.validate(input, strictly)
  const { version } = await currentDraft(runtime)
  return publish(runtime, who, version, '', { kind: 'ownAbsences', allowed })
}

const saveCalendarShape = ofDraft.concat(
  yup.object({
    calendar: calendarShape.required(),
  }),
)

export async function saveCalendar(runtime: Runtime, who: Who, input: unknown): Promise<Saved> {
  const { draft, calendar } = await saveCalendarShape.validate(input, strictly)
  const { calendars, centre } = await currentDocument(runtime)
  const named = calendar.name.trim().toLowerCase()
  if (calendars.some(({ id, name }) => id !== calendar.id && name.trim().toLowerCase() === named))
    throw notValid('nameTaken', hoursFindingText({ code: 'nameTaken', params: { name: calendar.name } }), 'name')
  const [fault] = hoursFaults({ zone: centre.zone, weekly: [], exceptions: [], holidays: calendar.holidays })
  if (fault !== undefined)
    throw notValid('notValid', hoursFindingText({ code: 'notValid', params: { ...fault } }), 'holidays')
  return publish(runtime, who, draft, calendar.name, { kind: 'calendar', calendar: calendar as CalendarDraft })
}

const removeShape = ofDraft.concat(
  yup.object({
    id: yup.string<AnyId>().max(200).required(),
    /** What those who use it use from then on; null: nothing (always open, no such holidays). Left out where nobody does. */
    replacementId: yup.string<AnyId>().max(200).nullable(),
  }),
)

export type Removable = 'hours' | 'calendars' | 'sites' | 'shifts' | 'skills' | 'loadLimits' | 'teams'

const gone: Record<Removable, string> = {
  hours: 'These opening hours',
  calendars: 'This calendar',
  sites: 'This site',
  shifts: 'This shift',
  skills: 'This skill',
  loadLimits: 'These load limits',
  teams: 'This team',
}
const removal = {
  hours: 'deleteHours',
  calendars: 'deleteCalendar',
  sites: 'deleteSite',
  shifts: 'deleteShift',
  skills: 'deleteSkill',
  loadLimits: 'deleteLimits',
  teams: 'deleteTeam',
} as const satisfies Record<Removable, PlanChange['kind']>

/** Who uses it, by name. */
function usersOf({ follower }: Runtime, document: PlanDocument, what: Removable, id: AnyId): string[] {
  const named = (personId: PersonId): string => follower.people.get(personId)?.name ?? personId
  switch (what) {
    case 'hours':
      return usersOfHours(document, id)
    case 'calendars':
      return usersOfCalendar(document, id).map(calendarUserText)
    case 'sites':
      return document.people.filter(({ siteId }) => siteId === id).map((person) => named(person.id))
    case 'shifts':
      return document.people.filter(({ shiftId }) => shiftId === id).map((person) => named(person.id))
    case 'loadLimits':
      return document.people.filter(({ loadLimitsId }) => loadLimitsId === id).map((person) => named(person.id))
    case 'teams':
      return [
        ...document.people.filter(({ teamId }) => teamId === id).map((person) => named(person.id)),
        ...document.teams.filter(({ parentId }) => parentId === id).map(({ name }) => name),
        ...usersOfTeam(document, id),
      ]
    case 'skills':
      return [
        ...document.queues
          .filter(({ requirements }) => requirements.some(({ skillId }) => skillId === id))
          .map(({ name }) => name),
        ...document.people
          .filter(({ skills }) => skills.some(({ skillId }) => skillId === id))
          .map((person) => named(person.id)),
      ]
  }
}

/** Takes one of these out of the plan. What is in use goes only with a replacement named. */
export async function removeTimes(runtime: Runtime, who: Who, what: Removable, input: unknown): Promise<Saved> {
  const { draft, id, replacementId } = await removeShape.validate(input, strictly)
  const document = await currentDocument(runtime)
  const found = document[what].find((one) => one.id === id)
  if (found === undefined) throw notFound(gone[what])
  const users = usersOf(runtime, document, what, id)
  const known =
    replacementId == null || (replacementId !== id && document[what].some((one) => one.id === replacementId))
  if (!known) throw notValid('unknownReplacement', 'Replacement: this is no longer in the plan.', 'replacementId')
  if (users.length > 0 && replacementId === undefined)
    throw new ProblemError(
      problem(409, 'inUse', 'In use', `“${found.name}” is used by ${someOf(users)}. Choose what they use instead.`, {
        params: { count: users.length },
      }),
    )
  return publish(runtime, who, draft, found.name, {
    kind: removal[what],
    id,
    replacementId: replacementId ?? null,
  })
}

export async function publish(
  runtime: Runtime,
  who: Who,
  draft: number,
  note: string,
  change: PlanChange,
  beside: Omit<CommandBodies['publishPlan'], 'plan'> = {},
): Promise<Saved> {
  const { publisher, follower, sender, clock } = runtime
  const published = await publisher.ask('publishPlan', {
    ...{ change, draft, by: who.id, note, at: clock.now(), beside },
    left: thoseWhoLeft(follower.people),
    opensTeams: who.roles.includes('administrator'),
  })
  if ('moved' in published) throw changedMeanwhile(published.moved)
  // Whoever may not look into a private team may not open it either, to themself or to others.
  if ('private' in published) throw keptPrivate()
  if ('faults' in published) throw notPublished(runtime, published)
  const answer = await sender.awaitAnswer(published.inboxId)
  if (!answer.ok && 'refusal' in answer) throw refused(answer.refusal, answer.seq)
  return { version: published.version, draft: draft + 1, seq: answer.seq }
}

const changedMeanwhile = (draft: number): ProblemError =>
  new ProblemError(
    problem(
      409,
      'draftMoved',
      'Changed meanwhile',
      'Somebody else has saved the plan since you opened this. Your entries are kept here: load the current plan beside them and save again.',
      { params: { draft } },
    ),
  )

const keptPrivate = (): ProblemError =>
  new ProblemError(
    problem(
      403,
      'privateTeam',
      'Private',
      'This would show the work of a private team to others, and you may not see it yourself. Ask its lead, one of its observers or an administrator.',
    ),
  )

/** What the whole plan's check found and the form's own did not: of something else, mostly. */
function notPublished(
  { follower }: Runtime,
  { faults, document }: Extract<Published, { faults: unknown }>,
): ProblemError {
  const named = (id: PersonId): string => follower.people.get(id)?.name ?? id
  const texts = faults.map((one) => {
    const { kind, id } = one.of
    const list: readonly object[] = kind === 'centre' ? [] : document[kind]
    const found = list.find((of) => 'id' in of && of.id === id)
    const called = found !== undefined && 'name' in found ? String(found.name) : named(id as PersonId)
    return `${capital(placeText(one.of, called))}: ${wholeFindingText(one, named)}`
  })
  return notValid(faults[0]?.finding.code ?? 'notValid', texts.slice(0, 3).join(' '), '')
}

const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`
