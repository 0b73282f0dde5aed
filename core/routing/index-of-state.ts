import { Heap, heapNode, type HeapNode } from '../heap/index.ts'
import type { AgentId, Channel, CompiledPlan, Instant, InteractionId, LoadLimits, QueueId } from '../plan/index.ts'
import { visitOf, type Agent, type Interaction, type Visit } from './pieces.ts'

/** What the index is made from. */
interface Facts {
  readonly at: Instant
  readonly plan: CompiledPlan | null
  readonly agents: ReadonlyMap<AgentId, Agent>
  readonly interactions: ReadonlyMap<InteractionId, Interaction>
  isPresent(agent: Agent): boolean
  waitKey(visit: Visit): number
  nextTurn(queueId: QueueId): Instant | null
  nextShiftTurn(agentId: AgentId): Instant | null
  hasRoom(agent: Agent, channel: Channel): boolean
  limitsOf(id: AgentId): LoadLimits | null
}

export type DeadlineKind =
  'answerWindow' | 'customerGrace' | 'agentGrace' | 'round' | 'wrapUp' | 'dayTurn' | 'hours' | 'shift'

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
  /** Only people on shift are offered. */
  onShiftOnly: boolean
  /** Only so many may wait. */
  limited: boolean
  /** How many members are present, and the slots they have in all. */
  present: number
  slots: number
  /** How many wait or are offered. */
  occupants: number
  /** Waiting interactions that somebody has refused in this round. */
  readonly refused: Set<InteractionId>
  /** Those that wait for it to open. */
  readonly awaiting: Set<InteractionId>
  readonly deadlines: DeadlineNodes
}

type DeadlineNodes = Partial<Record<DeadlineKind, HeapNode<Deadline>>>

interface AgentIndex {
  readonly nodes: readonly { readonly queue: QueueIndex; readonly node: HeapNode<Agent>; present: boolean }[]
  readonly slots: number
  readonly deadlines: DeadlineNodes
  free: boolean
}

interface InteractionIndex {
  /** Where it waits, and as what; null while it does not. */
  waiting: { readonly queue: QueueIndex; readonly node: HeapNode<Interaction> } | null
  /** The queue in which it counts as waiting or offered. */
  occupies: QueueIndex | null
  /** The queue whose opening it awaits. */
  awaits: QueueIndex | null
  readonly deadlines: DeadlineNodes
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
  private readonly interactions = new Map<InteractionId, InteractionIndex>()
  private readonly ofCentre: DeadlineNodes = {}

  constructor(private readonly state: Facts) {}

  queue(id: QueueId): QueueIndex {
    let queue = this.queues.get(id)
    if (queue === undefined) {
      queue = {
        id,
        waiting: new Heap(),
        free: new Heap(),
        members: new Set(),
        onShiftOnly: false,
        limited: false,
        present: 0,
        slots: 0,
        occupants: 0,
        refused: new Set(),
        awaiting: new Set(),
        deadlines: {},
      }
      this.queues.set(id, queue)
    }
    return queue
  }

  /** Makes everything anew: after a plan was taken, and after a state was read back. */
  rebuild(): void {
    this.queues.clear()
    this.agents.clear()
    this.interactions.clear()
    this.deadlines.clear()
    this.ofCentre.dayTurn = undefined
    this.dirty.clear()
    const served = new Map<AgentId, QueueIndex[]>()
    for (const queue of this.state.plan?.queues ?? []) {
      const index = this.queue(queue.id)
      index.members = new Set(queue.agentIds)
      index.onShiftOnly = queue.onShiftOnly
      index.limited = queue.mostWaiting !== null
      for (const agentId of index.members) {
        const list = served.get(agentId)
        if (list === undefined) served.set(agentId, [index])
        else list.push(index)
      }
      this.dirty.add(queue.id)
      this.setQueueTurn(queue.id)
    }
    for (const agent of this.state.agents.values()) {
      const nodes = (served.get(agent.id) ?? []).map((queue) => ({
        queue,
        node: heapNode(agent, 0, agent.id),
        present: false,
      }))
      const slots = this.state.limitsOf(agent.id)?.slots ?? 0
      this.agents.set(agent.id, { nodes, slots, deadlines: {}, free: false })
      this.agentChanged(agent)
      this.setShiftTurn(agent.id)
    }
    for (const interaction of this.state.interactions.values()) this.interactionChanged(interaction)
    this.setDayTurn()
  }

  /** The next turn of the day strictly after the state's time. */
  setDayTurn(): void {
    const next = this.state.plan?.dayTurns.find((turn) => turn > this.state.at)
    this.setDeadline(this.ofCentre, 'dayTurn', 'centre', next ?? null)
  }

  /** The next change of the queue's hours strictly after the state's time. */
  setQueueTurn(queueId: QueueId): void {
    this.setDeadline(this.queue(queueId).deadlines, 'hours', queueId, this.state.nextTurn(queueId))
  }

  /** The next time that the agent's shift or an absence of theirs begins or ends. */
  setShiftTurn(agentId: AgentId): void {
    const index = this.agents.get(agentId)
    if (index !== undefined) this.setDeadline(index.deadlines, 'shift', agentId, this.state.nextShiftTurn(agentId))
  }

