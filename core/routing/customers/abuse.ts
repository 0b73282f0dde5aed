// Abusive customers: they are warned, their conversation is ended for it and its agent recovers, and a supervisor blocks
// them for a while.
import {
  isCall,
  inThreads,
  type AddressId,
  type AgentId,
  type CustomerId,
  type Instant,
  type AbuseReason,
  type BlockId,
  type ContentId,
  type InteractionId,
} from '../../plan/index.ts'
import { askedBy, withOwn, withWork, byAgent, byCapability, type CommandDefinitions } from '../allowed.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import { end, withdrawFrom } from '../consequences.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import type { Block, Interaction } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    /** With these words in a chat or a text; null in a call, where the agent has said it. */
    warnCustomer: {
      readonly agentId: AgentId
      readonly interactionId: InteractionId
      readonly contentId: ContentId | null
    }
    endForAbuse: {
      readonly agentId: AgentId
      readonly interactionId: InteractionId
      readonly reason: AbuseReason
      /** A supervisor is asked to block the customer. */
      readonly block: boolean
    }
    askForBlock: { readonly agentId: AgentId; readonly interactionId: InteractionId }
    /** By a supervisor. */
    blockCustomer: {
      readonly blockId: BlockId
      readonly customerId: CustomerId
      readonly addressId: AddressId | null
      /** In which an agent has asked for it; null: of their own accord. */
      readonly interactionId: InteractionId | null
      readonly until: Instant
    }
    refuseBlock: { readonly interactionId: InteractionId }
    endBlock: { readonly blockId: BlockId }
  }
}

/** Nobody is kept out for longer at a time. */
const longestBlockMs = 366 * 86_400_000

/** In chats and texts with these words; in a call the agent has said it. */
function warnCustomer(state: State, command: Command<'warnCustomer'>, at: Instant): Decision {
  const { agentId, interactionId, contentId } = command.body
  return withWork(state, command, 'connected', (interaction) => {
    if (isCall(interaction.channel) !== (contentId === null)) return refuse('notACall', { interactionId })
    const warned = event('customerWarned', at, { interactionId, agentId })
    if (contentId === null) return [warned]
    const { channel, lineId, messages } = interaction
    const said = { interactionId, number: messages + 1, side: 'agent', personId: agentId, contentId } as const
    return [warned, event('messageSent', at, { ...said, textLineId: inThreads(channel) ? lineId : null })]
  })
}

/** The conversation is over at once; its agent is offered nothing until they have recovered, or say that they have. */
function endForAbuse(state: State, command: Command<'endForAbuse'>, at: Instant): Decision {
  const { agentId, interactionId, reason, block } = command.body
  return withWork(state, command, 'connected', (interaction) => [
    event('abuseEnded', at, { interactionId, agentId, reason }),
    ...(block ? blockAsked(state, interaction, agentId, at) : []),
    ...end(state, interaction, 'agent', at),
    ...recovery(state, agentId, at),
  ])
}

function recovery(state: State, agentId: AgentId, at: Instant): Event[] {
  const { recoverStateId: stateId, recoverMinutes } = state.settings()
  const { presenceStates } = state.lookup
  const agent = state.agent(agentId)
  const presence = stateId === null ? undefined : presenceStates.get(stateId)
  if (stateId === null || presence === undefined || recoverMinutes <= 0) return []
  // Who is to be somewhere else afterwards, or was made to leave, is not called back from there.
  const chosen = agent.recovery !== null || presenceStates.get(agent.stateId)?.choosable === true
  if (agent.afterStateId !== null || !chosen) return []
  return [
    ...withdrawFrom(state, agentId, 'agentAway', at, presence.admits),
    event('recoveryBegan', at, { agentId, stateId, until: at + recoverMinutes * 60_000 }),
  ]
}

/** They are in what they were in before; where that is no more, they are away. */
export function recovered(state: State, agentId: AgentId, at: Instant): Event[] {
  const before = state.agent(agentId).recovery?.stateId
  const stateId =
    before !== undefined && state.lookup.presenceStates.has(before) ? before : state.settings().awayStateId
  return [event('presenceSet', at, { agentId, stateId, cause: 'recovered' })]
}

