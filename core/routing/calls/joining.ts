// Calls of more than two: a colleague who is asked and may be joined or take over, and supervisors who listen or help.
import {
  isCall,
  type Instant,
  type PersonId,
  type AgentId,
  type InteractionId,
  type ProcessId,
} from '../../plan/index.ts'
import type { Guest, AttendingWay } from '../../calls/index.ts'
import {
  asAgent,
  notAllowed,
  personMay,
  withWork,
  type Asker,
  byAgent,
  byWhoIsInIt,
  type CommandDefinitions,
} from '../allowed.ts'
import { refuse, type Command, type Decision, type Refusal } from '../journal/commands.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import { bar } from '../handing/handing.ts'
import { gone, guestOf, handedOver, held } from './parting.ts'
import { atWork, type Interaction, visitOf } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    /** In a call: a colleague is asked. */
    consult: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly colleagueId: AgentId }
    /** By the colleague. */
    answerConsult: { readonly agentId: AgentId; readonly interactionId: InteractionId }
    declineConsult: { readonly agentId: AgentId; readonly interactionId: InteractionId }
    /** By the agent: the colleague talks to the customer as well, is sent off, or takes the call over. */
    joinGuest: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly personId: PersonId }
    dismissGuest: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly personId: PersonId }
    handOver: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly personId: PersonId }
    /** By a supervisor for themself. */
    attendCall: {
      readonly interactionId: InteractionId
      readonly personId: PersonId
      readonly way: AttendingWay
      /** The web process that their page is open to. */
      readonly processId: ProcessId
    }
    leaveCall: { readonly interactionId: InteractionId; readonly personId: PersonId }
    askForHelp: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly wanted: boolean }
  }
}

const changed = (
  interaction: Interaction,
  { personId, colleague, processId }: Pick<Guest, 'personId' | 'colleague' | 'processId'>,
  way: Guest['way'],
  { by, at, dueAt = null }: { by: PersonId; at: Instant; dueAt?: Instant | null },
): Event => event('guestSet', at, { interactionId: interaction.id, personId, colleague, way, by, dueAt, processId })

/** One colleague at a time, who is there and has room for a call; meanwhile the customer hears music. */
export function consult(state: State, command: Command<'consult'>, at: Instant): Decision {
  const { agentId, colleagueId, interactionId } = command.body
  return withWork(state, command, 'connected', (interaction) => {
    if (!isCall(interaction.channel)) return refuse('notACall', { interactionId })
    if (colleagueId === agentId) return refuse('toSelf')
    if (!state.agents.has(colleagueId)) return refuse('unknownAgent', { agentId: colleagueId })
    if (interaction.guests.some(({ colleague }) => colleague)) return refuse('askedAlready', { interactionId })
    const barred = bar(state, colleagueId, interaction, ['present', 'roomForIt', 'notOffered'])
    if (barred !== null) return barred
    const { queueId } = visitOf(interaction)
    const dueAt = at + (state.lookup.queues.get(queueId)?.answerWindowSeconds ?? 0) * 1000
    const asked = { personId: colleagueId, colleague: true, processId: null }
    // Who looked on is let go where they are asked for their own part.
    return [
      ...(guestOf(interaction, colleagueId) === undefined ? [] : [gone(interaction, colleagueId, 'left', at)]),
      ...held(interaction, agentId, true, at),
      changed(interaction, asked, 'asked', { by: agentId, at, dueAt }),
    ]
  })
}

/** Whoever is asked answers, or does not want to. */
function replyToConsult(state: State, command: Command<'answerConsult' | 'declineConsult'>, at: Instant): Decision {
  const { agentId, interactionId } = command.body
  const interaction = state.interactions.get(interactionId)
  const guest = interaction === undefined ? undefined : guestOf(interaction, agentId)
  if (interaction === undefined || guest?.way !== 'asked') return refuse('offerOver', { offerId: interactionId })
  if (command.type === 'declineConsult') return [gone(interaction, agentId, 'declined', at)]
  return [changed(interaction, guest, 'aside', { by: agentId, at })]
}