  private setDeadline(of: DeadlineNodes, kind: DeadlineKind, id: string, dueAt: Instant | null): void {
    const known = of[kind]
    if (known === undefined) {
      if (dueAt === null) return
      const node = heapNode<Deadline>({ kind, id }, dueAt, `${kind}:${id}`)
      of[kind] = node
      this.deadlines.add(node)
    } else if (dueAt === null) this.deadlines.remove(known)
    else if (known.position === -1 || known.key !== dueAt) {
      this.deadlines.remove(known)
      known.key = dueAt
      this.deadlines.add(known)
    }
  }

  /** To be called after anything about the agent changed that bears on whether, or how soon, they are offered. */
  agentChanged(agent: Agent): void {
    const index = this.agents.get(agent.id)
    if (index === undefined) return
    const present = this.state.isPresent(agent)
    const free = present && agent.offerId === null && this.state.hasRoom(agent, 'chat')
    for (const place of index.nodes) {
      const { queue, node } = place
      const works = agent.onShift || !queue.onShiftOnly
      queue.free.remove(node)
      if (free && works) {
        node.key = agent.idleSince
        queue.free.add(node)
        if (queue.waiting.size > 0) this.dirty.add(queue.id)
      }
      if ((present && works) !== place.present) {
        place.present = present && works
        queue.present += place.present ? 1 : -1
        queue.slots += place.present ? index.slots : -index.slots
        if (queue.refused.size > 0) this.dirty.add(queue.id)
      }
    }
    index.free = free
    this.setDeadline(index.deadlines, 'agentGrace', agent.id, agent.graceDueAt)
  }

  /** To be called after an interaction's phase, visit or any of its deadlines changed. */
  interactionChanged(interaction: Interaction): void {
    const visit = visitOf(interaction)
    const index = this.indexOf(interaction.id)
    const awaits = interaction.phase === 'waiting' && visit.awaitsOpening
    const waits = interaction.phase === 'waiting' && !awaits
    const offered = interaction.phase === 'offered'
    if (index.waiting !== null && (!waits || index.waiting.queue.id !== visit.queueId)) this.leaveQueue(index)
    this.await(index, interaction.id, awaits ? this.queue(visit.queueId) : null)
    this.occupy(index, waits || offered ? this.queue(visit.queueId) : null)
    if (waits) {
      const queue = this.queue(visit.queueId)
      if (index.waiting === null) {
        index.waiting = { queue, node: heapNode(interaction, this.state.waitKey(visit), tieOfArrival(interaction)) }
        queue.waiting.add(index.waiting.node)
      }
      if (visit.tried.length > 0) queue.refused.add(interaction.id)
      else queue.refused.delete(interaction.id)
      if (queue.free.size > 0 || visit.tried.length > 0) this.dirty.add(queue.id)
    }
    const { deadlines } = index
    const { id } = interaction
    const unanswered = waits || awaits || offered
    this.setDeadline(deadlines, 'answerWindow', id, offered ? (visit.offers.at(-1)?.dueAt ?? null) : null)
    this.setDeadline(deadlines, 'round', id, unanswered ? visit.retryDueAt : null)
    this.setDeadline(deadlines, 'customerGrace', id, unanswered ? interaction.customerGraceDueAt : null)
    this.setDeadline(deadlines, 'wrapUp', id, interaction.phase === 'wrapUp' ? interaction.wrapUpDueAt : null)
  }

  interactionGone(interactionId: InteractionId): void {
    const index = this.indexOf(interactionId)
    if (index.waiting !== null) this.leaveQueue(index)
    this.occupy(index, null)
    this.await(index, interactionId, null)
    for (const node of Object.values(index.deadlines)) this.deadlines.remove(node)
    this.interactions.delete(interactionId)
  }

  private indexOf(id: InteractionId): InteractionIndex {
    let index = this.interactions.get(id)
    if (index === undefined) {
      index = { waiting: null, occupies: null, awaits: null, deadlines: {} }
      this.interactions.set(id, index)
    }
    return index
  }

  private leaveQueue(index: InteractionIndex): void {
    if (index.waiting === null) return
    const { queue, node } = index.waiting
    queue.waiting.remove(node)
    queue.refused.delete(node.item.id)
    index.waiting = null
  }

  private occupy(index: InteractionIndex, queue: QueueIndex | null): void {
    if (index.occupies === queue) return
    if (index.occupies !== null) {
      index.occupies.occupants -= 1
      // Where only so many may wait there is room for one who is sent on.
      if (index.occupies.limited) this.dirty.add(index.occupies.id)
    }
    if (queue !== null) queue.occupants += 1
    index.occupies = queue
  }

  private await(index: InteractionIndex, id: InteractionId, queue: QueueIndex | null): void {
    if (index.awaits === queue) return
    index.awaits?.awaiting.delete(id)
    queue?.awaiting.add(id)
    index.awaits = queue
  }

  /** The queues an agent is offered from. */
  queuesOf(agentId: AgentId): QueueId[] {
    return (this.agents.get(agentId)?.nodes ?? []).map(({ queue }) => queue.id)
  }

  isFree(agentId: AgentId): boolean {
    return this.agents.get(agentId)?.free ?? false
  }
}
