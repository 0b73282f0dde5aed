import { estimateWaitSeconds } from '../figures/index.ts'
import type { AgentId, Channel, Instant, InteractionId, OfferId, QueueId } from '../plan/index.ts'
import { event, type Event } from './events.ts'
import { openOffer, visitOf, type Interaction, type Offer, type Side, type WithdrawalReason } from './pieces.ts'
import type { State } from './state.ts'

export const offerIdentity = (
  interaction: Interaction,
  offer: Offer,
): { offerId: OfferId; interactionId: InteractionId; agentId: AgentId } => ({
  offerId: offer.id,
  interactionId: interaction.id,
  agentId: offer.agentId,
})

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

/** The customer is gone: before an answer that is abandonment, in conversation its end, afterwards nothing. */
export function leave(state: State, interaction: Interaction, cause: 'left' | 'pageClosed', at: Instant): Event[] {
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
    case 'wrapUp':
      return []
  }
}

/** The conversation ends and wrap-up begins; a queue without wrap-up ends that at once. */
export function end(state: State, interaction: Interaction, by: Side | 'system', at: Instant): Event[] {
  const interactionId = interaction.id
  const queueId = interaction.visits.at(-1)?.queueId ?? ''
  const wrapUpMs = (state.lookup.queues.get(queueId)?.wrapUpSeconds ?? 0) * 1000
  const ended = event('interactionEnded', at, { interactionId, by, wrapUpDueAt: at + wrapUpMs })
  return wrapUpMs > 0 ? [ended] : [ended, event('wrapUpEnded', at, { interactionId, cause: 'time' })]
}

/** The wait to tell one who joins the queue now. */
export function estimateFor(state: State, queueId: QueueId): number | null {
  if (!state.queueDay(queueId).open) return null
  const { waiting, slots, free } = state.index.standing(queueId)
  return estimateWaitSeconds(waiting + 1, slots, free, state.queueDay(queueId).recentHandleMs)
}
