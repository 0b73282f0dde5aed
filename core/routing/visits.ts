// How visits to queues begin and end, and change the state.
import { countVisitEnd, type VisitEnd } from '../figures/index.ts'
import type { AgentId, VisitId, QueueId } from '../plan/index.ts'
import type { Event } from './events.ts'
import { visitOf, type Interaction, type Visit, type Wish } from './pieces.ts'
import type { State } from './state.ts'

export function arrive(state: State, event: Event<'interactionArrived'>): State {
  const interaction: Interaction = {
    id: event.interactionId,
    channel: event.channel,
    customerId: event.customerId,
    lineId: event.lineId,
    addressId: event.addressId,
    arrivedAt: event.at,
    test: event.test,
    leftMessage: event.leftMessage,
    requirements: event.requirements,
    priority: event.priority,
    handover: null,
    phase: 'waiting',
    visits: [
      {
        id: event.visitId,
        queueId: event.queueId,
        enteredAt: event.at,
        waitedBeforeMs: 0,
        awaitsOpening: event.leftMessage,
        estimatedWaitSeconds: event.estimatedWaitSeconds,
        wish: null,
        step: 0,
        overdue: false,
        offers: [],
        tried: [],
        retryDueAt: null,
        refusals: 0,
      },
    ],
    participations: [],
    connections: event.connection === null ? [] : [event.connection],
    customerGraceDueAt: event.customerGraceDueAt,
    wrapUpDueAt: null,
    wrapUpMs: 0,
    dispositionId: null,
    mood: null,
    notesContentId: null,
    messages: 0,
    receipts: { customer: { delivered: 0, seen: 0 }, agent: { delivered: 0, seen: 0 } },
    heldSince: null,
    guests: [],
    helpSince: null,
    recordingRefused: false,
    texts: {},
    silentSince: event.at,
    asked: false,
    restDueAt: null,
    turn: { side: 'agent', since: event.at },
  }
  state.interactions.set(interaction.id, interaction)
  if (!event.leftMessage) state.queueDay(event.queueId).figures.entered += 1
  state.index.interactionChanged(interaction)
  return state
}

interface NextVisit {
  readonly visitId: VisitId
  readonly queueId: QueueId
  readonly waitedBeforeMs: number
  readonly estimatedWaitSeconds: number | null
  readonly wish?: Wish | null
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
    wish: next.wish ?? null,
    step: 0,
    overdue: false,
    offers: [],
    tried: [...(next.tried ?? [])],
    retryDueAt: null,
    refusals: 0,
  })
  state.queueDay(next.queueId).figures.entered += 1
  state.index.interactionChanged(interaction)
  // Where the queue sends on there may be more to do than to find an agent.
  state.index.touch(next.queueId)
  return state
}

export function sendOn(state: State, event: Event<'sentOn'>): State {
  const interaction = state.interaction(event.interactionId)
  if (!visitOf(interaction).awaitsOpening) endVisit(state, visitOf(interaction), 'passedOn')
  return enter(state, interaction, event)
}

/** It is gone without an answer. What a message to a closed queue waited is not counted. */
export function drop(state: State, id: string, end: 'abandoned' | 'sentAway'): State {
  const interaction = state.interaction(id)
  if (!visitOf(interaction).awaitsOpening) endVisit(state, visitOf(interaction), end)
  state.interactions.delete(id)
  state.index.interactionGone(interaction)
  return state
}

export function endVisit(state: State, visit: Visit, end: VisitEnd): void {
  const { figures } = state.queueDay(visit.queueId)
  const waitMs = state.visitWaitMs(visit, state.at)
  countVisitEnd(figures, end, visit.enteredAt, waitMs, state.targetSeconds(visit.queueId) * 1000)
  if (end === 'answered' && visit.estimatedWaitSeconds !== null && visit.enteredAt >= figures.dayBeganAt) {
    figures.estimates += 1
    figures.estimateErrorSumMs += Math.abs(waitMs - visit.estimatedWaitSeconds * 1000)
  }
}
