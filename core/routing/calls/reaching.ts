// How a customer is reached: calls that go out, for an agent who wants to, a callback or a message; texts and email that begin a thread.
import {
  traitsOf,
  isCall,
  inThreads,
  type Instant,
  type AddressId,
  type AgentId,
  type Channel,
  type ContentId,
  type CustomerId,
  type InteractionId,
  type LineId,
  type QueueId,
} from '../../plan/index.ts'
import { blockedUntil } from '../customers/abuse.ts'
import { withWork, byAgent, bySystem, type CommandDefinitions } from '../allowed.ts'
import { callableFrom, isCallable } from './callable.ts'
import { regret } from './callbacks.ts'
import { refuse, type Command, type Decision, type Refusal } from '../journal/commands.ts'
import { end, handBackEvent } from '../consequences.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import { atWork, visitOf, type Dial, type DialEnd, type Interaction, visitId } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    /** By an agent of their own accord: a call, or a text with these first words, in the name of a queue. */
    reachOut: {
      readonly agentId: AgentId
      readonly interactionId: InteractionId
      readonly channel: Channel
      readonly customerId: CustomerId
      readonly addressId: AddressId
      readonly lineId: LineId
      readonly queueId: QueueId
      /** The first words of a text; null of a call. */
      readonly contentId: ContentId | null
    }
    /** By the agent who has it: a call goes out to its customer, or rings no longer. */
    dialCustomer: { readonly agentId: AgentId; readonly interactionId: InteractionId }
    stopDialling: { readonly agentId: AgentId; readonly interactionId: InteractionId }
    /** By the carrier: why the call of this number was not answered. */
    reportDial: {
      readonly interactionId: InteractionId
      readonly number: number
      readonly end: Exclude<DialEnd, 'noAnswer' | 'stopped'>
    }
  }
}

/** What an agent begins of their own accord is theirs at once, whatever their load limits say. */
export function reachOut(state: State, command: Command<'reachOut'>, at: Instant): Decision {
  const { agentId, interactionId, channel, lineId, queueId, contentId, addressId, customerId } = command.body
  const refusal = barOf(state, command.body, at)
  if (refusal !== null) return refusal
  const agent = state.agent(agentId)
  const begun = event('reachedOut', at, {
    interactionId,
    visitId: visitId(interactionId, 1),
    channel,
    customerId,
    addressId,
    lineId,
    queueId,
    agentId,
    forced: !state.hasRoom(agent, channel, customerId),
    tags: state.lookup.lines.get(lineId)?.tags ?? [],
  })
  if (contentId === null) return [begun, dialled(state, { id: interactionId, dials: 0 }, agentId, at)]
  const said = { interactionId, number: 1, side: 'agent', personId: agentId, contentId, textLineId: lineId } as const
  return [begun, event('messageSent', at, said)]
}

function barOf(state: State, body: Command<'reachOut'>['body'], at: Instant): Refusal | null {
  const { agentId, interactionId, channel, lineId, queueId, contentId, addressId } = body
  if (state.plan === null) return refuse('noPlan')
  if (state.interactions.has(interactionId)) return refuse('interactionExists', { interactionId })
  const agent = state.agent(agentId)
  if (agent.connections.length === 0) return refuse('notConnected', { agentId })
  if (state.lookup.presenceStates.get(agent.stateId)?.signedOut !== false)
    return refuse('agentCannot', { agentId, criterion: 'present' })
  const queue = state.lookup.queues.get(queueId)
  if (queue === undefined) return refuse('unknownQueue', { queueId })
  if (queue.service === 'retired') return refuse('queueRetired', { queueId })
  const line = state.lookup.lines.get(lineId)
  if (line?.channel !== channel || inThreads(channel) !== (contentId !== null) || traitsOf(channel).address === null)
    return refuse('unknownLine', { lineId })
  if (!line.leadsTo.has(queueId)) return refuse('queueNotOnLine', { queueId, lineId })
  const talks = (id: InteractionId): boolean => {
    const one = state.interaction(id)
    return isCall(one.channel) && one.phase === 'connected'
  }
  if (isCall(channel) && agent.carried.some(talks)) return refuse('onCall', { agentId })
  const blocked = blockedUntil(state, body, at)
  if (blocked !== null) return refuse('blockedCustomer', { until: blocked })
  const thread = inThreads(channel) ? state.index.threads.of(lineId, addressId) : null
  return thread === null ? null : refuse('threadAlive', { interactionId: thread })
}

