import { recentHandleMs } from '../figures/index.ts'
import { admitted } from '../presence/index.ts'
import type { Channel, QueueId } from '../plan/index.ts'
import type { Event } from './events.ts'
import { changeBlocks } from './abuse.ts'
import { atTheLine, reachedOut, setAway } from './aways.ts'
import { noteCutOff } from './cut-offs.ts'
import { dropGuests, handOver, setGuest } from './guests.ts'
import { returnBlocks, applyIdentified, applyMerged } from './merging.ts'
import { openOffer, visitOf, type Agent, type Connection, type Interaction, type OfferEnd } from './pieces.ts'
import type { State } from './state.ts'
import {
  beginEmergency,
  beginStopgap,
  endEmergency,
  enterAbsence,
  extendPlan,
  layOver,
  removeAbsence,
  beginDay,
  changeGrants,
  changeLoans,
  changeOpening,
  changeShift,
} from './layers.ts'
import { setAside, takeOut } from './quarantine.ts'
import { handBack, release, transfer, without } from './passing.ts'
import { extendDeadlines, takePlan } from './taking.ts'
import { arrive, drop, endVisit, enter, overflow } from './visits.ts'

/**
 * The only way that state changes: takes one event of the journal, in order, into the state (in place) and gives it
 * back. Throws on an event that does not fit, which is a defect, never a user's slip.
 */
