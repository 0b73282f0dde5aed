// Callers who do not stay on the line: they keep their place and are called at their turn, or have left a message.
import { byCustomer, type CommandDefinitions, withTheirs } from '../allowed.ts'
import { isCall, type Instant, type ContentId, type InteractionId } from '../../plan/index.ts'
import { callableFrom } from './callable.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import { withdraw } from '../consequences.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import { isUnanswered, visitOf, type Interaction, type TextToBe } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    /** By a caller who waits: to be called at their turn, at these times: from, to, from, to … */
    askCallback: {
      readonly interactionId: InteractionId
      readonly callable: readonly Instant[]
      /** To be texted once the last call was not answered; left out: nothing is. */
      readonly notReached?: TextToBe | null
    }
    cancelCallback: { readonly interactionId: InteractionId }
    /** By a caller who waits: this message instead of waiting. */
    leaveMessage: { readonly interactionId: InteractionId; readonly contentId: ContentId }
  }
}

/** Those who are called for this, by the plan and as long as they have waited. */
export function mayAskCallback(state: State, interaction: Interaction, at: Instant): boolean {
  const { channel, toCall, addressId } = interaction
  if (!isCall(channel) || !isUnanswered(interaction) || toCall || addressId === null) return false
  const visit = visitOf(interaction)
  const after = state.lookup.queues.get(visit.queueId)?.callbackAfterSeconds ?? null
  if (after === null) return false
  return (visit.estimatedWaitSeconds ?? 0) >= after || state.servedWaitMs(visit, at) >= after * 1000
}

export const mayLeaveMessage = (state: State, interaction: Interaction): boolean =>
  isCall(interaction.channel) &&
  isUnanswered(interaction) &&
  !interaction.toCall &&
  state.lookup.queues.get(visitOf(interaction).queueId)?.voicemail === true

/** An offer that is out goes on: whoever answers it is put through, or the call goes out. */
export function askCallback(
  state: State,
  interaction: Interaction,
  { body }: Command<'askCallback'>,
  at: Instant,
): Decision {
  const { interactionId, callable, notReached = null } = body
  if (interaction.callback !== null) return []
  if (!mayAskCallback(state, interaction, at)) return refuse('noCallback', { interactionId })
  const from = callableFrom({ callable }, at)
  if (from === null) return refuse('noCallback', { interactionId })
  const taken = from === at || interaction.connections.length > 0 ? [] : withdraw(interaction, 'quietHours', at)
  return [...taken, event('callbackAsked', at, { interactionId, callable, notReached })]
}

export function cancelCallback(state: State, interaction: Interaction, at: Instant): Decision {
  const { id: interactionId, callback } = interaction
  if (callback === null || !isUnanswered(interaction)) return refuse('noCallback', { interactionId })
  const waitedMs = state.servedWaitMs(visitOf(interaction), at)
  return [
    ...withdraw(interaction, 'customerLeft', at),
    event('interactionAbandoned', at, { interactionId, cause: 'left', waitedMs }),
  ]
}

export function leaveMessage(
  state: State,
  interaction: Interaction,
  { body }: Command<'leaveMessage'>,
  at: Instant,
): Decision {
  const { interactionId, contentId } = body
  if (!mayLeaveMessage(state, interaction)) return refuse('noVoicemail', { interactionId })
  const number = interaction.messages + 1
  const said = { interactionId, number, side: 'customer', personId: null, contentId, textLineId: null } as const
  return [event('messageLeft', at, { interactionId }), event('messageSent', at, said)]
}

/** The callback may be offered again; or, at the end of a time in which they are called, not before the next. */
export const callbackTimeCame = (state: State, interaction: Interaction, at: Instant): Event[] =>
  interaction.callback?.putOffUntil == null
    ? putOff(state, interaction, at)
    : [event('callbackDue', at, { interactionId: interaction.id })]

/** The next of those who wait to be called and may not be called just now. */
export function nextPutOff(state: State): Event[] {
  const [id] = state.index.untimely
  return id === undefined ? [] : putOff(state, state.interaction(id), state.at)
}

/** Until they may be called next; where they never may, it is over, and they are told. */
function putOff(state: State, interaction: Interaction, at: Instant): Event[] {
  const { id: interactionId, callback } = interaction
  const until = callback === null ? null : callableFrom(callback, at)
  if (until !== null) return [event('callbackPutOff', at, { interactionId, until })]
  const waitedMs = state.servedWaitMs(visitOf(interaction), at)
  return [...regret(interaction, at), event('rejected', at, { interactionId, waitedMs })]
}

/** What the plan says to somebody whom the callback did not reach in the end. */
export function regret({ id: interactionId, callback, messages }: Interaction, at: Instant): Event[] {
  if (callback?.notReached == null) return []
  const said = { interactionId, number: messages + 1, side: 'agent', personId: null } as const
  return [event('messageSent', at, { ...said, ...callback.notReached })]
}

export const callbackCommands = {
  askCallback: {
    by: byCustomer,
    decide: (state, command, at) =>
      withTheirs(state, command, (interaction) => askCallback(state, interaction, command, at)),
  },
  cancelCallback: {
    by: byCustomer,
    decide: (state, command, at) => withTheirs(state, command, (interaction) => cancelCallback(state, interaction, at)),
  },
  leaveMessage: {
    by: byCustomer,
    decide: (state, command, at) =>
      withTheirs(state, command, (interaction) => leaveMessage(state, interaction, command, at)),
  },
} satisfies Partial<CommandDefinitions>
