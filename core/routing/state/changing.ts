// How events change one agent, or one interaction, and what the state implies of them.
import type { AgentId, InteractionId } from '../../plan/index.ts'
import type { Event, EventType } from '../journal/events.ts'
import type { Agent, Connection, Interaction } from './pieces.ts'
import type { State } from './state.ts'

/** How each event changes the state, in place. */
export type EventDefinitions = { readonly [T in EventType]: (state: State, event: Event<T>) => State }

export function changeAgent(state: State, id: AgentId, change: (agent: Agent) => void): State {
  const agent = state.agent(id)
  change(agent)
  state.index.agentChanged(agent)
  return state
}

export function changeInteraction(state: State, id: InteractionId, change: (interaction: Interaction) => void): State {
  const interaction = state.interaction(id)
  change(interaction)
  state.index.interactionChanged(interaction)
  return state
}

/** A connection that comes through another process has moved there. */
export const withConnection = (
  connections: readonly Connection[],
  { connectionId, processId }: Event<'agentConnected' | 'customerConnected'>,
): Connection[] => [...connections.filter(({ id }) => id !== connectionId), { id: connectionId, processId }]
