import type { AgentId, GrantId, InteractionId, LoanId, PersonId, QueueId, StopgapId } from '@eudromos/core/plan'
import 'server-only'
import type { State } from '@eudromos/core/routing'
import { notFound } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { seesInteraction, sightFor } from './sight.ts'
import type { Who } from '../edge/who.ts'

/** What a command, or a read, names. Where something is passed on to is not among it: work is passed on to anybody. */
export interface Named {
  readonly agentId?: AgentId
  readonly interactionId?: InteractionId | null
  readonly queueIds?: readonly QueueId[]
  readonly loanId?: LoanId
  readonly grantId?: GrantId
  readonly stopgapId?: StopgapId
}

type Place = Pick<Runtime, 'follower'>

/** Whether they have it, are offered it, or are in it as a colleague who was asked. */
const isIn = ({ agents, interactions }: State, personId: PersonId, interactionId: InteractionId): boolean =>
  agents.get(personId)?.carried.includes(interactionId) === true ||
  interactions.get(interactionId)?.guests.some((guest) => guest.personId === personId) === true

/** Throws where the person is of a private team that who asks may not look into. */
export function requirePersonInSight({ follower }: Place, who: Who, personId: PersonId): void {
  if (personId !== who.id && !sightFor(follower, who.id).person(personId)) throw notFound('This person')
}

/**
 * Throws where anything that is named is a private team's that who asks may not look into, unless they are in the work
 * themself, or it is that of whom they may act for. What is not there is for the router to refuse.
 */
export function requireInSight(place: Place, who: Who, named: Named): void {
  const { state } = place.follower
  const sight = sightFor(place.follower, who.id)
  const { agentId, interactionId, queueIds = [], loanId, grantId, stopgapId } = named
  const loan = state.loans.find(({ id }) => id === loanId)
  const grant = state.grants.find(({ id }) => id === grantId)
  const stopgap = state.stopgaps.find(({ id }) => id === stopgapId)
  for (const personId of [agentId, loan?.agentId, grant?.agentId])
    if (personId !== undefined) requirePersonInSight(place, who, personId)
  for (const queueId of [...queueIds, ...(stopgap === undefined ? [] : [stopgap.queueId])])
    if (!sight.queue(queueId)) throw notFound('This queue')
  const interaction = interactionId == null ? undefined : state.interactions.get(interactionId)
  if (interaction === undefined || seesInteraction(sight, interaction)) return
  const ownIds = agentId === undefined ? [who.id] : [who.id, agentId]
  if (!ownIds.some((id) => isIn(state, id, interaction.id))) throw notFound('This conversation')
}