export function evolve(state: State, event: Event): State {
  if (event.at < state.at) throw new Error(`time runs backwards: ${event.type} at ${event.at} after ${state.at}`)
  state.at = event.at
  switch (event.type) {
    case 'planTaken':
      return takePlan(state, event)
    case 'planExtended':
      return extendPlan(state, event)
    case 'stopgapBegan':
      return beginStopgap(state, event)
    case 'stopgapEnded': {
      const ended = state.stopgaps.find(({ id }) => id === event.stopgapId)
      if (ended === undefined) throw new Error(`no stopgap ${event.stopgapId} in the state`)
      ended.until = event.at
      return layOver(state, [event.queueId])
    }
    case 'emergencyBegan':
      return beginEmergency(state, event)
    case 'emergencyEnded':
      return endEmergency(state, event)
    case 'rejected':
      return drop(state, event.interactionId, 'rejected')
    case 'absenceEntered':
      return enterAbsence(state, event)
    case 'absenceRemoved':
      return removeAbsence(state, event)
    case 'shiftChanged':
      return changeShift(state, event.agentId)
    case 'queueOpened':
      return changeOpening(state, event.queueId, true)
    case 'queueClosed':
      return changeOpening(state, event.queueId, false)
    case 'overflowed':
      return overflow(state, event)
    case 'interactionQuarantined':
      return takeOut(state, event)
    case 'deadlineQuarantined':
      return setAside(state, event)
    case 'routerResumed':
      return extendDeadlines(state, event.outageMs)
    case 'dayBegan':
      return beginDay(state)
    case 'agentConnected':
      return changeAgent(state, event.agentId, (agent) => {
        agent.connections = withConnection(agent.connections, event)
        agent.graceDueAt = null
      })
    case 'agentDisconnected':
      return changeAgent(state, event.agentId, (agent) => {
        agent.connections = agent.connections.filter(({ id }) => id !== event.connectionId)
        agent.graceDueAt = event.graceDueAt
      })
    case 'agentGraceEnded':
      return changeAgent(state, event.agentId, (agent) => {
        agent.graceDueAt = null
      })
    case 'presenceSet':
      return changeAgent(state, event.agentId, (agent) => {
        const before = admitted(state.sayingOf(agent))
        agent.stateId = event.stateId
        agent.stateSince = event.at
        agent.recovery = null
        agent.afterStateId = null
        noteIdle(state, agent, before)
      })
    case 'recoveryBegan':
      return changeAgent(state, event.agentId, (agent) => {
        const before = admitted(state.sayingOf(agent))
        agent.recovery = { stateId: agent.recovery?.stateId ?? agent.stateId, until: event.until }
        if (agent.stateId !== event.stateId) agent.stateSince = event.at
        agent.stateId = event.stateId
        noteIdle(state, agent, before)
      })
    case 'presencePlanned':
      return changeAgent(state, event.agentId, (agent) => {
        const before = admitted(state.sayingOf(agent))
        agent.afterStateId = event.stateId
        noteIdle(state, agent, before)
      })
    case 'channelsClosed':
      return changeAgent(state, event.agentId, (agent) => {
        const before = admitted(state.sayingOf(agent))
        agent.closedTo = [...event.closedTo]
        noteIdle(state, agent, before)
      })
    case 'loanBegan':
    case 'loanEnded':
      return changeLoans(state, event)
    case 'grantBegan':
    case 'grantEnded':
      return changeGrants(state, event)
    case 'wrapUpExtended':
      return changeInteraction(state, event.interactionId, (interaction) => {
        interaction.wrapUpMs += event.wrapUpDueAt - (interaction.wrapUpDueAt ?? event.wrapUpDueAt)
        interaction.wrapUpDueAt = event.wrapUpDueAt
      })
    case 'customerAsked':
      return changeInteraction(state, event.interactionId, (interaction) => {
        interaction.asked = true
      })
    case 'rested': {
      const interaction = state.interaction(event.interactionId)
      release(state, interaction)
      interaction.phase = 'resting'
      interaction.restDueAt = event.restDueAt
      state.index.interactionChanged(interaction)
      return state
    }
    case 'woken': {
      const interaction = state.interaction(event.interactionId)
      interaction.phase = 'waiting'
      interaction.asked = false
      interaction.restDueAt = null
      interaction.customerGraceDueAt = event.customerGraceDueAt
      return enter(state, interaction, { ...event, waitedBeforeMs: 0 })
    }
    case 'interactionArrived':
      return arrive(state, event)
    case 'interactionRejected': {
      const { figures } = state.queueDay(event.queueId)
      figures.entered += 1
      figures.rejected += 1
      return state
    }
    case 'customerConnected':
      return changeInteraction(state, event.interactionId, (interaction) => {
        interaction.connections = withConnection(interaction.connections, event)
        interaction.customerGraceDueAt = null
        atTheLine(interaction)
      })
    case 'customerDisconnected':
      return changeInteraction(state, event.interactionId, (interaction) => {
        interaction.connections = interaction.connections.filter(({ id }) => id !== event.connectionId)
        interaction.customerGraceDueAt = event.customerGraceDueAt
      })
    case 'interactionAbandoned':
      return drop(state, event.interactionId, 'abandoned')
    case 'offerMade': {
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
    }
    case 'transferred':
      return transfer(state, event)
    case 'preferenceBegan':
      return changeInteraction(state, event.interactionId, (interaction) => {
        visitOf(interaction).preferred = { agentId: event.agentId, until: event.until }
      })
    case 'preferenceLapsed':
      return changeInteraction(state, event.interactionId, (interaction) => {
        visitOf(interaction).preferred = null
      })
    case 'offerAnswered':
      return answer(state, event)
    case 'offerDeclined':
      return endOffer(state, event, 'declined', event.reason)
    case 'offerMissed':
      return endOffer(state, event, 'missed', null)
    case 'offerWithdrawn':
      return endOffer(state, event, 'withdrawn', event.reason)
    case 'waitedTooLong':
      return changeInteraction(state, event.interactionId, (interaction) => {
        visitOf(interaction).overdue = true
      })
    case 'stepReached':
      return changeInteraction(state, event.interactionId, (interaction) => {
        visitOf(interaction).step = event.step
      })
    case 'roundEnded':
      return changeInteraction(state, event.interactionId, (interaction) => {
        visitOf(interaction).retryDueAt = event.retryDueAt
      })
    case 'roundBegan':
      return changeInteraction(state, event.interactionId, (interaction) => {
        const visit = visitOf(interaction)
        visit.retryDueAt = null
        visit.tried = []
      })
    case 'messageSent': {
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
    }
    case 'customerIdentified':
      return applyIdentified(state, event)
    case 'customerMerged':
      return applyMerged(state, event)
    case 'blocksReturned':
      return returnBlocks(state, event)
    case 'guestSet':
      return changeInteraction(state, event.interactionId, (interaction) => setGuest(state, interaction, event))
    case 'guestGone':
      return changeInteraction(state, event.interactionId, (interaction) => {
        dropGuests(state, interaction, ({ personId }) => personId === event.personId)
      })
    case 'handedOver':
      return handOver(state, event)
    case 'helpAsked':
      state.interaction(event.interactionId).helpSince = event.wanted ? event.at : null
      return state
    case 'callHeld':
      state.interaction(event.interactionId).heldSince = event.held ? event.at : null
      return state
    case 'reachedOut':
      return reachedOut(state, event)
    case 'customerDialled':
    case 'dialEnded':
    case 'callbackAsked':
    case 'callbackPutOff':
    case 'callbackDue':
    case 'messageLeft':
      return changeInteraction(state, event.interactionId, (interaction) => setAway(state, interaction, event))
    case 'customerWarned':
      state.interaction(event.interactionId).warnings += 1
      return state
    case 'abuseEnded':
      return state
    case 'blockAsked':
    case 'blockRefused':
    case 'blockBegan':
    case 'blockEnded':
      return changeBlocks(state, event)
    case 'recordingRefused':
      state.interaction(event.interactionId).recordingRefused = true
      return state
    case 'textReported':
      state.interaction(event.interactionId).texts[event.number] = event.state
      return state
    case 'messagesReceived':
      state.interaction(event.interactionId).receipts[event.side] = { delivered: event.delivered, seen: event.seen }
      return state
    case 'interactionEnded':
      noteCutOff(state, state.interaction(event.interactionId), event)
      return changeInteraction(state, event.interactionId, (interaction) => {
        interaction.phase = 'wrapUp'
        interaction.heldSince = null
        interaction.helpSince = null
        interaction.dial = null
        dropGuests(state, interaction)
        interaction.wrapUpDueAt = event.wrapUpDueAt
        interaction.wrapUpMs = event.wrapUpDueAt - event.at
        for (const talk of [...interaction.participations])
          if (talk.to === null) {
            talk.to = event.at
            interaction.participations.push({ ...talk, leg: 'wrapUp', from: event.at, to: null })
          }
      })
    case 'wrapUpSaved':
      return changeInteraction(state, event.interactionId, (interaction) => {
        interaction.dispositionId = event.dispositionId
        interaction.mood = event.mood
        interaction.notesContentId = event.notesContentId
      })
    case 'wrapUpEnded':
      return endWrapUp(state, event.interactionId)
    case 'requeued':
      return handBack(state, event)
    default: {
      const unknown: never = event
      throw new Error(`unknown event ${JSON.stringify(unknown)}`)
    }
  }
}

