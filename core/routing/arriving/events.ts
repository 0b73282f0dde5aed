import { atTheLine } from '../calls/aways.ts'
import { release } from '../handing/passing.ts'
import { changeInteraction, withConnection, type EventDefinitions } from '../state/changing.ts'
import { visitOf } from '../state/pieces.ts'
import { arrive, drop, enter, overflow } from './visits.ts'

/** Interactions come in, wait, and leave without having been answered. */
export const arrivingEvents = {
  interactionArrived: arrive,
  interactionRejected: (state, event) => {
    const { figures } = state.queueDay(event.queueId)
    figures.entered += 1
    figures.rejected += 1
    return state
  },
  customerConnected: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      interaction.connections = withConnection(interaction.connections, event)
      interaction.customerGraceDueAt = null
      atTheLine(interaction)
    }),
  customerDisconnected: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      interaction.connections = interaction.connections.filter(({ id }) => id !== event.connectionId)
      interaction.customerGraceDueAt = event.customerGraceDueAt
    }),
  interactionAbandoned: (state, event) => drop(state, event.interactionId, 'abandoned'),
  rejected: (state, event) => drop(state, event.interactionId, 'rejected'),
  overflowed: overflow,
  waitedTooLong: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      visitOf(interaction).overdue = true
    }),
  stepReached: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      visitOf(interaction).step = event.step
    }),
  roundEnded: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      visitOf(interaction).retryDueAt = event.retryDueAt
    }),
  roundBegan: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      const visit = visitOf(interaction)
      visit.retryDueAt = null
      visit.tried = []
    }),
  preferenceBegan: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      visitOf(interaction).preferred = { agentId: event.agentId, until: event.until }
    }),
  preferenceLapsed: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      visitOf(interaction).preferred = null
    }),
  customerAsked: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      interaction.asked = true
    }),
  rested: (state, event) => {
    const interaction = state.interaction(event.interactionId)
    release(state, interaction)
    interaction.phase = 'resting'
    interaction.restDueAt = event.restDueAt
    state.index.interactionChanged(interaction)
    return state
  },
  woken: (state, event) => {
    const interaction = state.interaction(event.interactionId)
    interaction.phase = 'waiting'
    interaction.asked = false
    interaction.restDueAt = null
    interaction.customerGraceDueAt = event.customerGraceDueAt
    return enter(state, interaction, { ...event, waitedBeforeMs: 0 })
  },
} satisfies Partial<EventDefinitions>
