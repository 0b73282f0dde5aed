// The published plan, and what is laid over it, by id and ready to be asked.
import { Openings, union, without, type Span } from '../../hours/index.ts'
import type {
  AgentId,
  Channel,
  CompiledPlan,
  Instant,
  Line,
  LineId,
  LoadLimits,
  PersonId,
  PlanPerson,
  PresenceState,
  PresenceStateId,
  Queue,
  QueueId,
  LoadLimitsId,
} from '../../plan/index.ts'
import type { Absence, Emergency, Stopgap } from './pieces.ts'

/** The plan's parts by id. */
export interface PlanLookup {
  readonly queues: ReadonlyMap<QueueId, Queue>
  readonly people: ReadonlyMap<PersonId, PlanPerson>
  readonly presenceStates: ReadonlyMap<PresenceStateId, PresenceState>
  readonly loadLimits: ReadonlyMap<LoadLimitsId, LoadLimits>
  /** By queue; a queue without is always open. */
  readonly openings: ReadonlyMap<QueueId, Openings>
  /** By line with hours of its own. */
  readonly lineOpenings: ReadonlyMap<LineId, Openings>
  /** By agent with a shift: when they are on shift. */
  readonly rosters: ReadonlyMap<AgentId, Openings>
  /** By queue: the emergency that keeps it closed. */
  readonly emergencies: ReadonlyMap<QueueId, Emergency>
  /** By queue: those that overflow to it while they are closed. */
  readonly sources: ReadonlyMap<QueueId, readonly QueueId[]>
  readonly lines: ReadonlyMap<LineId, Line & { readonly leadsTo: ReadonlySet<QueueId> }>
  /** By queue: the channel of the lines that lead to it; chat, where several do and one of them is a chat box. */
  readonly usual: ReadonlyMap<QueueId, Channel>
}

const byId = <T extends { readonly id: string }>(items: readonly T[]): Map<T['id'], T> =>
  new Map(items.map((item) => [item.id, item]))

/** A queue without hours is open all the time there is. */
export const always: Span = { from: 0, to: Number.MAX_SAFE_INTEGER }

/** What is laid over the plan's hours for a while. */
export interface Layers {
  readonly stopgaps: readonly Stopgap[]
  readonly emergencies: readonly Emergency[]
  readonly absences: readonly Absence[]
}

const spansOf = (changes: readonly Instant[]): Span[] =>
  changes.flatMap((from, n) => (n % 2 === 0 ? [{ from, to: changes[n + 1] ?? from }] : []))

/** When each agent with a shift is on it: those without an absence share their shift's. */
function rostersOf({ shifts, people }: CompiledPlan, absences: readonly Absence[]): Map<AgentId, Openings> {
  const spans = new Map(shifts.map(({ id, openings }) => [id, spansOf(openings)]))
  const whole = new Map([...spans].map(([id, one]) => [id, new Openings(one)]))
  const away = new Map<AgentId, Absence[]>()
  for (const one of absences) away.set(one.agentId, [...(away.get(one.agentId) ?? []), one])
  const rosters = new Map<AgentId, Openings>()
  for (const { id, shiftId } of people) {
    const shift = shiftId === null ? undefined : spans.get(shiftId)
    const shared = shiftId === null ? undefined : whole.get(shiftId)
    if (shift === undefined || shared === undefined) continue
    const own = away.get(id)
    rosters.set(id, own === undefined ? shared : new Openings(without(shift, union(own))))
  }
  return rosters
}

/** When a queue is open: by its hours, and what stopgaps and emergencies make of that. Null where it always is. */
export function openingsOf(
  plan: CompiledPlan,
  { id, hoursId }: Queue,
  { stopgaps, emergencies }: Omit<Layers, 'absences'>,
): Openings | null {
  const own = stopgaps.filter(({ queueId }) => queueId === id)
  const shut = emergencies.filter(({ queueIds }) => queueIds.includes(id))
  if (hoursId === null && own.length + shut.length === 0) return null
  const changes = plan.hours.find((hours) => hours.id === hoursId)?.openings ?? []
  let spans: Span[] = hoursId === null ? [always] : spansOf(changes)
  for (const { kind, from, until } of own)
    spans = kind === 'open' ? union([...spans, { from, to: until }]) : without(spans, [{ from, to: until }])
  return new Openings(
    without(
      spans,
      shut.map(({ from, to }) => ({ from, to: to ?? always.to })),
    ),
  )
}

const nothing: Layers = { stopgaps: [], emergencies: [], absences: [] }

function sourcesOf(plan: CompiledPlan | null, { emergencies }: Layers): Map<QueueId, QueueId[]> {
  const sources = new Map<QueueId, QueueId[]>()
  const add = (from: QueueId, to: QueueId | null): void => {
    if (to !== null) sources.set(to, [...(sources.get(to) ?? []), from])
  }
  for (const { id, atClosingTo, longestWaitTo } of plan?.queues ?? []) {
    add(id, atClosingTo)
    if (longestWaitTo !== atClosingTo) add(id, longestWaitTo)
  }
  for (const { queueIds, overflowTo, to } of emergencies)
    if (to === null) for (const id of queueIds) add(id, overflowTo)
  return sources
}

export const lookupOf = (plan: CompiledPlan | null, layers: Layers = nothing): PlanLookup => ({
  queues: byId(plan?.queues ?? []),
  people: byId(plan?.people ?? []),
  presenceStates: byId(plan?.presenceStates ?? []),
  loadLimits: byId(plan?.loadLimits ?? []),
  openings: new Map(
    plan?.queues.flatMap((queue) => {
      const openings = openingsOf(plan, queue, layers)
      return openings === null ? [] : [[queue.id, openings] as const]
    }),
  ),
  lineOpenings: new Map(
    plan?.lines.flatMap(({ id, hoursId }) => {
      const hours = plan.hours.find((one) => one.id === hoursId)
      return hours === undefined ? [] : [[id, new Openings(spansOf(hours.openings))] as const]
    }),
  ),
  rosters: plan === null ? new Map() : rostersOf(plan, layers.absences),
  // Of several the first: it closed the queue.
  emergencies: new Map(
    layers.emergencies
      .filter(({ to }) => to === null)
      .flatMap((one) => one.queueIds.map((queueId) => [queueId, one] as const))
      .reverse(),
  ),
  sources: sourcesOf(plan, layers),
  lines: new Map(plan?.lines.map((line) => [line.id, { ...line, leadsTo: new Set(line.queueIds) }])),
  usual: new Map(
    (['email', 'sms', 'voice', 'chat'] as const).flatMap((channel) =>
      (plan?.lines ?? []).flatMap((line) =>
        line.channel === channel ? line.queueIds.map((queueId) => [queueId, channel] as const) : [],
      ),
    ),
  ),
})