/** One who is offered a channel that they were not offered before has been idle for it from now on. */
function noteIdle(state: State, agent: Agent, before: readonly Channel[]): void {
  for (const channel of admitted(state.sayingOf(agent)))
    if (!before.includes(channel)) agent.admittedSince[channel] = state.at
}

function changeAgent(state: State, id: string, change: (agent: Agent) => void): State {
  const agent = state.agent(id)
  change(agent)
  state.index.agentChanged(agent)
  return state
}

function changeInteraction(state: State, id: string, change: (interaction: Interaction) => void): State {
  const interaction = state.interaction(id)
  change(interaction)
  state.index.interactionChanged(interaction)
  return state
}

/** Ends the offer that is out; where the agent does not take the interaction it stands waiting again. */
function endOffer(
  state: State,
  event: Event<'offerDeclined' | 'offerMissed' | 'offerWithdrawn' | 'offerAnswered'>,
  end: OfferEnd,
  reason: string | null,
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

function endWrapUp(state: State, interactionId: string): State {
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

/** A connection that comes through another process has moved there. */
const withConnection = (
  connections: readonly Connection[],
  { connectionId, processId }: Event<'agentConnected' | 'customerConnected'>,
): Connection[] => [...connections.filter(({ id }) => id !== connectionId), { id: connectionId, processId }]
