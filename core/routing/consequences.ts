import { estimateWaitSeconds } from '../figures/index.ts'
import {
  inThreads,
  type AgentId,
  type Channel,
  type Instant,
  type InteractionId,
  type OfferId,
  type PersonId,
  type QueueId,
  type VisitId,
} from '../plan/index.ts'
import type { Event } from './journal/events.ts'
import { event } from './journal/shapes.ts'
import {
  openOffer,
  visitOf,
  type Interaction,
  type Offer,
  type OfferCause,
  type Side,
  type WithdrawalReason,
  offerId,
  visitId,
} from './state/pieces.ts'
import type { State } from './state/state.ts'

export const offerIdentity = (
  interaction: Interaction,
  offer: Offer,
): { offerId: OfferId; interactionId: InteractionId; agentId: AgentId } => ({
  offerId: offer.id,
  interactionId: interaction.id,
  agentId: offer.agentId,
})

/** The next offer of the visit, for as long as its queue gives an agent; `withinMs` where it is answered as it is made. */
export function makeOffer(
  state: State,
  interaction: Interaction,
  agentId: AgentId,
  { cause, by, at, withinMs }: { cause: OfferCause; by: PersonId | null; at: Instant; withinMs?: number },
): Event<'offerMade'> {
  const visit = visitOf(interaction)
  const windowMs = (state.lookup.queues.get(visit.queueId)?.answerWindowSeconds ?? 0) * 1000
  return event('offerMade', at, {
    offerId: offerId(visit, visit.offers.length + 1),
    interactionId: interaction.id,
    agentId,
    dueAt: at + (withinMs ?? windowMs),
    cause,
    by,
  })
}

/** What every visit after the first begins with. */
export const nextVisit = (
  state: State,
  interaction: Interaction,
  queueId: QueueId,
): { interactionId: InteractionId; visitId: VisitId; estimatedWaitSeconds: number | null } => ({
  interactionId: interaction.id,
  visitId: visitId(interaction.id, interaction.visits.length + 1),
  estimatedWaitSeconds: estimateFor(state, queueId),
})

/** When one who waits again counts as gone, where nobody is at the customer's end. */
export const graceDueAt = (
  state: State,
  { channel, connections, leftMessage, toCall, patience }: Interaction,
  at: Instant,
): Instant | null =>
  connections.length > 0 || leftMessage || toCall || inThreads(channel) ? null : at + state.customerGraceMs(patience)

/** Takes back the offer of the interaction, where one is out. */
export function withdraw(interaction: Interaction, reason: WithdrawalReason, at: Instant): Event[] {
  const offer = openOffer(interaction)
  return offer === null ? [] : [event('offerWithdrawn', at, { ...offerIdentity(interaction, offer), reason })]
}

/** The agent is offered nothing any more, but for the channels in `keeping`. */
export function withdrawFrom(
  state: State,
  agentId: AgentId,
  reason: WithdrawalReason,
  at: Instant,
  keeping: readonly Channel[] = [],
): Event[] {
  const agent = state.agent(agentId)
  return agent.carried.flatMap((id) => {
    const interaction = state.interaction(id)
    return interaction.phase === 'offered' && !keeping.includes(interaction.channel)
      ? withdraw(interaction, reason, at)
      : []
  })
}

/** Nobody need wait for an agent who will not be there: ends what is for them and lasts no longer than `until`. */
export const lapsePreferences = (state: State, agentId: AgentId, at: Instant, until = Infinity): Event[] =>
  [...state.index.preferring(agentId)]
    .filter((id) => (visitOf(state.interaction(id)).preferred?.until ?? 0) <= until)
    .map((interactionId) => event('preferenceLapsed', at, { interactionId, cause: 'away' }))

/** Whoever it is for has not taken it. */
export function preferenceRefused(interaction: Interaction, at: Instant): Event[] {
  const { preferred } = visitOf(interaction)
  if (preferred === null || preferred.agentId !== openOffer(interaction)?.agentId) return []
  return [event('preferenceLapsed', at, { interactionId: interaction.id, cause: 'refused' })]
}

/** The customer is gone: before an answer that is abandonment, in conversation its end, afterwards nothing. Who is to be called may hang up. */
export function leave(state: State, interaction: Interaction, cause: 'left' | 'pageClosed', at: Instant): Event[] {
  if (interaction.toCall) return []
  switch (interaction.phase) {
    case 'waiting':
    case 'offered':
      return [
        ...withdraw(interaction, 'customerLeft', at),
        event('interactionAbandoned', at, {
          interactionId: interaction.id,
          cause,
          waitedMs: state.servedWaitMs(visitOf(interaction), at),
        }),
      ]
    case 'connected':
      return end(state, interaction, 'customer', at)
    case 'resting':
      return overWithoutWrapUp(interaction.id, 'customer', at)
    case 'wrapUp':
      return []
  }
}

/** A resting conversation ends: nobody has anything to wrap up. */
export const overWithoutWrapUp = (interactionId: InteractionId, by: Side | 'system', at: Instant): Event[] => [
  event('interactionEnded', at, { interactionId, by, wrapUpDueAt: at }),
  event('wrapUpEnded', at, { interactionId, cause: 'time' }),
]

/** The conversation ends and wrap-up begins; a queue without wrap-up ends that at once. */
export function end(state: State, interaction: Interaction, by: Side | 'system', at: Instant): Event[] {
  const interactionId = interaction.id
  const { queueId } = visitOf(interaction)
  const wrapUpMs = (state.lookup.queues.get(queueId)?.wrapUpSeconds ?? 0) * 1000
  const ended = event('interactionEnded', at, { interactionId, by, wrapUpDueAt: at + wrapUpMs })
  return wrapUpMs > 0 ? [ended] : overWithoutWrapUp(interactionId, by, at)
}

/** The wait to tell one who joins the queue now. */
export function estimateFor(state: State, queueId: QueueId): number | null {
  if (!state.queueDay(queueId).open) return null
  const { waiting, slots, free } = state.index.standing(queueId)
  return estimateWaitSeconds(waiting + 1, slots, free, state.queueDay(queueId).recentHandleMs)
}

export function handBackEvent(
  state: State,
  interactionId: InteractionId,
  agentId: AgentId,
  at: Instant,
): Event<'requeued'> {
  const interaction = state.interaction(interactionId)
  const visit = visitOf(interaction)
  const answeredAt = visit.offers.at(-1)?.endedAt ?? visit.enteredAt
  return event('requeued', at, {
    ...nextVisit(state, interaction, visit.queueId),
    agentId,
    waitedBeforeMs: state.servedWaitMs(visit, answeredAt),
    customerGraceDueAt: graceDueAt(state, interaction, at),
  })
}
