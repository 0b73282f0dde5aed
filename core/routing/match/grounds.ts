import type { RoomGap } from '../../capacity/index.ts'
import type { PresenceGap } from '../../presence/index.ts'
import type {
  AgentId,
  Instant,
  InteractionId,
  PresenceStateId,
  QueueId,
  SelectionMethod,
  SkillId,
} from '../../plan/index.ts'
import { placesIn } from './match.ts'
import { gapOf, meets, type Requirement } from '../../skills/index.ts'
import { skillSum, wantsOf, type Demand } from './demand.ts'
import type { QueueIndex } from '../state/index-pieces.ts'
import {
  isStuck,
  visitOf,
  type Agent,
  type Interaction,
  type Visit,
  type Preferred,
  isPutOff,
  isUnanswered,
} from '../state/pieces.ts'
import { isPreferred, preference, type Preference } from './pools.ts'
import type { State } from '../state/state.ts'

/** `wishedFor`: it is for one agent, and while that lasts for nobody else. `notKept`: not one of those kept for calls. */
export type Criterion =
  'present' | 'preferred' | 'inReach' | 'skilled' | 'roomForIt' | 'notKept' | 'notOffered' | 'notTried' | 'onShift'

/** Why somebody is not on shift. */
export type ShiftGap = 'noShift' | 'offShift' | 'absent'

/** They are in no reach of the queue, or in one that opens after a longer wait. */
export type ReachGap =
  { readonly code: 'never' } | { readonly code: 'later'; readonly afterSeconds: number; readonly inMs: number }

/** A requirement that is not met, the level that there is, and the wait after which it will do, or null. */
export interface SkillGap extends Requirement {
  readonly level: number
  readonly willDoAfterSeconds: number | null
}

/** One condition of eligibility and whether it holds; what it is about where it does not. */
export interface Ground {
  readonly criterion: Criterion
  readonly holds: boolean
  /** Of `present` and `onShift`. */
  readonly gap: PresenceGap | ShiftGap | null
  readonly reach: ReachGap | null
  readonly skill: SkillGap | null
  readonly room: RoomGap | null
}

export interface AgentGrounds {
  readonly agentId: AgentId
  readonly stateId: PresenceStateId
  readonly stateSince: Instant
  readonly idleSince: Instant
  readonly slotsTaken: number
  readonly slots: number
  /** What the queue's selection method looks at: less is chosen earlier, equals by longest idle and id. */
  readonly preference: Preference
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
  readonly kept: boolean
  /** Its customer is to be called back, and not before this: nobody is offered it until then. */
  readonly putOffUntil: Instant | null
  readonly stuck: boolean
  readonly priority: number
  readonly selection: SelectionMethod
  /** Whom it is for alone, and until when. */
  readonly preferred: Preferred | null
  /** What is asked for by now. */
  readonly asked: readonly Requirement[]
  /** When more people come into reach, or less is asked for; null where nothing of that is to come. */
  readonly nextStepAt: Instant | null
  readonly retryDueAt: Instant | null
  /** The people of the queue: the eligible first, in the order in which they would be chosen. */
  readonly agents: readonly AgentGrounds[]
}

/** Every condition of eligibility of one agent for an interaction, or null where there is no such agent. */
export function agentGrounds(state: State, agentId: AgentId, interaction: Interaction): AgentGrounds | null {
  const agent = state.agents.get(agentId)
  if (agent === undefined) return null
  const visit = visitOf(interaction)
  const gap = state.presenceGap(agent, interaction.channel)
  const { channel } = interaction
  const queue = state.index.queue(visit.queueId)
  const of = state.index.classOf(queue, wantsOf(interaction))
  const levels = state.levelsOf(agentId)
  const kept = state.isKept(visit.queueId)
  const { preferred } = visit
  const reachedMs = preferred?.agentId === agentId ? 0 : queue.demand.reachedAfterMs(agentId)
  const reach = reachGap(state, visit, queue.demand, reachedMs)
  const skill = skillGap(levels, of.askedFor, queue.demand.steps, visit.step)
  const limits = state.limitsOf(agentId)
  const room = state.roomGap(agent, channel, interaction.customerId)
  const ground = (criterion: Criterion, holds: boolean, why: Partial<Ground> = {}): Ground => ({
    criterion,
    holds,
    gap: null,
    reach: null,
    skill: null,
    room: null,
    ...why,
  })
  const { onShiftOnly } = queue
  const grounds: Ground[] = [
    ground('present', gap === null, { gap }),
    ...(preferred === null ? [] : [ground('preferred', preferred.agentId === agentId)]),
    ground('inReach', reach === null, { reach }),
    ground('skilled', skill === null, { skill }),
    ground('roomForIt', room === null, { room }),
    ...(limits === null || limits.freeForCalls === 0
      ? []
      : [ground('notKept', !state.index.isKeptForCalls(agent, channel))]),
    ground('notOffered', agent.offerId === null),
    ground('notTried', !visit.tried.includes(agentId)),
    ...(onShiftOnly ? [ground('onShift', agent.onShift, { gap: shiftGap(state, agent) })] : []),
  ]
  return {
    agentId,
    stateId: agent.stateId,
    stateSince: agent.stateSince,
    idleSince: state.idleSinceOf(agent, channel),
    slotsTaken: state.slotsTaken(agent),
    slots: limits?.slots ?? 0,
    preference: preference({
      method: queue.demand.queue.selection,
      agent,
      idleSince: state.idleSinceOf(agent, channel),
      taken: state.slotsTaken(agent),
      slots: limits?.slots ?? 0,
      skill: skillSum(levels, of.askedFor[0] ?? []),
      distance: distanceOf(state, queue, agentId),
    }),
    grounds,
    eligible: !visit.awaitsOpening && !kept && !isPutOff(interaction) && grounds.every(({ holds }) => holds),
  }
}

