// What becomes of a conversation in which the customer says nothing more.
import type { Instant } from '../../plan/index.ts'
import { graceDueAt, nextVisit } from '../consequences.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import { visitOf, type Interaction } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

/** First they are asked, then it rests. */
export function silence(state: State, interaction: Interaction, at: Instant): Event[] {
  const interactionId = interaction.id
  if (state.asksNext(interaction)) return [event('customerAsked', at, { interactionId })]
  const agentId = interaction.participations.find(({ to }) => to === null)?.personId
  if (agentId === undefined) throw new Error(`nobody has ${interactionId}`)
  return [event('rested', at, { interactionId, agentId, restDueAt: at + state.restSeconds(interaction) * 1000 })]
}

/** The next word of the customer of a resting conversation: to the agent who had it, where they are there. */
export function wake(state: State, interaction: Interaction, at: Instant): Event<'woken'> {
  const { queueId } = visitOf(interaction)
  const agentId = interaction.participations.at(-1)?.personId
  const agent = agentId === undefined ? undefined : state.agents.get(agentId)
  const there = agent !== undefined && state.isPresent(agent, interaction.channel)
  const { preferredSeconds } = state.settings()
  return event('woken', at, {
    ...nextVisit(state, interaction, queueId),
    queueId,
    preferred: there ? { agentId: agent.id, until: at + preferredSeconds * 1000 } : null,
    customerGraceDueAt: graceDueAt(state, interaction, at),
  })
}
