import type { Channel, CompiledPlan, Queue } from '../../plan/index.ts'

// What the naive model holds, and when things are open to it.

export interface NaiveAgent {
  id: string
  onShift: boolean
  state: string
  /** When they last had something to do, and since when each channel is admitted. */
  workedAt: number
  admitted: Record<string, number>
  after: string | null
  /** What they were in before they recovered, and until when. */
  recovery: { state: string; until: number } | null
  closedTo: readonly string[]
  connections: string[]
  graceDueAt: number | null
}

interface NaiveRequirement {
  skillId: string
  least: number
  most: number
}

export interface NaiveInteraction {
  id: string
  channel: Channel
  customer: string
  /** Of a text: the number it came from. */
  number: string | null
  requirements: readonly NaiveRequirement[]
  priority: number | null
  patience: number
  queue: string
  /** How many of its queue's steps have come. */
  step: number
  overdue: boolean
  arrivedAt: number
  enteredAt: number
  waitedBefore: number
  leftMessage: boolean
  /** Nobody need be at the customer's end of a call. */
  toCall: boolean
  outgoing: boolean
  callback: { tries: number; callable: readonly number[]; putOffUntil: number | null } | null
  dial: { number: number; dueAt: number } | null
  dials: number
  awaitsOpening: boolean
  answeredAt: number
  phase: 'waiting' | 'offered' | 'connected' | 'resting' | 'wrapUp'
  owes: string
  silentSince: number
  asked: boolean
  restUntil: number | null
  lastAgent: string
  wrapUpFrom: number
  agent: string | null
  /** A colleague whom the agent of a call has asked. */
  guest: { agent: string; way: 'asked' | 'aside' | 'joined'; dueAt: number } | null
  dueAt: number | null
  graceDueAt: number | null
  connections: string[]
  tried: string[]
  preferred: { agent: string; until: number } | null
  retryDueAt: number | null
  visit: number
  offers: number
}

export interface NaiveEmergency {
  id: string
  queues: readonly string[]
  from: number
  to: number
  waiting: string
  overflowTo: string | null
  evacuated: { agent: string; state: string }[]
}

export type NaiveSpan = [from: number, to: number]

const pairs = (changes: readonly number[]): NaiveSpan[] =>
  changes.flatMap((from, n): NaiveSpan[] => (n % 2 === 0 ? [[from, changes[n + 1] ?? from]] : []))

export function shiftOf(plan: CompiledPlan | null, agent: string): NaiveSpan[] {
  const shiftId = plan?.people.find(({ id }) => id === agent)?.shiftId
  return pairs(plan?.shifts.find(({ id }) => id === shiftId)?.openings ?? [])
}

/** When the queue is open; null: always. */
export function openOf(
  plan: CompiledPlan | null,
  emergencies: readonly NaiveEmergency[],
  queueId: string,
): NaiveSpan[] | null {
  const hoursId = plan?.queues.find((q) => q.id === queueId)?.hoursId ?? null
  const shut = emergencies.filter(({ queues }) => queues.includes(queueId))
  if (hoursId === null && shut.length === 0) return null
  let spans: NaiveSpan[] =
    hoursId === null ? [[0, Infinity]] : pairs(plan?.hours.find(({ id }) => id === hoursId)?.openings ?? [])
  for (const { from, to } of shut) {
    const cut = spans.flatMap(([a, b]): NaiveSpan[] => [
      [a, Math.min(b, from)],
      [Math.max(a, to), b],
    ])
    spans = cut.filter(([a, b]) => a < b)
  }
  return spans
}

/** What it has waited, in the open time of its queue, with what it waited before. */
export function waitedIn(spans: readonly NaiveSpan[] | null, i: NaiveInteraction, at: number): number {
  if (spans === null) return i.waitedBefore + at - i.enteredAt
  return spans.reduce(
    (sum, [from, to]) => sum + Math.max(0, Math.min(to, at) - Math.max(from, i.enteredAt)),
    i.waitedBefore,
  )
}

/** The first instant from `at` on at which the customer may be called. */
export const naiveCallable = (callable: readonly number[], at: number): number | null =>
  pairs(callable)
    .filter(([, to]) => to > at)
    .map(([from]) => Math.max(from, at))[0] ?? null

/** When something about a callback changes by itself. */
export function callbackDue({ callback }: NaiveInteraction, at: number): number | null {
  if (callback === null) return null
  return callback.putOffUntil ?? pairs(callback.callable).find(([from, to]) => from <= at && to > at)?.[1] ?? at
}

/** Every wait, in seconds, at which something changes for those in the queue. */
export const stepsOf = ({ laterReaches, relaxations }: Queue): number[] =>
  [...new Set([...laterReaches, ...relaxations].map(({ afterSeconds }) => afterSeconds))]
    .filter((seconds) => seconds > 0)
    .sort((a, b) => a - b)

/** When a wait that began at `from` has lasted so long, or null. */
export function whenWaited(spans: readonly NaiveSpan[] | null, from: number, ms: number): number | null {
  let left = ms
  for (const [a, b] of spans ?? [[0, Infinity] as NaiveSpan]) {
    const here = b - Math.max(a, from)
    if (here <= 0) continue
    if (here >= left) return Math.max(a, from) + left
    left -= here
  }
  return null
}

