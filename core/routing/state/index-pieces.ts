// What the index of a state holds.
import { Heap, type HeapNode } from '../../heap/index.ts'
import type {
  AgentId,
  Channel,
  CompiledPlan,
  CustomerId,
  Instant,
  InteractionId,
  LoadLimits,
  Queue,
  QueueId,
  SkillId,
} from '../../plan/index.ts'
import type { Requirement } from '../../skills/index.ts'
import type { Demand, Wants } from '../match/demand.ts'
import type { PlanLookup } from './lookup.ts'
import type { Agent, Grant, Interaction, Loan, Visit } from './pieces.ts'
import type { Deadline, DeadlineKind, Quarantined } from '../due/due.ts'
import { Pool, type Seat } from '../match/pools.ts'

/** What the index is made from. */
export interface Facts {
  readonly at: Instant
  readonly plan: CompiledPlan | null
  readonly agents: ReadonlyMap<AgentId, Agent>
  readonly interactions: ReadonlyMap<InteractionId, Interaction>
  readonly lookup: PlanLookup
  isPresent(agent: Agent, channel: Channel): boolean
  idleSinceOf(agent: Agent, channel: Channel): Instant
  waitKey(visit: Visit): number
  stepDueAt(visit: Visit): Instant | null
  longestWaitDueAt(visit: Visit): Instant | null
  slotsTaken(agent: Agent): number
  readonly queues: ReadonlyMap<QueueId, { readonly open: boolean }>
  isOpenAt(queueId: QueueId, at: Instant): boolean
  isOnShift(agentId: AgentId, at: Instant): boolean
  nextChange(queueId: QueueId): Instant | null
  nextShiftChange(agentId: AgentId): Instant | null
  hasRoom(agent: Agent, channel: Channel, customerId?: CustomerId): boolean
  carriedChannels(agent: Agent): Channel[]
  limitsOf(id: AgentId): LoadLimits | null
  levelsOf(id: AgentId): ReadonlyMap<SkillId, number>
  lentTo(id: QueueId): readonly AgentId[]
  readonly loans: readonly Loan[]
  readonly grants: readonly Grant[]
  silenceDueAt(interaction: Interaction): Instant | null
  readonly quarantined: readonly Quarantined[]
}

/** Those of a queue who are alike in what they want, and the agents for them. */
export interface ClassIndex {
  readonly key: string
  readonly wants: Wants
  readonly queue: QueueIndex
  /** Who waits, by the step they have reached; the longest wait first. */
  readonly heads: readonly Heap<Interaction>[]
  /** How many that are in all. */
  waiting: number
  /** Agents who are present, have room and no offer before them, by the step that first admits them. */
  readonly free: readonly Pool[]
  /** How many are present and on shift where that is asked for, by the step that first admits them. */
  readonly present: number[]
  /** And the slots that they have in all. */
  slots: number
  readonly askedFor: readonly (readonly Requirement[])[]
  /** By the agents that it admits. */
  readonly places: Map<AgentId, ClassPlace>
}

/** Where a class has an agent: from which step on, and whether they are present. */
export interface ClassPlace {
  readonly of: ClassIndex
  readonly step: number
  readonly seat: Seat
  present: boolean
  /** In the pool of free agents. */
  free: boolean
}

export interface Standing {
  readonly present: boolean
  readonly free: boolean
  readonly onShift: boolean
  /** Slots taken; told only where they are free. */
  readonly taken: number
}

export interface QueueIndex {
  readonly id: QueueId
  readonly demand: Demand
  /** By what is wanted. */
  readonly classes: Map<string, ClassIndex>
  /** Of these the ones in which nobody waits; asked for least lately first. */
  readonly idle: Set<ClassIndex>
  /** Only people on shift are offered. */
  readonly onShiftOnly: boolean
  /** Only so many may wait. */
  readonly limited: boolean
  /** Who waits or is offered. */
  readonly visitors: Set<InteractionId>
  /** Of these those that are before an agent. */
  readonly offered: Set<InteractionId>
  /** And the callbacks that nobody is offered for now. */
  readonly putOff: Set<InteractionId>
  /** Waiting interactions that somebody has refused in this round. */
  readonly refused: Set<InteractionId>
  /** Those that wait for it to open. */
  readonly awaiting: Set<InteractionId>
  /** Those who have waited for too long and are not offered now. */
  readonly overdue: Set<InteractionId>
  /** Those who wait while somebody carries something of the same customer: see `Beside`. */
  readonly beside: Set<InteractionId>
  readonly deadlines: DeadlineNodes
}

