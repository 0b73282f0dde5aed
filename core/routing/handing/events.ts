import { recentHandleMs } from '../../figures/index.ts'
import type {
  QueueId,
  AgentId,
  ContentId,
  DeclineReasonId,
  DispositionId,
  Instant,
  InteractionId,
  LineId,
  Mood,
  PersonId,
  VisitId,
} from '../../plan/index.ts'
import { noteCutOff } from '../arriving/cut-offs.ts'
import { endVisit } from '../arriving/visits.ts'
import { atTheLine } from '../calls/aways.ts'
import { dropGuests } from '../calls/guests.ts'
import type { Event, OfOffer, Waited } from '../journal/events.ts'
import { changeInteraction, type EventDefinitions } from '../state/changing.ts'
import {
  openOffer,
  visitOf,
  type Interaction,
  type OfferEnd,
  type OfferCause,
  type Side,
  type TextState,
  type WithdrawalReason,
  type Offer,
} from '../state/pieces.ts'
import type { State } from '../state/state.ts'
import { handBack, release, transfer, without } from './passing.ts'

declare module '../journal/events.ts' {
  interface EventBodies {
    offerMade: OfOffer & {
      readonly dueAt: Instant
      readonly cause: OfferCause
      /** Who assigned it. */
      readonly by: PersonId | null
    }
    offerAnswered: OfOffer & Waited
    offerDeclined: OfOffer & { readonly reason: DeclineReasonId }
    offerMissed: OfOffer
    offerWithdrawn: OfOffer & { readonly reason: WithdrawalReason }
    /** An agent has passed it on, to a queue or to one agent; it waits anew. */
    transferred: {
      readonly interactionId: InteractionId
      readonly agentId: AgentId
      readonly visitId: VisitId
      readonly queueId: QueueId
      /** To one agent: while it lasts nobody else is offered it. */
      readonly preferred: { readonly agentId: AgentId; readonly until: Instant } | null
      readonly noteContentId: ContentId | null
      readonly priority: number | null
      readonly estimatedWaitSeconds: number | null
      readonly customerGraceDueAt: Instant | null
    }
    requeued: {
      readonly interactionId: InteractionId
      readonly agentId: AgentId
      readonly visitId: VisitId
      /** What was waited before, and counts for the place in the queue. */
      readonly waitedBeforeMs: number
      readonly estimatedWaitSeconds: number | null
      readonly customerGraceDueAt: Instant | null
    }
    messageSent: {
      readonly interactionId: InteractionId
      /** 1 for the first of the interaction. */
      readonly number: number
      readonly side: Side
      readonly personId: PersonId | null
      readonly contentId: ContentId
      /** The line by which it goes out as a text; null: it does not. */
      readonly textLineId: LineId | null
    }
    messagesReceived: {
      readonly interactionId: InteractionId
      /** Whose device has them. */
      readonly side: Side
      readonly delivered: number
      readonly seen: number
    }
    /** What became of a text that the centre sent, as far as the carrier has told. */
    textReported: { readonly interactionId: InteractionId; readonly number: number; readonly state: TextState }
    interactionEnded: {
      readonly interactionId: InteractionId
      readonly by: Side | 'system'
      readonly wrapUpDueAt: Instant
    }
    wrapUpSaved: {
      readonly interactionId: InteractionId
      readonly dispositionId: DispositionId | null
      readonly mood: Mood | null
      readonly notesContentId: ContentId | null
    }
    wrapUpExtended: { readonly interactionId: InteractionId; readonly wrapUpDueAt: Instant }
    wrapUpEnded: { readonly interactionId: InteractionId; readonly cause: 'finished' | 'time' }
  }
}

