import { may, type AgentId, type InteractionId } from '@eudromos/core/plan'
import { isIn, type PartyId } from '@eudromos/core/calls'
import { partiesOf, type Interaction } from '@eudromos/core/routing'
import { notAllowed, notFound } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { seesInteraction, sightFor } from './sight.ts'
import type { Who } from '../edge/who.ts'

/**
 * The interaction that a person has, or is offered; or that somebody has in whose name they may act, unless it is a private
 * team's that they may not look into. Throws otherwise.
 */
export function inHand({ follower }: Pick<Runtime, 'follower'>, who: Who, interactionId: InteractionId): Interaction {
  const { state } = follower
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined) throw notFound('This conversation')
  if (state.agents.get(who.id)?.carried.includes(interactionId) === true) return interaction
  const acts = may(who.roles, 'actAs') && seesInteraction(sightFor(follower, who.id), interaction)
  if (!acts) throw notAllowed()
  return interaction
}

/** The interaction that a person has themself, not as a colleague who was asked into it. Throws otherwise. */
export function inOwnHand(place: Pick<Runtime, 'follower'>, who: Who, interactionId: InteractionId): Interaction {
  const interaction = inHand(place, who, interactionId)
  if (interaction.guests.some(({ personId }) => personId === who.id)) throw notAllowed()
  return interaction
}

/** Throws unless the end of a call is that of who asks, or of somebody in whose name they may act, and is in the call. */
export function requireEnd(
  place: Pick<Runtime, 'follower'>,
  who: Who,
  interactionId: InteractionId,
  end: PartyId,
): void {
  const interaction = place.follower.state.interactions.get(interactionId)
  if (interaction === undefined || end === 'customer' || !isIn(partiesOf(interaction), end))
    throw notFound('This conversation')
  if (end !== who.id) inHand(place, who, interactionId)
}

/** Throws unless it is a simulated agent's own end of the call: a carrier speaks for nobody else. */
export function requireRobotEnd(
  place: Pick<Runtime, 'follower'>,
  agentId: AgentId,
  interactionId: InteractionId,
): void {
  const person = place.follower.people.get(agentId)
  if (person?.simulated !== true) throw notAllowed()
  requireEnd(place, person, interactionId, agentId)
}

/** Throws where the block was asked for by an agent whom who asks may not see the work of. */
export function requireBlockRequest(
  { follower }: Pick<Runtime, 'follower'>,
  who: Who,
  interactionId: InteractionId,
): void {
  const request = follower.state.blockRequests.find((one) => one.interactionId === interactionId)
  if (request !== undefined && !sightFor(follower, who.id).person(request.agentId)) throw notFound('This request')
}