/** Nothing of its own, but the channel. */
export const plainWants = (channel: Channel): Wants => ({ channel, requirements: [], priority: null, preferred: null })

export const emptyQueue = (plan: Queue, demand: Demand): QueueIndex => ({
  id: plan.id,
  demand,
  classes: new Map(),
  idle: new Set(),
  onShiftOnly: plan.onShiftOnly,
  limited: plan.mostWaiting !== null,
  visitors: new Set(),
  offered: new Set(),
  putOff: new Set(),
  refused: new Set(),
  awaiting: new Set(),
  overdue: new Set(),
  beside: new Set(),
  deadlines: {},
})

export const emptyClass = (queue: QueueIndex, wants: Wants, key: string): ClassIndex => {
  const { steps, order, queue: plan } = queue.demand
  const method = wants.preferred === null ? plan.selection : 'longestIdle'
  return {
    key,
    wants,
    queue,
    heads: steps.map(() => new Heap<Interaction>()),
    waiting: 0,
    free: steps.map(() => new Pool(method, order.size)),
    present: steps.map(() => 0),
    slots: 0,
    askedFor: queue.demand.askedFor(wants.requirements),
    places: new Map(),
  }
}

export type DeadlineNodes = Partial<Record<DeadlineKind, HeapNode<Deadline>>>

/** The classes of a channel that admit an agent. */
interface ChannelPlaces {
  readonly channel: Channel
  readonly places: ClassPlace[]
  /** How the agent stood when they were set last; undefined where one of them is newer. */
  stood: Standing | undefined
}

export interface AgentIndex {
  /** Those that admit them, each from a step on. */
  readonly places: ChannelPlaces[]
  readonly queues: readonly QueueIndex[]
  readonly levels: ReadonlyMap<SkillId, number>
  readonly limits: LoadLimits | null
  readonly deadlines: DeadlineNodes
}

export interface InteractionIndex {
  /** Where it waits, and as what; null while it does not. */
  waiting: { readonly of: ClassIndex; readonly step: number; readonly node: HeapNode<Interaction> } | null
  /** The queue in which it counts as waiting or offered. */
  occupies: QueueIndex | null
  /** The agent whom it is for. */
  preferredFor: AgentId | null
  /** The queue whose opening it awaits. */
  awaits: QueueIndex | null
  readonly deadlines: DeadlineNodes
}

/** Whether somebody is free for what is wanted, at this step of the wait or an earlier one. */
export const someFree = (of: ClassIndex, step: number): boolean => of.free.some((pool, n) => n <= step && pool.size > 0)

/** Everybody who waits in the queue, in no order. */
export function* waitingIn({ classes }: QueueIndex): Generator<Interaction> {
  for (const { heads } of classes.values())
    for (const head of heads) for (const interaction of head.inOrder()) yield interaction
}

/** Who has waited longest, whatever their priority. */
export function oldestOf({ classes }: QueueIndex): Interaction | null {
  let best: HeapNode<Interaction> | undefined
  for (const { heads } of classes.values())
    for (const head of heads) {
      const node = head.peek()
      if (node !== undefined && (best === undefined || node.key < best.key)) best = node
    }
  return best?.item ?? null
}

/** Nothing of it changes a place: what the methods prefer counts only for the free. */
export const isAsBusy = (before: Standing | undefined, { present, free, onShift }: Standing): boolean =>
  before !== undefined && !free && !before.free && before.present === present && before.onShift === onShift

/** It waits where its visit has it wait. */
export const isPlaceOf = ({ of, step }: NonNullable<InteractionIndex['waiting']>, visit: Visit): boolean =>
  of.queue.id === visit.queueId && step === visit.step && of.wants.preferred === (visit.preferred?.agentId ?? null)

export const tieOfArrival = (interaction: Interaction): string =>
  `${String(interaction.arrivedAt).padStart(15, '0')} ${interaction.id}`
