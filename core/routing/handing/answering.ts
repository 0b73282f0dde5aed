// What follows from taking what is offered, or from declining it.
import { byAgent, type CommandDefinitions } from '../allowed.ts'
import type { Instant, AgentId, DeclineReasonId, InteractionId, OfferId } from '../../plan/index.ts'
import { dialledAtAnswer, isTooLate } from '../calls/reaching.ts'
import { offerIdentity, preferenceRefused, withdraw } from '../consequences.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import { event } from '../journal/shapes.ts'
import { openOffer, visitOf } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    answerOffer: { readonly agentId: AgentId; readonly offerId: OfferId; readonly interactionId: InteractionId }
    declineOffer: {
      readonly agentId: AgentId
      readonly offerId: OfferId
      readonly interactionId: InteractionId
      readonly reason: DeclineReasonId
    }
  }
}

function replyToOffer(state: State, command: Command<'answerOffer' | 'declineOffer'>, at: Instant): Decision {
  const { agentId, offerId, interactionId } = command.body
  const interaction = state.interactions.get(interactionId)
  const offer = interaction === undefined ? null : openOffer(interaction)
  if (interaction === undefined || offer?.id !== offerId || offer.agentId !== agentId)
    return refuse('offerOver', { offerId })
  if (command.type === 'answerOffer') {
    if (isTooLate(interaction, at)) return withdraw(interaction, 'quietHours', at)
    const waitedMs = state.servedWaitMs(visitOf(interaction), at)
    return [
      event('offerAnswered', at, { ...offerIdentity(interaction, offer), waitedMs }),
      ...dialledAtAnswer(state, interaction, agentId, at),
    ]
  }
  const { reason } = command.body
  if (state.plan?.declineReasonIds.includes(reason) !== true) return refuse('unknownDeclineReason', { reason })
  return [
    event('offerDeclined', at, { ...offerIdentity(interaction, offer), reason }),
    ...preferenceRefused(interaction, at),
  ]
}

export const answeringCommands = {
  answerOffer: { by: byAgent, decide: replyToOffer },
  declineOffer: { by: byAgent, decide: replyToOffer },
} satisfies Partial<CommandDefinitions>