export const admittedIn = (state: string): string[] =>
  state === 'ready' ? ['voice', 'chat', 'sms', 'email'] : state === 'textsOnly' ? ['chat', 'sms'] : []

/** After how many seconds of quiet it rests (null: never), and how long it rests. */
export const naiveQuiet = (centre: CompiledPlan['centre'], channel: string): readonly [number | null, number] =>
  channel === 'sms'
    ? [centre.textRestAfterSeconds, centre.textEndAfterRestSeconds]
    : channel === 'email'
      ? [centre.mailRestAfterSeconds, centre.mailEndAfterRestSeconds]
      : [centre.restAfterSilenceSeconds, centre.endAfterRestSeconds]

export const naiveThread = (channel: string): boolean => ['sms', 'email'].includes(channel)

export const admittedBy = (a: NaiveAgent): string[] =>
  admittedIn(a.state).filter(
    (channel) => !a.closedTo.includes(channel) && (a.after === null || admittedIn(a.after).includes(channel)),
  )

/** What somebody can do for a while. */
export interface NaiveGrant {
  id: string
  agent: string
  skill: string
  level: number
  until: number
}

const levelOf = (plan: CompiledPlan, grants: readonly NaiveGrant[], agent: string, skill: string): number =>
  grants.find((g) => g.agent === agent && g.skill === skill)?.level ??
  plan.people.find(({ id }) => id === agent)?.skills.find(({ skillId }) => skillId === skill)?.level ??
  0

export const isInReach = (queue: Queue, agent: string, waitMs: number): boolean =>
  queue.agentIds.includes(agent) ||
  queue.laterReaches.some((r) => r.afterSeconds * 1000 <= waitMs && r.agentIds.includes(agent))

export function isSkilled(
  plan: CompiledPlan,
  grants: readonly NaiveGrant[],
  queue: Queue,
  { requirements }: NaiveInteraction,
  agent: string,
  waitMs: number,
): boolean {
  const asked = [...queue.requirements, ...requirements]
  return asked.every(({ skillId }) => {
    const same = asked.filter((one) => one.skillId === skillId)
    const wider = queue.relaxations.filter((r) => r.skillId === skillId && r.afterSeconds * 1000 <= waitMs)
    const least = Math.min(Math.max(...same.map((one) => one.least)), ...wider.map((r) => r.least))
    const most = Math.max(Math.min(...same.map((one) => one.most)), ...wider.map((r) => r.most))
    const level = levelOf(plan, grants, agent, skillId)
    return least <= level && level <= most
  })
}

export function isRoom(
  plan: CompiledPlan,
  carried: readonly Pick<NaiveInteraction, 'channel' | 'customer'>[],
  { channel, customer }: Pick<NaiveInteraction, 'channel' | 'customer'>,
): boolean {
  const limits = plan.loadLimits[0]
  if (limits === undefined) return false
  const all = limits.channels
  const sum = carried.reduce((slots, c) => slots + all[c.channel].slots, all[channel].slots)
  const goes = (one: Channel, other: Channel): boolean => !all[one].alone || all[one].beside.includes(other)
  const split = (one: Channel): boolean => (one === 'voice') !== (channel === 'voice')
  return (
    (!limits.sameCustomerInCalls || carried.every((c) => c.customer === customer || !split(c.channel))) &&
    sum <= limits.slots &&
    carried.filter((c) => c.channel === channel).length + 1 <= all[channel].most &&
    carried.every((c) => goes(c.channel, channel) && goes(channel, c.channel))
  )
}

/** Those who could be offered it, the one to choose first. */
export function inOrder(
  plan: CompiledPlan,
  { grants, lent }: { grants: readonly NaiveGrant[]; lent: readonly string[] },
  queue: Queue,
  i: NaiveInteraction,
  able: readonly NaiveAgent[],
  carriedBy: (agent: string) => NaiveInteraction[],
  last: string | undefined,
): NaiveAgent[] {
  const people = [...new Set([...queue.agentIds, ...queue.laterReaches.flatMap((r) => r.agentIds), ...lent])]
  const asked = [...new Set([...queue.requirements, ...i.requirements].map(({ skillId }) => skillId))]
  const from = last === undefined ? -1 : people.indexOf(last)
  const rank = (a: NaiveAgent): number => {
    if (queue.selection === 'lightestLoad')
      return carriedBy(a.id).reduce((sum, c) => sum + (plan.loadLimits[0]?.channels[c.channel].slots ?? 0), 0)
    if (queue.selection === 'bestSkilled')
      return -asked.reduce((sum, skill) => sum + levelOf(plan, grants, a.id, skill), 0)
    if (queue.selection === 'inTurn') return (people.indexOf(a.id) - from - 1 + 2 * people.length) % people.length
    return 0
  }
  const idle = (a: NaiveAgent): number => Math.max(a.workedAt, a.admitted[i.channel] ?? 0)
  return [...able].sort((a, b) => rank(a) - rank(b) || idle(a) - idle(b) || (a.id < b.id ? -1 : 1))
}

export function priorityOf(queue: Queue, i: NaiveInteraction, waitedMs: number): number {
  const reached = queue.prioritySteps.filter(({ afterSeconds }) => afterSeconds * 1000 <= waitedMs)
  return Math.max(i.priority ?? queue.priority, ...reached.map(({ priority }) => priority))
}
