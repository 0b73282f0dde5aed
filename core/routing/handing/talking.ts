// What is said in a conversation, and who has received it.
import {
  traitsOf,
  isCall,
  inThreads,
  type Instant,
  type LineId,
  type AgentId,
  type ContentId,
  type InteractionId,
} from '../../plan/index.ts'
import { asAgent, notAllowed, byWhoIsInIt, type CommandDefinitions } from '../allowed.ts'
import { wake } from '../arriving/silence.ts'
import { refuse, type Command, type Decision, type Refusal } from '../journal/commands.ts'
import { event } from '../journal/shapes.ts'
import { atWork, type Interaction } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    sendMessage: {
      readonly interactionId: InteractionId
      readonly agentId: AgentId | null
      readonly contentId: ContentId
      /** In a call, by its agent: the text line by which it goes out to the caller. */
      readonly textLineId?: LineId | null
    }
    receiveMessages: {
      readonly interactionId: InteractionId
      readonly agentId: AgentId | null
      readonly delivered: number
      readonly seen: number
    }
  }
}

/** Whose word it is: the customer's (`agentId` null) or that of an agent at work on it. */
function speaker(
  state: State,
  command: Command<'sendMessage' | 'receiveMessages'>,
): { interaction: Interaction; side: 'customer' | 'agent' } | Refusal {
  const { interactionId, agentId } = command.body
  const { actor } = command
  const interaction = state.interactions.get(interactionId)
  if (agentId === null) {
    if (actor.kind !== 'system' && !(actor.kind === 'customer' && actor.id === interactionId))
      return notAllowed(command)
    return interaction === undefined
      ? refuse('unknownInteraction', { interactionId })
      : { interaction, side: 'customer' }
  }
  const refusal = asAgent(state, command, agentId)
  if (refusal !== null) return refusal
  if (interaction === undefined) return refuse('unknownInteraction', { interactionId })
  return atWork(interaction).some(({ personId }) => personId === agentId)
    ? { interaction, side: 'agent' }
    : refuse('notYourInteraction', { interactionId })
}

export function sendMessage(state: State, command: Command<'sendMessage'>, at: Instant): Decision {
  const found = speaker(state, command)
  if ('code' in found) return found
  const { interaction, side } = found
  if (interaction.phase === 'wrapUp') return refuse('interactionOver', { interactionId: interaction.id })
  const textLineId = side === 'customer' ? null : textLineOf(state, interaction, command.body.textLineId ?? null)
  if (isCall(interaction.channel) && textLineId === null) return refuse('noTextLine', { interactionId: interaction.id })
  return [
    ...(interaction.phase === 'resting' ? [wake(state, interaction, at)] : []),
    event('messageSent', at, {
      interactionId: interaction.id,
      number: interaction.messages + 1,
      side,
      personId: command.body.agentId,
      contentId: command.body.contentId,
      textLineId,
    }),
  ]
}

/** The line by which an agent’s words go out as a text: a thread's own, in a call the one asked for. */
function textLineOf(state: State, { channel, lineId, addressId }: Interaction, wanted: LineId | null): LineId | null {
  if (addressId === null || traitsOf(channel).address === null) return null
  if (inThreads(channel)) return lineId
  const line = wanted === null ? undefined : state.lookup.lines.get(wanted)
  return line !== undefined && traitsOf(line.channel).texted ? line.id : null
}

function receiveMessages(state: State, command: Command<'receiveMessages'>, at: Instant): Decision {
  const found = speaker(state, command)
  if ('code' in found) return found
  const { interaction, side } = found
  const had = interaction.receipts[side]
  const seen = Math.max(had.seen, Math.min(command.body.seen, interaction.messages))
  const delivered = Math.max(had.delivered, seen, Math.min(command.body.delivered, interaction.messages))
  if (seen === had.seen && delivered === had.delivered) return []
  return [event('messagesReceived', at, { interactionId: interaction.id, side, delivered, seen })]
}

export const talkingCommands = {
  sendMessage: { by: byWhoIsInIt, decide: sendMessage },
  receiveMessages: { by: byWhoIsInIt, decide: receiveMessages },
} satisfies Partial<CommandDefinitions>
