// How those who take part in a call beside its agent change the state.
import type { Guest } from '../../calls/index.ts'
import type { Event } from '../journal/events.ts'
import { atWork, type Interaction } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

/** Comes in, or takes part in another way. A colleague has it among what they carry, from being asked on. */
export function setGuest(state: State, interaction: Interaction, event: Event<'guestSet'>): void {
  const { personId, colleague, way, dueAt, processId, at } = event
  const known = interaction.guests.find((one) => one.personId === personId)
  if (known !== undefined) Object.assign(known, { way, since: at, dueAt, processId })
  else {
    interaction.guests.push({ personId, colleague, way, since: at, dueAt, processId })
    if (colleague) {
      const agent = state.agent(personId)
      agent.carried.push(interaction.id)
      state.index.agentChanged(agent)
    }
  }
  if (!colleague) interaction.helpSince = null
}

/** They are in the call no more; one who was in it was at work until now. */
export function dropGuests(
  state: State,
  interaction: Interaction,
  which: (guest: Guest) => boolean = () => true,
): void {
  if (interaction.guests.length === 0) return
  const leaving = interaction.guests.filter(which)
  interaction.guests = interaction.guests.filter((guest) => !leaving.includes(guest))
  for (const { personId, colleague, way } of leaving) {
    if (!colleague) continue
    const agent = state.agent(personId)
    agent.carried = agent.carried.filter((id) => id !== interaction.id)
    if (way !== 'asked') agent.lastAtWork = state.at
    state.index.agentChanged(agent)
  }
}

/** The colleague has it from now on, as the agent; whoever had it is free. */
export function handOver(state: State, { interactionId, agentId, toAgentId, at }: Event<'handedOver'>): State {
  const interaction = state.interaction(interactionId)
  for (const participation of atWork(interaction)) participation.to = at
  const agent = state.agent(agentId)
  agent.carried = agent.carried.filter((id) => id !== interactionId)
  agent.lastAtWork = at
  // What they carry they carry on, no longer as a guest.
  interaction.guests = interaction.guests.filter(({ personId }) => personId !== toAgentId)
  interaction.participations.push({ personId: toAgentId, role: 'agent', leg: 'talk', from: at, to: null })
  interaction.handover = { agentId, at, noteContentId: null }
  interaction.helpSince = null
  state.index.agentChanged(agent)
  state.index.agentChanged(state.agent(toAgentId))
  state.index.interactionChanged(interaction)
  return state
}
