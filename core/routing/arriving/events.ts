import type { Requirement } from '../../skills/index.ts'
import type {
  AddressId,
  AgentId,
  Channel,
  ConnectionId,
  CustomerId,
  Instant,
  InteractionId,
  LineId,
  PersonId,
  ProcessId,
  QueueId,
  VisitId,
} from '../../plan/index.ts'
import type { OverflowCause, PreferenceEnd, Waited } from '../journal/events.ts'
import { atTheLine } from '../calls/aways.ts'
import { release } from '../handing/passing.ts'
import { changeInteraction, withConnection, type EventDefinitions } from '../state/changing.ts'
import { visitOf } from '../state/pieces.ts'
import { arrive, drop, enter, overflow } from './visits.ts'

declare module '../journal/events.ts' {
  interface EventBodies {
    interactionArrived: {
      readonly interactionId: InteractionId
      readonly visitId: VisitId
      readonly channel: Channel
      readonly customerId: CustomerId
      readonly lineId: LineId
      /** The customer's number, of one who texts. */
      readonly addressId: AddressId | null
      readonly queueId: QueueId
      readonly test: boolean
      readonly estimatedWaitSeconds: number | null
      readonly connection: { readonly id: ConnectionId; readonly processId: ProcessId } | null
      readonly customerGraceDueAt: Instant | null
      /** It is a message to a closed queue: it waits for the opening, whether or not the customer stays. */
      readonly leftMessage: boolean
      /** What it asks for itself, each skill once. */
      readonly requirements: readonly Requirement[]
      /** Its own; null: that of its queue. */
      readonly priority: number | null
      /** So many times as long its customer is waited for. */
      readonly patience: number
      /** What its line marks it with. */
      readonly tags: readonly string[]
      /** Its customer was cut off in a call before: whom it is for at first, where they are there. */
      readonly back: { readonly preferred: { readonly agentId: AgentId; readonly until: Instant } | null } | null
    }
    interactionRejected: {
      readonly interactionId: InteractionId
      readonly channel: Channel
      readonly customerId: CustomerId
      readonly lineId: LineId
      readonly queueId: QueueId
      readonly test: boolean
      readonly reason: 'queueFull'
    }
    customerConnected: {
      readonly interactionId: InteractionId
      readonly connectionId: ConnectionId
      readonly processId: ProcessId
    }
    customerDisconnected: {
      readonly interactionId: InteractionId
      readonly connectionId: ConnectionId
      readonly customerGraceDueAt: Instant | null
    }
    interactionAbandoned: Waited & { readonly interactionId: InteractionId; readonly cause: 'left' | 'pageClosed' }
    /** Somebody who waited is told that they cannot be taken: the queue closed in an emergency, or the wait was too long. */
    rejected: Waited & { readonly interactionId: InteractionId }
    /** To another queue: moved by a supervisor, or since this one has closed or is full, or the wait was too long. */
    overflowed: {
      readonly cause: OverflowCause
      /** Who moved it. */
      readonly by: PersonId | null
      readonly interactionId: InteractionId
      readonly visitId: VisitId
      readonly queueId: QueueId
      readonly waitedBeforeMs: number
      readonly estimatedWaitSeconds: number | null
    }
    /** Its wait has reached the longest that its queue lets anybody wait. */
    waitedTooLong: { readonly interactionId: InteractionId }
    /** Its wait has reached the next step of its queue: more people are in reach, or less is asked for. */
    stepReached: { readonly interactionId: InteractionId; readonly step: number }
    roundEnded: { readonly interactionId: InteractionId; readonly retryDueAt: Instant }
    roundBegan: { readonly interactionId: InteractionId }
    /** What waits is for one agent alone, who has its customer already. */
    preferenceBegan: { readonly interactionId: InteractionId; readonly agentId: AgentId; readonly until: Instant }
    preferenceLapsed: { readonly interactionId: InteractionId; readonly cause: PreferenceEnd }
    /** The customer has said nothing for long, and is asked whether they are still there. */
    customerAsked: { readonly interactionId: InteractionId }
    /** They still say nothing: it waits for their next word with nobody, and the agent's slots are free. */
    rested: { readonly interactionId: InteractionId; readonly agentId: AgentId; readonly restDueAt: Instant }
    /** The customer speaks again: it waits for an agent, at first for the one who had it. */
    woken: {
      readonly interactionId: InteractionId
      readonly visitId: VisitId
      readonly queueId: QueueId
      readonly preferred: { readonly agentId: AgentId; readonly until: Instant } | null
      readonly estimatedWaitSeconds: number | null
      readonly customerGraceDueAt: Instant | null
    }
  }
}

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
