import { Heap, heapNode, type HeapNode } from '../heap/index.ts'
import type { AgentId, Channel, CompiledPlan, Instant, InteractionId, LoadLimits, QueueId } from '../plan/index.ts'
import { visitOf, type Agent, type Interaction } from './pieces.ts'

/** What the index is made from. */
interface Facts {
  readonly at: Instant
  readonly plan: CompiledPlan | null
  readonly agents: ReadonlyMap<AgentId, Agent>
  readonly interactions: ReadonlyMap<InteractionId, Interaction>
  isPresent(agent: Agent): boolean
  hasRoom(agent: Agent, channel: Channel): boolean
  limitsOf(id: AgentId): LoadLimits | null
}

export type DeadlineKind = 'answerWindow' | 'customerGrace' | 'agentGrace' | 'round' | 'wrapUp' | 'dayTurn'

export interface Deadline {
  readonly kind: DeadlineKind
  readonly id: string
}

interface QueueIndex {
  readonly id: QueueId
  /** Waiting interactions, the longest wait first. */
  readonly waiting: Heap<Interaction>
  /** Agents who are present, have room and no offer before them, the longest idle first. */
  readonly free: Heap<Agent>
  members: ReadonlySet<AgentId>
  /** How many members are present, and the slots they have in all. */
  present: number
  slots: number
  /** How many wait or are offered. */
  occupants: number
  /** Waiting interactions that somebody has refused in this round. */
  readonly refused: Set<InteractionId>
}

interface AgentIndex {
  readonly nodes: readonly { readonly queue: QueueIndex; readonly node: HeapNode<Agent> }[]
  readonly slots: number
  present: boolean
  free: boolean
}

const tieOfArrival = (interaction: Interaction): string =>
  `${String(interaction.arrivedAt).padStart(15, '0')} ${interaction.id}`

/**
 * What the state implies, kept beside it so that a decision looks at few things: per queue the heads of those waiting
 * and of the free, and all deadlines. Everything here can be made anew from the state.
 */
export class Index {
  readonly deadlines = new Heap<Deadline>()
  /** Queues in which something changed that may make a match; all others have none. */
  readonly dirty = new Set<QueueId>()
  private readonly queues = new Map<QueueId, QueueIndex>()
  private readonly agents = new Map<AgentId, AgentIndex>()
  private readonly waitingNodes = new Map<InteractionId, { queue: QueueIndex; node: HeapNode<Interaction> }>()
  private readonly occupied = new Map<InteractionId, QueueIndex>()
  private readonly deadlineNodes = new Map<string, HeapNode<Deadline>>()

  constructor(private readonly state: Facts) {}

  queue(id: QueueId): QueueIndex {
    let queue = this.queues.get(id)
    if (queue === undefined) {
      queue = {
        id,
        waiting: new Heap(),
        free: new Heap(),
        members: new Set(),
        present: 0,
        slots: 0,
        occupants: 0,
        refused: new Set(),
      }
      this.queues.set(id, queue)
    }
    return queue
  }

  /** Makes everything anew: after a plan was taken, and after a state was read back. */
  rebuild(): void {
    this.queues.clear()
    this.agents.clear()
    this.waitingNodes.clear()
    this.occupied.clear()
    this.deadlineNodes.clear()
    this.deadlines.clear()
    this.dirty.clear()
    const served = new Map<AgentId, QueueIndex[]>()
    for (const queue of this.state.plan?.queues ?? []) {
      const index = this.queue(queue.id)
      index.members = new Set(queue.agentIds)
      for (const agentId of index.members) {
        const list = served.get(agentId)
        if (list === undefined) served.set(agentId, [index])
        else list.push(index)
      }
      this.dirty.add(queue.id)
    }
    for (const agent of this.state.agents.values()) {
      const nodes = (served.get(agent.id) ?? []).map((queue) => ({ queue, node: heapNode(agent, 0, agent.id) }))
      const slots = this.state.limitsOf(agent.id)?.slots ?? 0
      this.agents.set(agent.id, { nodes, slots, present: false, free: false })
      this.agentChanged(agent)
      this.setDeadline('agentGrace', agent.id, agent.graceDueAt)
    }
    for (const interaction of this.state.interactions.values()) this.interactionChanged(interaction)
    this.setDayTurn()
  }

  /** The next turn of the day strictly after the state's time. */
  setDayTurn(): void {
    const next = this.state.plan?.dayTurns.find((turn) => turn > this.state.at)
    this.setDeadline('dayTurn', 'centre', next ?? null)
  }

