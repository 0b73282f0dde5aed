// What agents say of themselves: their presence now and afterwards, and what they take nothing new of.
import { byAgent, byAgentOr, type CommandDefinitions } from '../allowed.ts'
import {
  channels,
  type AgentId,
  type Instant,
  type PresenceState,
  type Channel,
  type PresenceStateId,
} from '../../plan/index.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import { lapsePreferences, withdrawFrom } from '../consequences.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    setPresence: { readonly agentId: AgentId; readonly stateId: PresenceStateId }
    /** What they will be in once they are done; null takes it back. */
    planPresence: { readonly agentId: AgentId; readonly stateId: PresenceStateId | null }
    closeChannels: { readonly agentId: AgentId; readonly closedTo: readonly Channel[] }
  }
}

export function setPresence(state: State, command: Command<'setPresence'>, at: Instant): Decision {
  const { agentId, stateId } = command.body
  const { actor } = command
  const presence = state.lookup.presenceStates.get(stateId)
  if (presence === undefined) return refuse('unknownPresenceState', { stateId })
  if (!presence.choosable) return refuse('presenceNotChoosable', { stateId })
  if (!isFor(state, presence, agentId)) return refuse('presenceNotForTeam', { stateId })
  const agent = state.agent(agentId)
  if (agent.stateId === stateId)
    return agent.afterStateId === null ? [] : [event('presencePlanned', at, { agentId, stateId: null })]
  const talking = agent.carried.filter((id) => state.interaction(id).phase === 'connected').length
  if (presence.signedOut && talking > 0) return refuse('stillCarrying', { count: talking })
  const cause = actor.id === agentId || command.onBehalfOf === agentId ? 'chosen' : 'setByOther'
  return [
    ...withdrawFrom(state, agentId, 'agentAway', at, presence.admits),
    ...(presence.signedOut ? lapsePreferences(state, agentId, at) : []),
    event('presenceSet', at, { agentId, stateId, cause }),
  ]
}

/** Some states are for some teams only. */
const isFor = (state: State, { teamIds }: PresenceState, agentId: AgentId): boolean => {
  const teamId = state.lookup.people.get(agentId)?.teamId ?? null
  return teamIds.length === 0 || (teamId !== null && teamIds.includes(teamId))
}

/** Once they carry nothing more they will be in this state; until then they are offered nothing that it does not admit. */
function planPresence(state: State, command: Command<'planPresence'>, at: Instant): Decision {
  const { agentId, stateId } = command.body
  const agent = state.agent(agentId)
  const planned = event('presencePlanned', at, { agentId, stateId })
  if (stateId === null) return agent.afterStateId === null ? [] : [planned]
  const presence = state.lookup.presenceStates.get(stateId)
  if (presence === undefined) return refuse('unknownPresenceState', { stateId })
  if (!presence.choosable) return refuse('presenceNotChoosable', { stateId })
  if (!isFor(state, presence, agentId)) return refuse('presenceNotForTeam', { stateId })
  if (agent.stateId === stateId || agent.afterStateId === stateId) return []
  return [...withdrawFrom(state, agentId, 'agentAway', at, presence.admits), planned]
}

/** Who is done, and said beforehand what comes then. */
export function departures(state: State): Event[] {
  const [agentId] = state.index.leaving
  if (agentId === undefined) return []
  const stateId = state.agent(agentId).afterStateId
  if (stateId === null) throw new Error(`${agentId} has planned nothing`)
  const signedOut = state.lookup.presenceStates.get(stateId)?.signedOut ?? true
  return [
    event('presenceSet', state.at, { agentId, stateId, cause: 'planned' }),
    ...(signedOut ? lapsePreferences(state, agentId, state.at) : []),
  ]
}

/** Nothing new of these channels, whatever their presence admits; what they have goes on. */
function closeChannels(state: State, command: Command<'closeChannels'>, at: Instant): Decision {
  const { agentId, closedTo } = command.body
  const before = state.agent(agentId).closedTo
  if (before.length === closedTo.length && closedTo.every((channel) => before.includes(channel))) return []
  const left = channels.filter((channel) => !closedTo.includes(channel))
  return [
    ...withdrawFrom(state, agentId, 'agentAway', at, left),
    event('channelsClosed', at, { agentId, closedTo: [...new Set(closedTo)] }),
  ]
}

export const sayingCommands = {
  setPresence: { by: byAgentOr('presence.setOthers'), decide: setPresence },
  planPresence: { by: byAgentOr('presence.setOthers'), decide: planPresence },
  closeChannels: { by: byAgent, decide: closeChannels },
} satisfies Partial<CommandDefinitions>