/** By the agent who talks to them, or wraps that up. */
const askForBlock = (state: State, command: Command<'askForBlock'>, at: Instant): Decision =>
  withOwn(state, command, (interaction) => blockAsked(state, interaction, command.body.agentId, at))

const blockAsked = (state: State, interaction: Interaction, agentId: AgentId, at: Instant): Event[] =>
  state.blockRequests.some(({ interactionId }) => interactionId === interaction.id)
    ? []
    : [
        event('blockAsked', at, {
          interactionId: interaction.id,
          agentId,
          customerId: interaction.customerId,
          addressId: interaction.addressId,
        }),
      ]

/** By a supervisor: as an agent has asked, or of their own accord; the later end counts where they are blocked already. */
export function blockCustomer(state: State, command: Command<'blockCustomer'>, at: Instant): Decision {
  const { blockId, customerId, addressId, interactionId, until } = command.body
  if (!(until > at && until <= at + longestBlockMs)) return refuse('blockTime', { until })
  if (state.blocks.some((one) => one.id === blockId && one.until > at)) return []
  if (interactionId !== null && !state.blockRequests.some((request) => request.interactionId === interactionId))
    return refuse('blockSettled', { interactionId })
  return [
    event('blockBegan', at, { blockId, customerId, addressId, askedIn: interactionId, until, by: askedBy(command) }),
  ]
}

/** By a supervisor: the customer is not blocked, though an agent has asked for it. */
function refuseBlock(state: State, command: Command<'refuseBlock'>, at: Instant): Decision {
  const { interactionId } = command.body
  if (!state.blockRequests.some((request) => request.interactionId === interactionId))
    return refuse('blockSettled', { interactionId })
  return [event('blockRefused', at, { askedIn: interactionId, by: askedBy(command) })]
}

/** Before its time. */
export function endBlock(state: State, command: Command<'endBlock'>, at: Instant): Decision {
  const { blockId } = command.body
  if (!state.blocks.some(({ id, until }) => id === blockId && until > at)) return refuse('unknownBlock', { blockId })
  return [event('blockEnded', at, { blockId, by: askedBy(command) })]
}

/** Until when this customer, or whoever comes from this number, is kept out; null where they are not. */
export function blockedUntil(
  { blocks }: Pick<State, 'blocks'>,
  { customerId, addressId }: { readonly customerId: CustomerId | null; readonly addressId: AddressId | null },
  at: Instant,
): Instant | null {
  const meant = (one: Block): boolean =>
    one.customerId === customerId || (addressId !== null && one.addressId === addressId)
  const ends = blocks.filter((one) => one.until > at && meant(one)).map(({ until }) => until)
  return ends.length === 0 ? null : Math.max(...ends)
}

export function changeBlocks(
  state: State,
  event: Event<'blockAsked' | 'blockRefused' | 'blockBegan' | 'blockEnded'>,
): State {
  if (event.type === 'blockAsked') {
    const { interactionId, agentId, customerId, addressId, at } = event
    state.blockRequests = [...state.blockRequests, { interactionId, agentId, customerId, addressId, at }]
    return state
  }
  if (event.type === 'blockEnded') {
    state.blocks = state.blocks.filter(({ id }) => id !== event.blockId)
    return state
  }
  state.blockRequests = state.blockRequests.filter(({ interactionId }) => interactionId !== event.askedIn)
  if (event.type === 'blockRefused') return state
  const { blockId: id, customerId, addressId, askedIn, until, by, at } = event
  const lasting = state.blocks.filter((one) => one.until > at)
  state.blocks = [...lasting, { id, customerId, addressId, askedIn, from: at, until, by }]
  return state
}

export const abuseCommands = {
  warnCustomer: { by: byAgent, decide: warnCustomer },
  endForAbuse: { by: byAgent, decide: endForAbuse },
  askForBlock: { by: byAgent, decide: askForBlock },
  blockCustomer: { by: byCapability('customers.edit'), decide: blockCustomer },
  refuseBlock: { by: byCapability('customers.edit'), decide: refuseBlock },
  endBlock: { by: byCapability('customers.edit'), decide: endBlock },
} satisfies Partial<CommandDefinitions>
