import type { Channel, CompiledPlan, Queue } from '../plan/index.ts'
import type { Requirement } from '../skills/index.ts'

// What the naive match asks, each answered by a search through everything.

export interface NaiveEmergency {
  id: string
  queues: readonly string[]
  from: number
  to: number
  waiting: string
  overflowTo: string | null
}

/** Of a conversation, what is asked of it. */
interface Asked {
  readonly channel: Channel
  readonly customer: string
  readonly requirements: readonly Requirement[]
  readonly priority: number | null
  readonly enteredAt: number
  readonly waitedBefore: number
}

export type NaiveSpan = [from: number, to: number]

const pairs = (changes: readonly number[]): NaiveSpan[] =>
  changes.flatMap((from, n): NaiveSpan[] => (n % 2 === 0 ? [[from, changes[n + 1] ?? from]] : []))

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
export function waitedIn(
  spans: readonly NaiveSpan[] | null,
  i: Pick<Asked, 'waitedBefore' | 'enteredAt'>,
  at: number,
): number {
  if (spans === null) return i.waitedBefore + at - i.enteredAt
  return spans.reduce(
    (sum, [from, to]) => sum + Math.max(0, Math.min(to, at) - Math.max(from, i.enteredAt)),
    i.waitedBefore,
  )
}

/** What somebody can do for a while. */
interface NaiveGrant {
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
  { requirements }: Pick<Asked, 'requirements'>,
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
  carried: readonly Pick<Asked, 'channel' | 'customer'>[],
  { channel, customer }: Pick<Asked, 'channel' | 'customer'>,
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

/** Since when somebody has had nothing to do, and could have had this. */
interface Idle {
  readonly id: string
  readonly lastAtWork: number
  readonly admittedSince: Readonly<Partial<Record<Channel, number>>>
}

/** Those who could be offered it, the one to choose first. */
export function inOrder<A extends Idle>(
  plan: CompiledPlan,
  { grants, lent }: { grants: readonly NaiveGrant[]; lent: readonly string[] },
  queue: Queue,
  i: Pick<Asked, 'channel' | 'requirements'>,
  able: readonly A[],
  carriedBy: (agent: A) => readonly Pick<Asked, 'channel'>[],
  last: string | undefined,
): A[] {
  const people = [...new Set([...queue.agentIds, ...queue.laterReaches.flatMap((r) => r.agentIds), ...lent])]
  const asked = [...new Set([...queue.requirements, ...i.requirements].map(({ skillId }) => skillId))]
  const from = last === undefined ? -1 : people.indexOf(last)
  const rank = (a: A): number => {
    if (queue.selection === 'lightestLoad')
      return carriedBy(a).reduce((sum, c) => sum + (plan.loadLimits[0]?.channels[c.channel].slots ?? 0), 0)
    if (queue.selection === 'bestSkilled')
      return -asked.reduce((sum, skill) => sum + levelOf(plan, grants, a.id, skill), 0)
    if (queue.selection === 'inTurn') return (people.indexOf(a.id) - from - 1 + 2 * people.length) % people.length
    return 0
  }
  const idle = (a: A): number => Math.max(a.lastAtWork, a.admittedSince[i.channel] ?? 0)
  return [...able].sort((a, b) => rank(a) - rank(b) || idle(a) - idle(b) || (a.id < b.id ? -1 : 1))
}

export function priorityOf(queue: Queue, i: Pick<Asked, 'priority'>, waitedMs: number): number {
  const reached = queue.prioritySteps.filter(({ afterSeconds }) => afterSeconds * 1000 <= waitedMs)
  return Math.max(i.priority ?? queue.priority, ...reached.map(({ priority }) => priority))
}
