// How visits to queues begin and end, and change the state.
import { countVisitEnd, type VisitEnd } from '../../figures/index.ts'
import { isCall, type AgentId, type VisitId, type QueueId, type InteractionId } from '../../plan/index.ts'
import type { Event } from '../journal/events.ts'
import { freshInteraction } from '../state/fresh.ts'
import { visitOf, type Interaction, type Visit, type Preferred } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

export function arrive(state: State, event: Event<'interactionArrived'>): State {
  const interaction = freshInteraction(event, {
    connections: event.connection === null ? [] : [event.connection],
    awaitsOpening: event.leftMessage && !state.queueDay(event.queueId).open,
    back: event.back !== null,
    preferred: event.back?.preferred ?? null,
  })
  interaction.toCall = event.leftMessage && isCall(event.channel)
  state.interactions.set(interaction.id, interaction)
  const visit = visitOf(interaction)
  if (!visit.awaitsOpening || interaction.toCall) state.queueDay(event.queueId).figures.entered += 1
  if (interaction.toCall) countVisit(state, visit, 'messagesLeft')
  state.index.interactionChanged(interaction)
  return state
}

interface NextVisit {
  readonly visitId: VisitId
  readonly queueId: QueueId
  readonly waitedBeforeMs: number
  readonly estimatedWaitSeconds: number | null
  readonly preferred?: Preferred | null
  /** Who is not offered it in the first round. */
  readonly tried?: readonly AgentId[]
}

/** Another visit begins. */
export function enter(state: State, interaction: Interaction, next: NextVisit): State {
  interaction.visits.push({
    id: next.visitId,
    queueId: next.queueId,
    enteredAt: state.at,
    waitedBeforeMs: next.waitedBeforeMs,
    awaitsOpening: false,
    estimatedWaitSeconds: next.estimatedWaitSeconds,
    preferred: next.preferred ?? null,
    step: 0,
    counts: !interaction.toCall,
    overdue: false,
    offers: [],
    tried: [...(next.tried ?? [])],
    retryDueAt: null,
    refusals: 0,
  })
  if (!interaction.toCall) state.queueDay(next.queueId).figures.entered += 1
  state.index.interactionChanged(interaction)
  // Where the queue lets overflow there may be more to do than to find an agent.
  state.index.touch(state.index.queue(next.queueId))
  return state
}

export function overflow(state: State, event: Event<'overflowed'>): State {
  const interaction = state.interaction(event.interactionId)
  endVisit(state, visitOf(interaction), 'passedOn')
  return enter(state, interaction, event)
}

/** It is gone without an answer. */
export function drop(state: State, id: InteractionId, end: 'abandoned' | 'rejected'): State {
  const interaction = state.interaction(id)
  endVisit(state, visitOf(interaction), end)
  state.interactions.delete(id)
  state.index.interactionGone(interaction)
  return state
}

/** Counts it, once. What a message to a closed queue waited is not counted. */
export function endVisit(state: State, visit: Visit, end: VisitEnd): void {
  if (visit.counts && !visit.awaitsOpening) countVisit(state, visit, end)
}

export function countVisit(state: State, visit: Visit, end: VisitEnd): void {
  visit.counts = false
  const { figures } = state.queueDay(visit.queueId)
  const waitMs = state.visitWaitMs(visit, state.at)
  countVisitEnd(figures, end, visit.enteredAt, waitMs, state.targetSeconds(visit.queueId) * 1000)
  if (end === 'answered' && visit.estimatedWaitSeconds !== null && visit.enteredAt >= figures.dayBeganAt) {
    figures.estimates += 1
    figures.estimateErrorSumMs += Math.abs(waitMs - visit.estimatedWaitSeconds * 1000)
  }
}