  setDeadline(kind: DeadlineKind, id: string, dueAt: Instant | null): void {
    const tie = `${kind}:${id}`
    const known = this.deadlineNodes.get(tie)
    if (known !== undefined) {
      if (known.key === dueAt) return
      this.deadlines.remove(known)
      if (dueAt === null) this.deadlineNodes.delete(tie)
      else {
        known.key = dueAt
        this.deadlines.add(known)
      }
    } else if (dueAt !== null) {
      const node = heapNode<Deadline>({ kind, id }, dueAt, tie)
      this.deadlineNodes.set(tie, node)
      this.deadlines.add(node)
    }
  }

  /** To be called after anything about the agent changed that bears on whether, or how soon, they are offered. */
  agentChanged(agent: Agent): void {
    const index = this.agents.get(agent.id)
    if (index === undefined) return
    const present = this.state.isPresent(agent)
    const free = present && agent.offerId === null && this.state.hasRoom(agent, 'chat')
    for (const { queue, node } of index.nodes) {
      if (index.free) queue.free.remove(node)
      if (free) {
        node.key = agent.idleSince
        queue.free.add(node)
        if (queue.waiting.size > 0) this.dirty.add(queue.id)
      }
      if (present !== index.present) {
        queue.present += present ? 1 : -1
        queue.slots += present ? index.slots : -index.slots
        if (queue.refused.size > 0) this.dirty.add(queue.id)
      }
    }
    index.present = present
    index.free = free
  }

  /** To be called after an interaction's phase, visit or any of its deadlines changed. */
  interactionChanged(interaction: Interaction): void {
    const visit = visitOf(interaction)
    const known = this.waitingNodes.get(interaction.id)
    const waits = interaction.phase === 'waiting'
    if (known !== undefined && (!waits || known.queue.id !== visit.queueId)) {
      known.queue.waiting.remove(known.node)
      known.queue.refused.delete(interaction.id)
      this.waitingNodes.delete(interaction.id)
    }
    this.occupy(interaction.id, waits || interaction.phase === 'offered' ? this.queue(visit.queueId) : null)
    if (waits) {
      const queue = this.queue(visit.queueId)
      if (!this.waitingNodes.has(interaction.id)) {
        const node = heapNode(interaction, visit.waitSince, tieOfArrival(interaction))
        queue.waiting.add(node)
        this.waitingNodes.set(interaction.id, { queue, node })
      }
      if (visit.tried.length > 0) queue.refused.add(interaction.id)
      else queue.refused.delete(interaction.id)
      if (queue.free.size > 0 || visit.tried.length > 0) this.dirty.add(queue.id)
    }
    const offer = visit.offers.at(-1)
    const offered = interaction.phase === 'offered' && offer !== undefined
    this.setDeadline('answerWindow', interaction.id, offered ? offer.dueAt : null)
    this.setDeadline('round', interaction.id, waits || offered ? visit.retryDueAt : null)
    this.setDeadline('customerGrace', interaction.id, waits || offered ? interaction.customerGraceDueAt : null)
    this.setDeadline('wrapUp', interaction.id, interaction.phase === 'wrapUp' ? interaction.wrapUpDueAt : null)
  }

  interactionGone(interactionId: InteractionId): void {
    const known = this.waitingNodes.get(interactionId)
    if (known !== undefined) {
      known.queue.waiting.remove(known.node)
      known.queue.refused.delete(interactionId)
      this.waitingNodes.delete(interactionId)
    }
    this.occupy(interactionId, null)
    for (const kind of ['answerWindow', 'round', 'customerGrace', 'wrapUp'] as const)
      this.setDeadline(kind, interactionId, null)
  }

  private occupy(interactionId: InteractionId, queue: QueueIndex | null): void {
    const before = this.occupied.get(interactionId)
    if (before === (queue ?? undefined)) return
    if (before !== undefined) before.occupants -= 1
    if (queue === null) this.occupied.delete(interactionId)
    else {
      queue.occupants += 1
      this.occupied.set(interactionId, queue)
    }
  }

  /** The queues an agent is offered from. */
  queuesOf(agentId: AgentId): QueueId[] {
    return (this.agents.get(agentId)?.nodes ?? []).map(({ queue }) => queue.id)
  }

  isFree(agentId: AgentId): boolean {
    return this.agents.get(agentId)?.free ?? false
  }
}