/** How far the agent's turn is, where the queue offers in turn. */
function distanceOf(state: State, { id, demand }: QueueIndex, agentId: AgentId): number {
  const people = Math.max(1, demand.order.size)
  return ((demand.order.get(agentId) ?? 0) - state.startOf(id) + people) % people
}

function reachGap(state: State, visit: Visit, { steps }: Demand, reachedAfterMs: number | null): ReachGap | null {
  if (reachedAfterMs === null) return { code: 'never' }
  if (reachedAfterMs <= (steps[visit.step] ?? 0)) return null
  const inMs = Math.max(0, reachedAfterMs - state.visitWaitMs(visit, state.at))
  return { code: 'later', afterSeconds: reachedAfterMs / 1000, inMs }
}

function skillGap(
  levels: ReadonlyMap<SkillId, number>,
  askedFor: readonly (readonly Requirement[])[],
  steps: readonly number[],
  step: number,
): SkillGap | null {
  const gap = gapOf(levels, askedFor[step] ?? [])
  if (gap === null) return null
  const later = askedFor.findIndex((asked, n) => n > step && meets(levels, asked))
  return { ...gap, willDoAfterSeconds: later === -1 ? null : (steps[later] ?? 0) / 1000 }
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
  const queue = state.index.queue(visit.queueId)
  const { preferred } = visit
  const people = new Set([...(preferred === null ? [] : [preferred.agentId]), ...queue.demand.order.keys()])
  const agents = [...people]
    .flatMap((id) => agentGrounds(state, id, interaction) ?? [])
    .sort((a, b) => Number(b.eligible) - Number(a.eligible) || (isPreferred(a.preference, b.preference) ? -1 : 1))
  return {
    interactionId,
    queueId: visit.queueId,
    at: state.at,
    waitMs: state.servedWaitMs(visit, state.at),
    place: placesIn(state, visit.queueId).get(interaction.id) ?? null,
    awaitsOpening: visit.awaitsOpening,
    kept: state.isKept(visit.queueId),
    putOffUntil: interaction.callback?.putOffUntil ?? null,
    stuck: isStuck(interaction),
    priority: state.priorityOf(interaction, state.at),
    selection: queue.demand.queue.selection,
    preferred: preferred === null ? null : { ...preferred },
    asked: state.index.classOf(queue, wantsOf(interaction)).askedFor[visit.step] ?? [],
    nextStepAt: interaction.phase === 'waiting' || interaction.phase === 'offered' ? state.stepDueAt(visit) : null,
    retryDueAt: visit.retryDueAt,
    agents,
  }
}

/** Something that waits, and what speaks for and against one agent taking it. */
export interface WaitingFor {
  readonly interactionId: InteractionId
  readonly queueId: QueueId
  readonly waitMs: number
  readonly agent: AgentGrounds
}

/**
 * What waits in whatever queue, as one agent stands to it: what they could take first, then by how little is in the way,
 * then the longest wait. An unknown agent stands to nothing.
 */
export function waitingFor(state: State, agentId: AgentId): WaitingFor[] {
  const all: (WaitingFor & { readonly inTheWay: number })[] = []
  for (const interaction of state.interactions.values()) {
    const visit = visitOf(interaction)
    if (!isUnanswered(interaction) || visit.awaitsOpening || isPutOff(interaction)) continue
    const agent = agentGrounds(state, agentId, interaction)
    if (agent === null) return []
    const inTheWay = agent.eligible ? -1 : agent.grounds.filter(({ holds }) => !holds).length
    const waitMs = state.servedWaitMs(visit, state.at)
    all.push({ interactionId: interaction.id, queueId: visit.queueId, waitMs, agent, inTheWay })
  }
  return all
    .sort((a, b) => a.inTheWay - b.inTheWay || b.waitMs - a.waitMs || (a.interactionId < b.interactionId ? -1 : 1))
    .map(({ inTheWay: _, ...one }) => one)
}
