// How callers who are away from the telephone, and calls that go out, change the state.
import { isCall } from '../../plan/index.ts'
import type { Event } from '../journal/events.ts'
import { freshInteraction } from '../state/fresh.ts'
import { visitOf, type Interaction } from '../state/pieces.ts'
import type { State } from '../state/state.ts'
import { countVisit, endVisit } from '../arriving/visits.ts'

/** It is its agent's from the beginning, and no visit of a customer's: it counts in no figure of its queue but the handled. */
export function reachedOut(state: State, made: Event<'reachedOut'>): State {
  const { agentId, at, channel } = made
  const plain = { test: false, leftMessage: false, requirements: [], priority: null, patience: 1 } as const
  const interaction = freshInteraction(
    { ...made, ...plain, customerGraceDueAt: null, estimatedWaitSeconds: null },
    { connections: [], awaitsOpening: false, back: false, preferred: null },
  )
  const agent = state.agent(agentId)
  Object.assign(interaction, { outgoing: true, toCall: isCall(channel), phase: 'connected' })
  interaction.turn = { side: 'customer', since: at }
  interaction.participations.push({ personId: agentId, role: 'agent', leg: 'talk', from: at, to: null })
  visitOf(interaction).counts = false
  state.interactions.set(interaction.id, interaction)
  agent.carried.push(interaction.id)
  agent.lastAtWork = at
  state.index.interactionChanged(interaction)
  state.index.agentChanged(agent)
  return state
}

/** The customer of a call that went out has answered: from now on it is a call like others. Who rings in before is put off no longer. */
export function atTheLine(interaction: Interaction): void {
  if (interaction.callback !== null) interaction.callback.putOffUntil = null
  if (interaction.phase !== 'connected' || !interaction.toCall) return
  Object.assign(interaction, { toCall: false, callback: null, dial: null, leftMessage: false })
}

export function setAway(
  state: State,
  interaction: Interaction,
  made: Event<'customerDialled' | 'dialEnded' | 'callbackAsked' | 'callbackPutOff' | 'callbackDue' | 'messageLeft'>,
): void {
  const { callback } = interaction
  switch (made.type) {
    case 'customerDialled': {
      const { agentId, number, at: since, dueAt } = made
      interaction.dial = { agentId, number, since, dueAt }
      interaction.dials = number
      interaction.lastDial = null
      return
    }
    case 'dialEnded':
      interaction.dial = null
      interaction.lastDial = made.end
      if (callback !== null && made.end !== 'stopped') callback.tries += 1
      return
    case 'callbackAsked':
      interaction.callback = {
        askedAt: made.at,
        tries: 0,
        callable: made.callable,
        putOffUntil: null,
        notReached: made.notReached,
      }
      Object.assign(interaction, { toCall: true, customerGraceDueAt: null })
      endVisit(state, visitOf(interaction), 'callbacks')
      return
    case 'callbackPutOff':
    case 'callbackDue':
      if (callback !== null) callback.putOffUntil = made.type === 'callbackDue' ? null : made.until
      return
    case 'messageLeft':
      Object.assign(interaction, { toCall: true, leftMessage: true, customerGraceDueAt: null })
      countVisit(state, visitOf(interaction), 'messagesLeft')
  }
}
