import type { QueueId } from '../ids/index.ts'
import { traitsOf } from './channels.ts'
import type { PlanDocument } from './plan.ts'
import { membersOf, reachedBy, spelledOut } from './reach.ts'
import { hardest, peopleById, servingSteps, type ServingStep } from './serving.ts'

/** Something in the plan that will hurt, for people to mend. A fault stops publishing, a warning does not. */
export interface Finding {
  readonly severity: 'fault' | 'warning'
  readonly code: FindingCode
  readonly queueId: QueueId
  readonly params: Readonly<Record<string, string | number>>
}

export type FindingCode =
  | 'nobodyCanServe'
  | 'onePersonCanServe'
  | 'noTestCustomers'
  | 'answerWindowBeyondTarget'
  | 'unknownPerson'
  | 'notAnAgent'
  | 'nameTaken'
  | 'unknownHours'
  | 'neverOpen'
  | 'sentInACircle'
  | 'unknownQueue'
  | 'nobodyOnShift'
  | 'someWithoutShift'
  | 'unknownSkill'
  | 'boundsCrossed'
  | 'nobodySkilled'
  | 'nobodySkilledYet'
  | 'relaxesNothing'
  | 'reachAddsNobody'
  | 'stepTooLate'
  | 'fullToUnknown'
  | 'fullInACircle'
  | 'waitedToUnknown'
  | 'waitedInACircle'
  | 'unknownTeam'
  | 'teamWithoutAgents'
  | 'noLine'
  | 'unknownDisposition'
  | 'unknownScript'
  | 'noTextLine'

type Ways = Pick<
  PlanDocument['queues'][number],
  'id' | 'atClosingTo' | 'whenFullTo' | 'longestWaitSeconds' | 'longestWaitTo'
>

/** The queues that one may go on to from this one, whatever the cause. */
const waysOn = ({ atClosingTo, whenFullTo, longestWaitSeconds, longestWaitTo }: Ways): QueueId[] =>
  [atClosingTo, whenFullTo, longestWaitSeconds === null ? null : longestWaitTo].flatMap((to) =>
    to === null ? [] : [to],
  )

/** Whether somebody who overflows to `to` could come back here, by any of the ways on. */
function comesBack(queue: Ways, to: QueueId, document: PlanDocument): boolean {
  const ways = new Map(document.queues.map((one) => [one.id, waysOn(one)]))
  const seen = new Set<QueueId>()
  const open = [to]
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (id === queue.id) return true
    if (seen.has(id)) continue
    seen.add(id)
    open.push(...(ways.get(id) ?? []))
  }
  return false
}

/** Each way on that leads nowhere, or back here. */
function checkWays(queue: Ways, document: PlanDocument, find: Find): void {
  const check = (to: QueueId | null, gone: FindingCode, circle: FindingCode): void => {
    if (to === null) return
    const next = document.queues.find(({ id }) => id === to)
    if (next === undefined || next.service === 'retired') find('fault', gone)
    else if (comesBack(queue, to, document)) find('fault', circle, { name: next.name })
  }
  check(queue.atClosingTo, 'unknownQueue', 'sentInACircle')
  check(queue.whenFullTo, 'fullToUnknown', 'fullInACircle')
  if (queue.longestWaitSeconds !== null) check(queue.longestWaitTo, 'waitedToUnknown', 'waitedInACircle')
}

type Find = (severity: Finding['severity'], code: FindingCode, params?: Finding['params']) => void

/** What is asked for, and whether anybody has it by then. */
function checkSkills(
  queue: PlanDocument['queues'][number],
  document: PlanDocument,
  steps: readonly ServingStep[],
  find: Find,
): void {
  const named = new Map(document.skills.map(({ id, name }) => [id, name]))
  const { requirements, relaxations } = queue
  const { laterReaches, agentIds } = spelledOut(queue, document)
  if ([...requirements, ...relaxations].some(({ skillId }) => !named.has(skillId))) return find('fault', 'unknownSkill')
  const crossed = [...requirements, ...relaxations].find(({ least, most }) => least > most)
  if (crossed !== undefined) return find('fault', 'boundsCrossed', { skill: named.get(crossed.skillId) ?? '' })
  const [first, last] = [steps.find(({ able }) => able.length > 0), steps.at(-1)]
  const start = steps[0]
  if (last !== undefined && first === undefined && last.inReach.length > 0) {
    const asked = hardest(last.asked, last.inReach)
    if (asked !== null) find('warning', 'nobodySkilled', { skill: named.get(asked.skillId) ?? '', least: asked.least })
  } else if (first !== undefined && first.afterSeconds > 0 && start !== undefined && start.inReach.length > 0) {
    const asked = hardest(start.asked, start.inReach)
    const skill = (asked !== null && named.get(asked.skillId)) || ''
    find('warning', 'nobodySkilledYet', { skill, least: asked?.least ?? 0, seconds: first.afterSeconds })
  }
  for (const { skillId, least, most, afterSeconds } of relaxations) {
    const asked = steps[0]?.asked.find((one) => one.skillId === skillId)
    if (asked === undefined || (least >= asked.least && most <= asked.most))
      find('warning', 'relaxesNothing', { skill: named.get(skillId) ?? '', seconds: afterSeconds })
  }
  const late = steps.find(({ afterSeconds }) => afterSeconds >= (queue.longestWaitSeconds ?? Infinity))
  if (late !== undefined && late.afterSeconds > 0)
    find('warning', 'stepTooLate', { seconds: late.afterSeconds, longest: queue.longestWaitSeconds ?? 0 })
  const reached = new Set<string>(agentIds)
  for (const reach of [...laterReaches].sort((a, b) => a.afterSeconds - b.afterSeconds)) {
    if (reach.agentIds.length > 0 && reach.agentIds.every((id) => reached.has(id)))
      find('warning', 'reachAddsNobody', { seconds: reach.afterSeconds })
    for (const id of reach.agentIds) reached.add(id)
  }
}

