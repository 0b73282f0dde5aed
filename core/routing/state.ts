import { hasRoom, slotsTaken } from '../capacity/index.ts'
import { freshFigures } from '../figures/index.ts'
import { Openings, union, without, type Span } from '../hours/index.ts'
import { presenceGap } from '../presence/index.ts'
import type {
  AgentId,
  Channel,
  CompiledPlan,
  Instant,
  InteractionId,
  LineId,
  LoadLimits,
  PersonId,
  PlanPerson,
  PresenceState,
  PresenceStateId,
  Queue,
  QueueId,
} from '../plan/index.ts'
import { Index } from './index-of-state.ts'
import type { Absence, Agent, Emergency, Interaction, QueueDay, Stopgap, Visit } from './pieces.ts'

/** The plan's parts by id. */
export interface PlanLookup {
  readonly queues: ReadonlyMap<QueueId, Queue>
  readonly people: ReadonlyMap<PersonId, PlanPerson>
  readonly presenceStates: ReadonlyMap<PresenceStateId, PresenceState>
  readonly loadLimits: ReadonlyMap<string, LoadLimits>
  /** By queue; a queue without is always open. */
  readonly openings: ReadonlyMap<QueueId, Openings>
  /** By agent with a shift: when they are on shift. */
  readonly rosters: ReadonlyMap<AgentId, Openings>
  /** By queue: the emergency that keeps it closed. */
  readonly emergencies: ReadonlyMap<QueueId, Emergency>
  /** By queue: those that send on to it while they are closed. */
  readonly sources: ReadonlyMap<QueueId, readonly QueueId[]>
  readonly lines: ReadonlyMap<LineId, { readonly channel: Channel; readonly queueIds: ReadonlySet<QueueId> }>
}

const byId = <T extends { readonly id: string }>(items: readonly T[]): Map<string, T> =>
  new Map(items.map((item) => [item.id, item]))

/** A queue without hours is open all the time there is. */
const always: Span = { from: 0, to: Number.MAX_SAFE_INTEGER }

/** What is laid over the plan's hours for a while. */
interface Layers {
  readonly stopgaps: readonly Stopgap[]
  readonly emergencies: readonly Emergency[]
  readonly absences: readonly Absence[]
}

const spansOf = (turns: readonly Instant[]): Span[] =>
  turns.flatMap((from, n) => (n % 2 === 0 ? [{ from, to: turns[n + 1] ?? from }] : []))

/** When each agent with a shift is on it: those without an absence share their shift's. */
function rostersOf({ shifts, people }: CompiledPlan, absences: readonly Absence[]): Map<AgentId, Openings> {
  const spans = new Map(shifts.map(({ id, openings }) => [id as string, spansOf(openings)]))
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
function openingsOf(
  plan: CompiledPlan,
  { id, hoursId }: Queue,
  { stopgaps, emergencies }: Omit<Layers, 'absences'>,
): Openings | null {
  const own = stopgaps.filter(({ queueId }) => queueId === id)
  const shut = emergencies.filter(({ queueIds }) => queueIds.includes(id))
  if (hoursId === null && own.length + shut.length === 0) return null
  const turns = plan.hours.find((hours) => hours.id === hoursId)?.openings ?? []
  let spans: Span[] = hoursId === null ? [always] : spansOf(turns)
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
  for (const { id, atClosingTo } of plan?.queues ?? []) add(id, atClosingTo)
  for (const { queueIds, sendOnTo, to } of emergencies) if (to === null) for (const id of queueIds) add(id, sendOnTo)
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
  rosters: plan === null ? new Map() : rostersOf(plan, layers.absences),
  // Of several the first: it closed the queue.
  emergencies: new Map(
    layers.emergencies
      .filter(({ to }) => to === null)
      .flatMap((one) => one.queueIds.map((queueId) => [queueId, one] as const))
      .reverse(),
  ),
  sources: sourcesOf(plan, layers),
  lines: new Map(plan?.lines.map(({ id, channel, queueIds }) => [id, { channel, queueIds: new Set(queueIds) }])),
})

/**
 * Everything that is so right now. `evolve` changes it in place: it has one owner, who follows one journal. `lookup`
 * and `index` are derived and are never written down.
 */
export class State {
  at: Instant = 0
  plan: CompiledPlan | null = null
  readonly agents = new Map<AgentId, Agent>()
  readonly interactions = new Map<InteractionId, Interaction>()
  readonly queues = new Map<QueueId, QueueDay>()
  /** In the order in which they began; those that have ended stay for a while, as waits were counted with them. */
  stopgaps: Stopgap[] = []
  /** Likewise. */
  emergencies: Emergency[] = []
  /** Of now and later, in the order in which they were entered. */
  absences: Absence[] = []
  lookup: PlanLookup = lookupOf(null)
  readonly index = new Index(this)

