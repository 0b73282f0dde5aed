// How guests of a call part from it, and agents from a call that goes on without them.
import type { Instant, PersonId, ProcessId } from '../../plan/index.ts'
import type { Guest } from '../../calls/index.ts'
import type { Event, GuestEnd } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import { atWork, type Interaction } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

export const guestOf = ({ guests }: Interaction, personId: PersonId): Guest | undefined =>
  guests.find((one) => one.personId === personId)

export const held = (interaction: Interaction, agentId: PersonId, on: boolean, at: Instant): Event[] =>
  (interaction.heldSince !== null) === on
    ? []
    : [event('callHeld', at, { interactionId: interaction.id, agentId, held: on })]

export const gone = ({ id }: Interaction, personId: PersonId, cause: GuestEnd, at: Instant): Event =>
  event('guestGone', at, { interactionId: id, personId, cause })

export const handedOver = ({ id }: Interaction, agentId: PersonId, toAgentId: PersonId, at: Instant): Event =>
  event('handedOver', at, { interactionId: id, agentId, toAgentId })

/** The conversation goes on, but the page of the agent who has it is gone for the moment. */
export const isAgentGone = (state: State, interaction: Interaction): boolean => {
  const agentId = interaction.phase === 'connected' ? atWork(interaction)[0]?.personId : undefined
  return agentId !== undefined && state.agents.get(agentId)?.connections.length === 0
}

/** Nobody answered in time. */
export function missedConsult(interaction: Interaction, at: Instant): Event[] {
  const asked = interaction.guests.find(({ way }) => way === 'asked')
  return asked === undefined ? [] : [gone(interaction, asked.personId, 'missed', at)]
}

/** The call goes on without the agent where a colleague has been joined to it; null where there is none. */
export function takenOver(interaction: Interaction, agentId: PersonId, at: Instant): Event[] | null {
  const next = interaction.guests.find(({ colleague, way }) => colleague && way === 'joined')
  if (next === undefined) return null
  return [...held(interaction, agentId, false, at), handedOver(interaction, agentId, next.personId, at)]
}

/** Somebody is gone from where they were a guest, or were asked to be. */
export const goneFrom = (interaction: Interaction, personId: PersonId, at: Instant): Event[] =>
  guestOf(interaction, personId) === undefined ? [] : [gone(interaction, personId, 'connectionLost', at)]

/** Supervisors whose page was open to a web process that is gone. */
export const lostWith = (state: State, processId: ProcessId, at: Instant): Event[] =>
  [...state.interactions.values()].flatMap((one) =>
    one.guests.filter((guest) => guest.processId === processId).flatMap(({ personId }) => goneFrom(one, personId, at)),
  )
