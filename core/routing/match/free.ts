// Who is free for a queue, by what could truly be offered there.
import type { AgentId, Channel, Instant, Line, QueueId, CustomerId, InteractionId } from '../../plan/index.ts'
import { freshInteraction } from '../state/fresh.ts'
import { agentGrounds, type AgentGrounds } from './grounds.ts'
import { oldestOf, type ClassIndex, type QueueIndex } from '../state/index-pieces.ts'
import { visitOf, type Interaction, visitId } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

export interface People {
  /** Who could be offered what waits in the queue now; with nothing waiting, what its lines bring. Longest idle first. */
  readonly free: readonly AgentId[]
  /** Who is there for it, and not free: those in wrap-up with nothing else first. */
  readonly soon: readonly AgentId[]
  readonly busy: readonly AgentId[]
}

/** What the lines of the queue bring, where nothing special is asked for beside. */
function broughtTo(state: State, queue: QueueIndex): ClassIndex[] {
  const lines = [...state.lookup.lines.values()].filter(({ leadsTo }) => leadsTo.has(queue.id))
  if (lines.length === 0) return [state.index.plain(queue.id)]
  const brought = lines.map(({ channel, requirements, priority }) =>
    state.index.classOf(queue, { channel, requirements, priority, preferred: null }),
  )
  return [...new Set(brought)]
}

/** The last step that somebody who waits in the class has reached; -1: nobody waits in it. */
const reachedIn = ({ heads }: ClassIndex): number => heads.findLastIndex(({ size }) => size > 0)

/** Everybody who waits there for the agent has been refused by them in this round. */
function hasTriedAll(of: ClassIndex, agentId: AgentId, step: number): boolean {
  for (const [reached, head] of of.heads.entries())
    if (reached >= step) for (const one of head.inOrder()) if (!visitOf(one).tried.includes(agentId)) return false
  return true
}

/** The people of a queue as they stand to it now. */
export function peopleFor(state: State, queueId: QueueId): People {
  const queue = state.index.queue(queueId)
  const waited = [...queue.classes.values()].filter(({ waiting }) => waiting > 0)
  const classes = waited.length > 0 ? waited : broughtTo(state, queue)
  const kept = state.isKept(queueId)
  const present = new Set<AgentId>()
  /** Since when they have had nothing of what they could be offered. */
  const idle = new Map<AgentId, Instant>()
  for (const of of classes) {
    const reached = waited.length > 0 ? reachedIn(of) : 0
    for (const [agentId, place] of of.places) {
      if (place.present) present.add(agentId)
      if (kept || !place.free || place.step > reached) continue
      if (queue.refused.size > 0 && waited.length > 0 && hasTriedAll(of, agentId, place.step)) continue
      const since = state.idleSinceOf(place.seat.node.item, of.wants.channel)
      idle.set(agentId, Math.min(since, idle.get(agentId) ?? Infinity))
    }
  }
  const inWrapUp = (id: AgentId): boolean =>
    state.agent(id).carried.some((carried) => state.interaction(carried).phase === 'wrapUp')
  const rest = [...present].filter((id) => !idle.has(id)).sort()
  return {
    free: [...idle].sort(([a, since], [b, other]) => since - other || (a < b ? -1 : 1)).map(([id]) => id),
    soon: rest.filter(inWrapUp),
    busy: rest.filter((id) => !inWrapUp(id)),
  }
}

/** The queues in which an agent counts for what waits: their own, and where somebody waits for them by preference. */
export function queuesCounting({ index }: State, agentId: AgentId): Set<QueueId> {
  const counting = new Set(index.queuesOf(agentId))
  for (const { places } of index.agents.get(agentId)?.places ?? [])
    for (const { of } of places) counting.add(of.queue.id)
  return counting
}

/** Who has waited longest in the queue, whatever their priority; who is offered still waits. */
export function oldestIn(state: State, queueId: QueueId): Interaction | null {
  const queue = state.index.queue(queueId)
  const offered = [...queue.offered].map((id) => state.interaction(id))
  return offered.reduce((best, one) => {
    const older = best === null || state.waitKey(visitOf(one)) < state.waitKey(visitOf(best))
    return older ? one : best
  }, oldestOf(queue))
}

/** One who would come in by the line now, with nothing special to ask. */
function newcomer(state: State, line: Line, queueId: QueueId): Interaction {
  const interactionId = `newcomer by ${line.id}` as InteractionId
  return freshInteraction(
    {
      ...{ at: state.at, interactionId, visitId: visitId(interactionId, 1), channel: line.channel, lineId: line.id },
      customerId: 'newcomer' as CustomerId,
      ...{ addressId: null, queueId, test: false, leftMessage: false, requirements: line.requirements },
      ...{ priority: line.priority, patience: 1, customerGraceDueAt: null, estimatedWaitSeconds: null },
    },
    { connections: [], awaitsOpening: false, back: false, preferred: null },
  )
}

/** How an agent stands to what a line brings to one of their queues. */
export interface Prospect {
  readonly queueId: QueueId
  readonly channel: Channel
  readonly agent: AgentGrounds
}

/** Of each of the agent's queues, and each channel that its lines bring: whether they would be offered it, or why not. */
export function prospectsOf(state: State, agentId: AgentId): Prospect[] {
  return state.index.queuesOf(agentId).flatMap((queueId) => {
    const byChannel = new Map<Channel, Prospect>()
    for (const line of state.lookup.lines.values()) {
      if (!line.leadsTo.has(queueId)) continue
      const agent = agentGrounds(state, agentId, newcomer(state, line, queueId))
      const known = byChannel.get(line.channel)
      if (agent !== null && (known === undefined || (agent.eligible && !known.agent.eligible)))
        byChannel.set(line.channel, { queueId, channel: line.channel, agent })
    }
    return [...byChannel.values()]
  })
}
