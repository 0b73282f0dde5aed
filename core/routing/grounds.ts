import { presenceGap, type PresenceGap } from '../presence/index.ts'
import type { AgentId, Instant, InteractionId, PresenceStateId, QueueId } from '../plan/index.ts'
import { isStuck, visitOf, type Agent, type Interaction } from './pieces.ts'
import type { State } from './state.ts'

export type Criterion = 'present' | 'inReach' | 'roomForIt' | 'notOffered' | 'notTried' | 'onShift'

/** Why somebody is not on shift. */
export type ShiftGap = 'noShift' | 'offShift' | 'absent'

/** One condition of eligibility and whether it holds; what it is about where it does not. */
export interface Ground {
  readonly criterion: Criterion
  readonly holds: boolean
  readonly gap: PresenceGap | ShiftGap | null
}

export interface AgentGrounds {
  readonly agentId: AgentId
  readonly stateId: PresenceStateId
  readonly stateSince: Instant
  readonly idleSince: Instant
  readonly slotsTaken: number
  readonly slots: number
  readonly grounds: readonly Ground[]
  readonly eligible: boolean
}

export interface Grounds {
  readonly interactionId: InteractionId
  readonly queueId: QueueId
  readonly at: Instant
  readonly waitMs: number
  /** 1 for the one to be served next in its queue; null when it does not wait. */
  readonly place: number | null
  /** A message to a closed queue: nobody is offered it before the opening. */
  readonly awaitsOpening: boolean
  /** Its queue is closed in an emergency: nobody is offered it until that is over. */
  readonly held: boolean
  readonly stuck: boolean
  readonly retryDueAt: Instant | null
  /** The people of the queue: the eligible first, in the order in which they would be chosen. */
  readonly agents: readonly AgentGrounds[]
}

function agentGrounds(state: State, agentId: AgentId, interaction: Interaction): AgentGrounds | null {
  const agent = state.agents.get(agentId)
  if (agent === undefined) return null
  const visit = visitOf(interaction)
  const gap = presenceGap(
    state.lookup.presenceStates.get(agent.stateId),
    agent.connections.length > 0,
    interaction.channel,
  )
  const inReach = state.lookup.queues.get(visit.queueId)?.agentIds.includes(agentId) ?? false
  const held = state.lookup.emergencies.get(visit.queueId)?.waiting === 'held'
  const ground = (criterion: Criterion, holds: boolean): Ground => ({ criterion, holds, gap: null })
  const onShiftOnly = state.lookup.queues.get(visit.queueId)?.onShiftOnly ?? false
  const grounds: Ground[] = [
    { criterion: 'present', holds: gap === null, gap },
    ground('inReach', inReach),
    ground('roomForIt', state.hasRoom(agent, interaction.channel)),
    ground('notOffered', agent.offerId === null),
    ground('notTried', !visit.tried.includes(agentId)),
    ...(onShiftOnly ? [{ criterion: 'onShift', holds: agent.onShift, gap: shiftGap(state, agent) } as const] : []),
  ]
  return {
    agentId,
    stateId: agent.stateId,
    stateSince: agent.stateSince,
    idleSince: agent.idleSince,
    slotsTaken: state.slotsTaken(agent),
    slots: state.limitsOf(agentId)?.slots ?? 0,
    grounds,
    eligible: !visit.awaitsOpening && !held && grounds.every(({ holds }) => holds),
  }
}

function shiftGap(state: State, { id, onShift }: Agent): ShiftGap | null {
  if (onShift) return null
  if (state.absences.some(({ agentId, from, to }) => agentId === id && from <= state.at && state.at < to))
    return 'absent'
  return state.lookup.rosters.has(id) ? 'offShift' : 'noShift'
}

/** Why the interaction is where it is: each person of its queue, with every condition of eligibility. */
export function groundsOf(state: State, interactionId: InteractionId): Grounds | null {
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined) return null
  const visit = visitOf(interaction)
  const agents = (state.lookup.queues.get(visit.queueId)?.agentIds ?? [])
    .flatMap((id) => agentGrounds(state, id, interaction) ?? [])
    .sort(
      (a, b) =>
        Number(b.eligible) - Number(a.eligible) || a.idleSince - b.idleSince || (a.agentId < b.agentId ? -1 : 1),
    )
  return {
    interactionId,
    queueId: visit.queueId,
    at: state.at,
    waitMs: state.servedWaitMs(visit, state.at),
    place: placeOf(state, interaction),
    awaitsOpening: visit.awaitsOpening,
    held: state.lookup.emergencies.get(visit.queueId)?.waiting === 'held',
    stuck: isStuck(interaction),
    retryDueAt: visit.retryDueAt,
    agents,
  }
}

/** The place in its queue among those waiting or offered: 1 is next. Null once it is answered. */
export function placeOf(state: State, interaction: Interaction): number | null {
  if (interaction.phase !== 'waiting' && interaction.phase !== 'offered') return null
  const { queueId } = visitOf(interaction)
  const key = state.waitKey(visitOf(interaction))
  let place = 1
  for (const other of state.interactions.values()) {
    if (other.phase !== 'waiting' && other.phase !== 'offered') continue
    const visit = visitOf(other)
    if (visit.queueId !== queueId || other.id === interaction.id) continue
    const earlier =
      state.waitKey(visit) - key || other.arrivedAt - interaction.arrivedAt || (other.id < interaction.id ? -1 : 1)
    if (earlier < 0) place += 1
  }
  return place
}