  agent(id: AgentId): Agent {
    const agent = this.agents.get(id)
    if (agent === undefined) throw new Error(`no agent ${id} in the state`)
    return agent
  }

  interaction(id: InteractionId): Interaction {
    const interaction = this.interactions.get(id)
    if (interaction === undefined) throw new Error(`no interaction ${id} in the state`)
    return interaction
  }

  queueDay(id: QueueId): QueueDay {
    let day = this.queues.get(id)
    if (day === undefined) {
      day = { id, open: this.isOpenAt(id, this.at), figures: freshFigures(this.at), recentHandleMs: null }
      this.queues.set(id, day)
    }
    return day
  }

  /** Whether the plan's hours have the queue open. */
  isOpenAt(queueId: QueueId, at: Instant): boolean {
    return this.lookup.openings.get(queueId)?.isOpen(at) ?? true
  }

  /** Whether it would be open without the stopgap or the emergency of this id. */
  isOpenWithout(id: string, queueId: QueueId, at: Instant): boolean {
    const queue = this.lookup.queues.get(queueId)
    if (this.plan === null || queue === undefined) return true
    const others = <T extends { readonly id: string }>(all: readonly T[]): T[] => all.filter((one) => one.id !== id)
    const layers = { stopgaps: others(this.stopgaps), emergencies: others(this.emergencies) }
    return openingsOf(this.plan, queue, layers)?.isOpen(at) ?? true
  }

  /** The stopgap that the queue is under at the state's time, or null. */
  stopgapOf(queueId: QueueId): Stopgap | null {
    return this.stopgaps.find((one) => one.queueId === queueId && one.until > this.at) ?? null
  }

  isOnShift(agentId: AgentId, at: Instant): boolean {
    return this.lookup.rosters.get(agentId)?.isOpen(at) ?? false
  }

  /** When the agent's being on shift changes next, strictly after the state's time, or null. */
  nextShiftTurn(agentId: AgentId): Instant | null {
    return this.lookup.rosters.get(agentId)?.nextTurn(this.at) ?? null
  }

  /** The next change of the queue's hours strictly after the state's time, or null. */
  nextTurn(queueId: QueueId): Instant | null {
    const turn = this.lookup.openings.get(queueId)?.nextTurn(this.at) ?? null
    return turn === always.to ? null : turn
  }

  /** Open milliseconds of the queue up to an instant; differences of it are waits. Of a queue always open, the instant. */
  openClock(queueId: QueueId, at: Instant): number {
    return this.lookup.openings.get(queueId)?.openBefore(at) ?? at
  }

  /** What orders those waiting in one queue: less is longer served wait. */
  waitKey({ queueId, enteredAt, waitedBeforeMs }: Visit): number {
    return this.openClock(queueId, enteredAt) - waitedBeforeMs
  }

  /** `servedWait` at an instant: in the open time of the queue, with what was waited before. */
  servedWaitMs(visit: Visit, at: Instant): number {
    return this.openClock(visit.queueId, at) - this.waitKey(visit)
  }

  /** `visitWait` at an instant. */
  visitWaitMs({ queueId, enteredAt }: Visit, at: Instant): number {
    return this.openClock(queueId, at) - this.openClock(queueId, enteredAt)
  }

  settings(): CompiledPlan['centre'] {
    if (this.plan === null) throw new Error('there is no plan yet')
    return this.plan.centre
  }

  limitsOf(id: AgentId): LoadLimits | null {
    const limitsId = this.lookup.people.get(id)?.loadLimitsId
    return limitsId == null ? null : (this.lookup.loadLimits.get(limitsId) ?? null)
  }

  /** The seconds of the queue's target, or the centre's default. */
  targetSeconds(queueId: QueueId): number {
    return this.lookup.queues.get(queueId)?.target?.seconds ?? this.settings().defaultTargetSeconds
  }

  isPresent(agent: Agent): boolean {
    return (
      presenceGap(this.lookup.presenceStates.get(agent.stateId), agent.connections.length > 0, 'chat') === null &&
      (this.lookup.people.get(agent.id)?.roles.includes('agent') ?? false)
    )
  }

  carriedChannels(agent: Agent): Channel[] {
    return agent.carried.map((id) => this.interaction(id).channel)
  }

  hasRoom(agent: Agent, channel: Channel): boolean {
    return hasRoom(this.limitsOf(agent.id), this.carriedChannels(agent), channel)
  }

  slotsTaken(agent: Agent): number {
    const limits = this.limitsOf(agent.id)
    return limits === null ? agent.carried.length : slotsTaken(limits, this.carriedChannels(agent))
  }
}