const dialled = (
  state: State,
  { id, dials }: Pick<Interaction, 'id' | 'dials'>,
  agentId: AgentId,
  at: Instant,
): Event<'customerDialled'> =>
  event('customerDialled', at, {
    interactionId: id,
    agentId,
    number: dials + 1,
    dueAt: at + state.settings().ringSeconds * 1000,
  })

/** The agent has answered one at whose other end nobody is: of a callback the call goes out at once. */
export const dialledAtAnswer = (state: State, interaction: Interaction, agentId: AgentId, at: Instant): Event[] =>
  isToBeCalled(interaction) && interaction.callback !== null ? [dialled(state, interaction, agentId, at)] : []

/** A callback whose customer may not be called any more just now: nobody answers it. */
export const isTooLate = (interaction: Interaction, at: Instant): boolean =>
  isToBeCalled(interaction) && interaction.callback !== null && !isCallable(interaction.callback, at)

const isToBeCalled = ({ toCall, connections }: Interaction): boolean => toCall && connections.length === 0

export function dialCustomer(state: State, command: Command<'dialCustomer'>, at: Instant): Decision {
  const { agentId, interactionId } = command.body
  return withWork(state, command, 'connected', (interaction) => {
    if (!isCall(interaction.channel)) return refuse('notACall', { interactionId })
    if (!isToBeCalled(interaction) || interaction.addressId === null) return refuse('notCallable', { interactionId })
    if (interaction.dial !== null) return refuse('ringing', { interactionId })
    if (isTooLate(interaction, at)) return refuse('notCallable', { interactionId })
    return [dialled(state, interaction, agentId, at)]
  })
}

export function stopDialling(state: State, command: Command<'stopDialling'>, at: Instant): Decision {
  return withWork(state, command, 'connected', (interaction) =>
    interaction.dial === null ? [] : dialFailed(state, interaction, interaction.dial, 'stopped', at),
  )
}

/** The carrier tells; of a call that rings no longer that is old news. */
export function reportDial(state: State, { body }: Command<'reportDial'>, at: Instant): Decision {
  const interaction = state.interactions.get(body.interactionId)
  if (interaction === undefined) return refuse('unknownInteraction', { interactionId: body.interactionId })
  const { dial } = interaction
  return dial?.number === body.number ? dialFailed(state, interaction, dial, body.end, at) : []
}

/**
 * It was not answered. A callback goes back to its queue until it is tried again, or has failed after the last try; else
 * the agent sees what to do.
 */
export function dialFailed(
  state: State,
  interaction: Interaction,
  { agentId }: Dial,
  ended: DialEnd,
  at: Instant,
): Event[] {
  const { id: interactionId, callback } = interaction
  const failed = event('dialEnded', at, { interactionId, agentId, end: ended })
  if (callback === null || ended === 'stopped') return [failed]
  const queue = state.lookup.queues.get(visitOf(interaction).queueId)
  const again = callableFrom(callback, at + (queue?.callbackRetrySeconds ?? 0) * 1000)
  if (again === null || callback.tries + 1 >= (queue?.callbackTries ?? 1))
    return [failed, ...regret(interaction, at), ...end(state, interaction, 'system', at)]
  // Whoever had it called may have handed it over since.
  const has = atWork(interaction)[0]?.personId ?? agentId
  return [
    failed,
    handBackEvent(state, interactionId, has, at),
    event('callbackPutOff', at, { interactionId, until: again }),
  ]
}

export const reachingCommands = {
  reachOut: { by: byAgent, decide: reachOut },
  dialCustomer: { by: byAgent, decide: dialCustomer },
  stopDialling: { by: byAgent, decide: stopDialling },
  reportDial: { by: bySystem, decide: reportDial },
} satisfies Partial<CommandDefinitions>
