import type { LayerEnd, PresenceCause } from '../journal/events.ts'
import { admitted } from '../../presence/index.ts'
import type {
  Channel,
  AbsenceId,
  AbsenceReason,
  AgentId,
  ConnectionId,
  GrantId,
  Instant,
  LoanId,
  PersonId,
  PresenceStateId,
  ProcessId,
  QueueId,
  SkillId,
} from '../../plan/index.ts'
import { changeAgent, withConnection, type EventDefinitions } from '../state/changing.ts'
import type { Agent } from '../state/pieces.ts'
import type { State } from '../state/state.ts'
import { changeGrants, changeLoans, enterAbsence, removeAbsence } from '../times/layers.ts'

declare module '../journal/events.ts' {
  interface EventBodies {
    agentConnected: { readonly agentId: AgentId; readonly connectionId: ConnectionId; readonly processId: ProcessId }
    agentDisconnected: {
      readonly agentId: AgentId
      readonly connectionId: ConnectionId
      readonly graceDueAt: Instant | null
    }
    agentGraceEnded: { readonly agentId: AgentId }
    presenceSet: { readonly agentId: AgentId; readonly stateId: PresenceStateId; readonly cause: PresenceCause }
    /** The agent is in this state until then, and afterwards in what they were in. */
    recoveryBegan: { readonly agentId: AgentId; readonly stateId: PresenceStateId; readonly until: Instant }
    /** What the agent will be in once they are done; null: no longer anything else. */
    presencePlanned: { readonly agentId: AgentId; readonly stateId: PresenceStateId | null }
    /** The channels of which the agent takes nothing new. */
    channelsClosed: { readonly agentId: AgentId; readonly closedTo: readonly Channel[] }
    loanBegan: {
      readonly loanId: LoanId
      readonly agentId: AgentId
      readonly queueId: QueueId
      readonly until: Instant
      readonly by: PersonId | null
    }
    loanEnded: {
      readonly loanId: LoanId
      readonly agentId: AgentId
      readonly queueId: QueueId
      readonly cause: LayerEnd
    }
    grantBegan: {
      readonly grantId: GrantId
      readonly agentId: AgentId
      readonly skillId: SkillId
      readonly level: number
      readonly until: Instant
      readonly by: PersonId | null
    }
    grantEnded: { readonly grantId: GrantId; readonly agentId: AgentId; readonly cause: LayerEnd }
    absenceEntered: {
      readonly absenceId: AbsenceId
      readonly agentId: AgentId
      readonly from: Instant
      readonly to: Instant
      readonly reason: AbsenceReason
      readonly by: PersonId | null
    }
    absenceRemoved: { readonly absenceId: AbsenceId; readonly agentId: AgentId }
  }
}

/** Who is there, for what, and where somebody is lent or away. */
export const peopleEvents = {
  agentConnected: (state, event) =>
    changeAgent(state, event.agentId, (agent) => {
      agent.connections = withConnection(agent.connections, event)
      agent.graceDueAt = null
    }),
  agentDisconnected: (state, event) =>
    changeAgent(state, event.agentId, (agent) => {
      agent.connections = agent.connections.filter(({ id }) => id !== event.connectionId)
      agent.graceDueAt = event.graceDueAt
    }),
  agentGraceEnded: (state, event) =>
    changeAgent(state, event.agentId, (agent) => {
      agent.graceDueAt = null
    }),
  presenceSet: (state, event) =>
    changeAgent(state, event.agentId, (agent) => {
      const before = admitted(state.sayingOf(agent))
      agent.stateId = event.stateId
      agent.stateSince = event.at
      agent.recovery = null
      agent.afterStateId = null
      noteIdle(state, agent, before)
    }),
  recoveryBegan: (state, event) =>
    changeAgent(state, event.agentId, (agent) => {
      const before = admitted(state.sayingOf(agent))
      agent.recovery = { stateId: agent.recovery?.stateId ?? agent.stateId, until: event.until }
      if (agent.stateId !== event.stateId) agent.stateSince = event.at
      agent.stateId = event.stateId
      noteIdle(state, agent, before)
    }),
  presencePlanned: (state, event) =>
    changeAgent(state, event.agentId, (agent) => {
      const before = admitted(state.sayingOf(agent))
      agent.afterStateId = event.stateId
      noteIdle(state, agent, before)
    }),
  channelsClosed: (state, event) =>
    changeAgent(state, event.agentId, (agent) => {
      const before = admitted(state.sayingOf(agent))
      agent.closedTo = [...event.closedTo]
      noteIdle(state, agent, before)
    }),
  loanBegan: changeLoans,
  loanEnded: changeLoans,
  grantBegan: changeGrants,
  grantEnded: changeGrants,
  absenceEntered: enterAbsence,
  absenceRemoved: removeAbsence,
} satisfies Partial<EventDefinitions>

/** One who is offered a channel that they were not offered before has been idle for it from now on. */
function noteIdle(state: State, agent: Agent, before: readonly Channel[]): void {
  for (const channel of admitted(state.sayingOf(agent)))
    if (!before.includes(channel)) agent.admittedSince[channel] = state.at
}