/** What the agent makes of the colleague: joins them to all, sends them off, or leaves the call to them. */
function settleConsult(
  state: State,
  command: Command<'joinGuest' | 'dismissGuest' | 'handOver'>,
  at: Instant,
): Decision {
  const { agentId, interactionId, personId } = command.body
  return withWork(state, command, 'connected', (interaction) => {
    const guest = guestOf(interaction, personId)
    if (guest?.colleague !== true) return refuse('notInCall', { personId, interactionId })
    const back = held(interaction, agentId, false, at)
    if (command.type === 'dismissGuest') return [gone(interaction, personId, 'dismissed', at), ...back]
    if (guest.way === 'asked') return refuse('notInCall', { personId, interactionId })
    if (command.type === 'handOver') return [...back, handedOver(interaction, agentId, personId, at)]
    return guest.way === 'joined' ? [] : [changed(interaction, guest, 'joined', { by: agentId, at }), ...back]
  })
}

/** By a supervisor for themself. */
export const byListener: Asker<Command<'attendCall'>> = {
  capability: 'listen',
  own: false,
  bar: (state, command) => {
    const { actor, onBehalfOf, body } = command
    const own = actor.kind === 'person' && actor.id === body.personId && onBehalfOf === null
    return own && personMay(state, command, 'listen') ? null : notAllowed(command)
  },
}

/** A supervisor listens in, speaks to the agent alone, or joins; one who does already may change to another of these. */
function attendCall(state: State, command: Command<'attendCall'>, at: Instant): Decision {
  const { interactionId, personId, way, processId } = command.body
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined) return refuse('unknownInteraction', { interactionId })
  if (!isCall(interaction.channel)) return refuse('notACall', { interactionId })
  if (interaction.phase !== 'connected') return refuse('interactionOver', { interactionId })
  const guest = guestOf(interaction, personId)
  if (guest?.colleague === true || atWork(interaction).some((one) => one.personId === personId)) return refuse('toSelf')
  if (guest?.way === way && guest.processId === processId) return []
  return [changed(interaction, { personId, colleague: false, processId }, way, { by: personId, at })]
}

/** A colleague or a supervisor leaves the call to the others. */
export function leaveCall(state: State, command: Command<'leaveCall'>, at: Instant): Decision {
  const { interactionId, personId } = command.body
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined) return refuse('unknownInteraction', { interactionId })
  const guest = guestOf(interaction, personId)
  const refusal = mayLeave(state, command, guest)
  if (refusal !== null) return refusal
  return guest === undefined ? [] : [gone(interaction, personId, 'left', at)]
}

function mayLeave(state: State, command: Command<'leaveCall'>, guest: Guest | undefined): Refusal | null {
  const { kind, id } = command.actor
  const { personId } = command.body
  if (kind === 'system' || (kind === 'person' && id === personId)) return null
  return guest?.colleague === true ? asAgent(state, command, personId) : notAllowed(command)
}

/** The agent asks for a supervisor, or needs none any more. */
function askForHelp(state: State, command: Command<'askForHelp'>, at: Instant): Decision {
  const { agentId, interactionId, wanted } = command.body
  return withWork(state, command, 'connected', ({ helpSince }) =>
    (helpSince !== null) === wanted ? [] : [event('helpAsked', at, { interactionId, agentId, wanted })],
  )
}

export const joiningCommands = {
  consult: { by: byAgent, decide: consult },
  answerConsult: { by: byAgent, decide: replyToConsult },
  declineConsult: { by: byAgent, decide: replyToConsult },
  joinGuest: { by: byAgent, decide: settleConsult },
  dismissGuest: { by: byAgent, decide: settleConsult },
  handOver: { by: byAgent, decide: settleConsult },
  attendCall: { by: byListener, decide: attendCall },
  leaveCall: { by: byWhoIsInIt, decide: leaveCall },
  askForHelp: { by: byAgent, decide: askForHelp },
} satisfies Partial<CommandDefinitions>