/** The teams that its reaches name. */
function checkTeams(queue: PlanDocument['queues'][number], document: PlanDocument, find: Find): void {
  for (const one of [...queue.teams, ...queue.laterReaches.flatMap(({ teams }) => teams)]) {
    const team = document.teams.find(({ id }) => id === one.teamId)
    if (team === undefined) find('fault', 'unknownTeam')
    else if (membersOf(one, document).length === 0)
      find('warning', 'teamWithoutAgents', { team: team.name, tier: one.tier ?? 0 })
  }
}

/** Whether anybody can come into the queue: by a line, or by overflow from another queue. */
const isLedTo = ({ id }: Pick<Ways, 'id'>, { lines, queues }: PlanDocument): boolean =>
  lines.some(({ queueIds }) => queueIds.includes(id)) ||
  queues.some((one) => one.service !== 'retired' && waysOn(one).includes(id))

/** Whether customers can be texted at all. */
const hasTextLine = ({ lines }: PlanDocument): boolean =>
  lines.some(({ channel, on, address }) => traitsOf(channel).texted && on && address !== null)

/** What is wrong, or likely wrong, with one queue of the document. */
export function checkQueue(queue: PlanDocument['queues'][number], document: PlanDocument): Finding[] {
  const findings: Finding[] = []
  const find = (severity: Finding['severity'], code: FindingCode, params: Finding['params'] = {}): void => {
    findings.push({ severity, code, queueId: queue.id, params })
  }
  const namesake = document.queues.find(
    (other) => other.id !== queue.id && other.name.trim().toLowerCase() === queue.name.trim().toLowerCase(),
  )
  if (namesake !== undefined) find('fault', 'nameTaken', { name: queue.name })
  checkTeams(queue, document, find)
  const known = peopleById(document.people)
  for (const id of reachedBy(queue, document)) {
    const person = known.get(id)
    if (person === undefined) find('fault', 'unknownPerson', { personId: id })
    else if (!person.roles.includes('agent')) find('warning', 'notAnAgent', { personId: id })
  }
  const hours = document.hours.find(({ id }) => id === queue.hoursId)
  if (queue.hoursId !== null && hours === undefined) find('fault', 'unknownHours')
  checkWays(queue, document, find)
  if (queue.dispositionIds.some((id) => !document.dispositions.some((one) => one.id === id)))
    find('fault', 'unknownDisposition')
  if (queue.scriptId !== null && !document.scripts.some(({ id }) => id === queue.scriptId))
    find('fault', 'unknownScript')
  if (queue.service === 'retired') return findings
  if (queue.callbackAfterSeconds !== null && queue.notReachedText !== '' && !hasTextLine(document))
    find('warning', 'noTextLine')
  if (!isLedTo(queue, document)) find('warning', 'noLine')
  if (hours !== undefined && hours.weekly.length + hours.exceptions.length === 0)
    find('warning', 'neverOpen', { hours: hours.name })
  const steps = servingSteps(queue, document)
  checkSkills(queue, document, steps, find)
  const able = steps.at(-1)?.able ?? []
  if (able.length === 0 && steps.every(({ inReach }) => inReach.length === 0)) find('warning', 'nobodyCanServe')
  if (able.length === 1) find('warning', 'onePersonCanServe', { personId: able[0]?.id ?? '' })
  if (queue.onShiftOnly && able.length > 0) {
    const without = able.filter(({ shiftId }) => shiftId === null).length
    if (without === able.length) find('warning', 'nobodyOnShift')
    else if (without > 0) find('warning', 'someWithoutShift', { count: without })
  }
  if (queue.service === 'inPreparation' && queue.testCustomerIds.length === 0) find('warning', 'noTestCustomers')
  const target = queue.target?.seconds
  if (target !== undefined && queue.answerWindowSeconds > target)
    find('warning', 'answerWindowBeyondTarget', { window: queue.answerWindowSeconds, target })
  return findings
}

/** All findings of the plan, faults first, in the order of its queues. */
export function checkPlan(document: PlanDocument): Finding[] {
  const findings = document.queues.flatMap((queue) => checkQueue(queue, document))
  return [...findings.filter((f) => f.severity === 'fault'), ...findings.filter((f) => f.severity === 'warning')]
}

/** That nobody, or nobody yet, has what the queue asks for; null where somebody has. */
export function unskilled(queue: PlanDocument['queues'][number], document: PlanDocument): Finding | null {
  const found: Finding[] = []
  checkSkills(queue, document, servingSteps(queue, document), (severity, code, params = {}) =>
    found.push({ severity, code, queueId: queue.id, params }),
  )
  return found.find(({ code }) => code === 'nobodySkilled' || code === 'nobodySkilledYet') ?? null
}
