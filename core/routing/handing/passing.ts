// How a conversation leaves the hands it is in, and waits again.
import type { Event } from '../journal/events.ts'
import { dropGuests } from '../calls/guests.ts'
import { visitOf, type Interaction } from '../state/pieces.ts'
import type { State } from '../state/state.ts'
import { enter } from '../arriving/visits.ts'

export const without = <T>(items: T[], item: T): T[] => items.filter((other) => other !== item)

export function release(state: State, interaction: Interaction): void {
  interaction.heldSince = null
  interaction.helpSince = null
  interaction.dial = null
  dropGuests(state, interaction)
  for (const participation of interaction.participations) {
    if (participation.to !== null) continue
    participation.to = state.at
    const agent = state.agent(participation.personId)
    agent.carried = without(agent.carried, interaction.id)
    agent.lastAtWork = state.at
    state.index.agentChanged(agent)
  }
}

export function handBack(state: State, event: Event<'requeued'>): State {
  const interaction = state.interaction(event.interactionId)
  const { queueId } = visitOf(interaction)
  release(state, interaction)
  interaction.phase = 'waiting'
  interaction.customerGraceDueAt = event.customerGraceDueAt
  return enter(state, interaction, { ...event, queueId })
}

/** It waits anew, and whoever passed it on is not the first to be offered it. */
export function transfer(state: State, event: Event<'transferred'>): State {
  const interaction = state.interaction(event.interactionId)
  release(state, interaction)
  interaction.phase = 'waiting'
  interaction.priority = event.priority
  interaction.handover = { agentId: event.agentId, at: event.at, noteContentId: event.noteContentId }
  interaction.customerGraceDueAt = event.customerGraceDueAt
  return enter(state, interaction, { ...event, waitedBeforeMs: 0, tried: [event.agentId] })
}