/** A conversation in the hands of an agent. */
export const handingEvents = {
  offerMade: (state, event) => {
    const interaction = state.interaction(event.interactionId)
    const agent = state.agent(event.agentId)
    visitOf(interaction).offers.push({
      id: event.offerId,
      agentId: event.agentId,
      cause: event.cause,
      offeredAt: event.at,
      dueAt: event.dueAt,
      end: null,
      endedAt: null,
      reason: null,
    })
    interaction.phase = 'offered'
    if (event.cause === 'match') state.queueDay(visitOf(interaction).queueId).lastOffered = agent.id
    agent.offerId = event.offerId
    agent.carried.push(interaction.id)
    state.index.interactionChanged(interaction)
    state.index.agentChanged(agent)
    return state
  },
  offerAnswered: answer,
  offerDeclined: (state, event) => endOffer(state, event, 'declined', event.reason),
  offerMissed: (state, event) => endOffer(state, event, 'missed', null),
  offerWithdrawn: (state, event) => endOffer(state, event, 'withdrawn', event.reason),
  transferred: transfer,
  requeued: handBack,
  messageSent: (state, event) => {
    const interaction = state.interaction(event.interactionId)
    interaction.messages = event.number
    interaction.receipts[event.side] = { delivered: event.number, seen: event.number }
    const owes = event.side === 'customer' ? 'agent' : 'customer'
    // What answers by itself leaves the customer's words to be answered.
    const byItself = event.side === 'agent' && event.personId === null
    if (interaction.turn.side !== owes && !byItself) interaction.turn = { side: owes, since: event.at }
    interaction.asked = false
    if (event.side === 'agent') interaction.silentSince = event.at
    if (event.textLineId !== null) interaction.texts[event.number] = 'queued'
    state.index.setSilence(interaction)
    return state
  },
  messagesReceived: (state, event) => {
    state.interaction(event.interactionId).receipts[event.side] = { delivered: event.delivered, seen: event.seen }
    return state
  },
  textReported: (state, event) => {
    state.interaction(event.interactionId).texts[event.number] = event.state
    return state
  },
  interactionEnded: (state, event) => {
    noteCutOff(state, state.interaction(event.interactionId), event)
    return changeInteraction(state, event.interactionId, (interaction) => {
      interaction.phase = 'wrapUp'
      interaction.heldSince = null
      interaction.helpSince = null
      interaction.dial = null
      dropGuests(state, interaction)
      interaction.wrapUpDueAt = event.wrapUpDueAt
      for (const talk of [...interaction.participations])
        if (talk.to === null) {
          talk.to = event.at
          interaction.participations.push({ ...talk, leg: 'wrapUp', from: event.at, to: null })
        }
    })
  },
  wrapUpSaved: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      interaction.dispositionId = event.dispositionId
      interaction.mood = event.mood
      interaction.notesContentId = event.notesContentId
    }),
  wrapUpExtended: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      interaction.wrapUpDueAt = event.wrapUpDueAt
    }),
  wrapUpEnded: (state, event) => endWrapUp(state, event.interactionId),
} satisfies Partial<EventDefinitions>

/** Ends the offer that is out; where the agent does not take the interaction it stands waiting again. */
function endOffer(
  state: State,
  event: Event<'offerDeclined' | 'offerMissed' | 'offerWithdrawn' | 'offerAnswered'>,
  end: OfferEnd,
  reason: Offer['reason'],
): State {
  const interaction = state.interaction(event.interactionId)
  const visit = visitOf(interaction)
  const offer = openOffer(interaction)
  const agent = state.agent(event.agentId)
  if (offer?.id !== event.offerId) throw new Error(`offer ${event.offerId} is not out`)
  offer.end = end
  offer.endedAt = event.at
  offer.reason = reason
  agent.offerId = null
  if (end !== 'answered') {
    interaction.phase = 'waiting'
    agent.carried = without(agent.carried, interaction.id)
    if (end !== 'withdrawn') {
      visit.refusals += 1
      visit.tried.push(agent.id)
    }
  }
  state.index.interactionChanged(interaction)
  state.index.agentChanged(agent)
  return state
}

function answer(state: State, event: Event<'offerAnswered'>): State {
  const interaction = state.interaction(event.interactionId)
  const agent = state.agent(event.agentId)
  interaction.phase = 'connected'
  if (interaction.connections.length > 0) atTheLine(interaction)
  // Whoever takes it over begins to wait for the customer's word anew.
  interaction.silentSince = event.at
  interaction.asked = false
  agent.lastAtWork = event.at
  agent.today.answered += 1
  interaction.participations.push({ personId: agent.id, role: 'agent', leg: 'talk', from: event.at, to: null })
  endVisit(state, visitOf(interaction), 'answered')
  return endOffer(state, event, 'answered', null)
}

const handleMs = (interaction: Interaction): number =>
  interaction.participations.reduce((sum, { from, to }) => sum + ((to ?? from) - from), 0)

function endWrapUp(state: State, interactionId: InteractionId): State {
  const interaction = state.interaction(interactionId)
  const working = interaction.participations.filter(({ to }) => to === null).map(({ personId }) => personId)
  release(state, interaction)
  const took = handleMs(interaction)
  countHandled(state, visitOf(interaction).queueId, took)
  for (const id of working) {
    const { today } = state.agent(id)
    today.handled += 1
    today.handleSumMs += took
  }
  state.interactions.delete(interaction.id)
  state.index.interactionGone(interaction)
  return state
}

function countHandled(state: State, queueId: QueueId, took: number): void {
  const day = state.queueDay(queueId)
  day.figures.handled += 1
  day.figures.handleSumMs += took
  day.recentHandleMs = recentHandleMs(day.recentHandleMs, took)
}
