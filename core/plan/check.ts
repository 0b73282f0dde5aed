import type { LoadLimits, PlanDocument, PlanPerson, Queue } from './plan.ts'

/** Something in the plan that will hurt, for people to mend. A fault stops publishing, a warning does not. */
export interface Finding {
  readonly severity: 'fault' | 'warning'
  readonly code: FindingCode
  readonly queueId: string
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

const canTake = (person: PlanPerson, limits: ReadonlyMap<string, LoadLimits>): boolean => {
  const limit = person.loadLimitsId === null ? undefined : limits.get(person.loadLimitsId)
  return (
    person.roles.includes('agent') &&
    limit !== undefined &&
    limit.channels.chat.most > 0 &&
    limit.channels.chat.slots <= limit.slots
  )
}

/** The people of a queue who could ever be offered a chat of it: agents whose load limits have room for one. */
export function couldServe(
  queue: Pick<Queue, 'agentIds'>,
  document: Pick<PlanDocument, 'people' | 'loadLimits'>,
): PlanPerson[] {
  const limits = new Map(document.loadLimits.map((limit) => [limit.id as string, limit]))
  const people = new Map(document.people.map((person) => [person.id as string, person]))
  return queue.agentIds.flatMap((id) => {
    const person = people.get(id)
    return person !== undefined && canTake(person, limits) ? [person] : []
  })
}

/** Whether those sent on when it closes could come back to it. */
function isInACircle(queue: PlanDocument['queues'][number], document: PlanDocument): boolean {
  const next = new Map(document.queues.map(({ id, atClosingTo }) => [id as string, atClosingTo]))
  next.set(queue.id, queue.atClosingTo)
  const seen = new Set<string>()
  for (let id: string | null | undefined = queue.id; id != null; id = next.get(id)) {
    if (seen.has(id)) return true
    seen.add(id)
  }
  return false
}

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
  for (const id of queue.agentIds) {
    const person = document.people.find((candidate) => candidate.id === id)
    if (person === undefined) find('fault', 'unknownPerson', { personId: id })
    else if (!person.roles.includes('agent')) find('warning', 'notAnAgent', { personId: id })
  }
  const hours = document.hours.find(({ id }) => id === queue.hoursId)
  if (queue.hoursId !== null && hours === undefined) find('fault', 'unknownHours')
  if (queue.atClosingTo !== null) {
    const next = document.queues.find(({ id }) => id === queue.atClosingTo)
    if (next === undefined || next.service === 'retired') find('fault', 'unknownQueue')
    else if (isInACircle(queue, document)) find('fault', 'sentInACircle', { name: next.name })
  }
  if (queue.service === 'retired') return findings
  if (hours !== undefined && hours.weekly.length + hours.exceptions.length === 0)
    find('warning', 'neverOpen', { hours: hours.name })
  const able = couldServe(queue, document)
  if (able.length === 0) find('warning', 'nobodyCanServe')
  else if (able.length === 1) find('warning', 'onePersonCanServe', { personId: able[0]?.id ?? '' })
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
