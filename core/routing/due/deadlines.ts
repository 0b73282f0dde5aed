import type { AgentId, Instant } from '../../plan/index.ts'
import {
  handBackEvent,
  lapsePreferences,
  leave,
  offerIdentity,
  overWithoutWrapUp,
  preferenceRefused,
} from '../consequences.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import { recovered } from '../customers/abuse.ts'
import { callbackTimeCame } from '../calls/callbacks.ts'
import { dialFailed } from '../calls/reaching.ts'
import { goneFrom, missedConsult, takenOver } from '../calls/parting.ts'
import type { Deadline } from './due.ts'
import { grantOver, loanOver } from '../people/loans.ts'
import { atWork, openOffer, visitOf, type Interaction } from '../state/pieces.ts'
import { silence } from '../arriving/silence.ts'
import type { State } from '../state/state.ts'

/** When the state wants to be woken if nothing else happens, or null. */
export function nextDeadline({ index }: State): Instant | null {
  const [step, other] = [index.steps.peek()?.key, index.deadlines.peek()?.key]
  return step === undefined || other === undefined ? (step ?? other ?? null) : Math.min(step, other)
}

/** What waits have reached by `at`, one after the other. */
export function nextStep(state: State, at: Instant): Event | null {
  const next = state.index.steps.peek()
  if (next === undefined || next.key > at) return null
  const interactionId = next.item.id
  const { step } = visitOf(state.interaction(interactionId))
  return event('stepReached', Math.max(next.key, state.at), { interactionId, step: step + 1 })
}

/** What follows from a deadline that has come. */
export function expire(state: State, { kind, id }: Deadline, at: Instant): Event[] {
  switch (kind) {
    case 'newDay':
      return [event('dayBegan', at, {})]
    case 'hours':
      return [event(state.isOpenAt(id, at) ? 'queueOpened' : 'queueClosed', at, { queueId: id })]
    case 'shift':
      return [event('shiftChanged', at, { agentId: id, on: state.isOnShift(id, at) })]
    case 'answerWindow': {
      const interaction = state.interaction(id)
      const offer = openOffer(interaction)
      if (offer === null) throw new Error(`no offer is out for ${id}`)
      const agentId = offer.agentId
      return [
        event('offerMissed', at, offerIdentity(interaction, offer)),
        ...preferenceRefused(interaction, at),
        event('presenceSet', at, { agentId, stateId: state.settings().missedStateId, cause: 'missed' }),
      ]
    }
    case 'customerGrace':
      return leave(state, state.interaction(id), 'pageClosed', at)
    case 'longestWait':
      return [event('waitedTooLong', at, { interactionId: id })]
    case 'step':
    case 'match':
      throw new Error(`${kind} is no deadline of its own`)
    case 'preference':
      return [event('preferenceLapsed', at, { interactionId: id, cause: 'time' })]
    case 'loan':
      return loanOver(state, id, 'time', at)
    case 'level':
      return grantOver(state, id, 'time', at)
    case 'silence':
      return silence(state, state.interaction(id), at)
    case 'rest':
      return overWithoutWrapUp(id, 'system', at)
    case 'round':
      return [event('roundBegan', at, { interactionId: id })]
    case 'wrapUp':
      return [event('wrapUpEnded', at, { interactionId: id, cause: 'time' })]
    case 'consult':
      return missedConsult(state.interaction(id), at)
    case 'dial': {
      const interaction = state.interaction(id)
      if (interaction.dial === null) throw new Error(`no call goes out for ${id}`)
      return dialFailed(state, interaction, interaction.dial, 'noAnswer', at)
    }
    case 'recovery':
      return recovered(state, id, at)
    case 'callback':
      return callbackTimeCame(state, state.interaction(id), at)
    case 'agentGrace':
      return loseAgent(state, id, at)
  }
}

/** The agent stays away: conversations go back to their queue with their history, wrap-up runs on. */
function loseAgent(state: State, agentId: AgentId, at: Instant): Event[] {
  const agent = state.agent(agentId)
  const requeued = agent.carried.flatMap((id) => {
    const interaction = state.interaction(id)
    if (interaction.phase !== 'connected') return []
    return leaveTalk(state, interaction, agentId, at)
  })
  return [
    event('agentGraceEnded', at, { agentId }),
    ...requeued,
    ...lapsePreferences(state, agentId, at),
    event('presenceSet', at, { agentId, stateId: state.settings().awayStateId, cause: 'connectionLost' }),
  ]
}

/** The agent is gone from a conversation: as a guest it goes on without them, else it is a joined colleague's, or the queue's. */
export function leaveTalk(state: State, interaction: Interaction, agentId: AgentId, at: Instant): Event[] {
  const own = atWork(interaction).some(({ personId }) => personId === agentId)
  if (!own) return goneFrom(interaction, agentId, at)
  return takenOver(interaction, agentId, at) ?? leaveForQueue(state, interaction, agentId, at)
}

/** It waits in its queue again; but a call that the agent began and nobody has answered is over. */
export const leaveForQueue = (state: State, interaction: Interaction, agentId: AgentId, at: Instant): Event[] =>
  interaction.outgoing && interaction.toCall
    ? overWithoutWrapUp(interaction.id, 'system', at)
    : [handBackEvent(state, interaction.id, agentId, at)]
