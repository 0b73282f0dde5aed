// Streams that stand for people: an agent is connected while one is open, a customer at the page while theirs is.
import { byAgent, byCustomer, bySystem, type CommandDefinitions, withTheirs } from '../allowed.ts'
import {
  inThreads,
  type AgentId,
  type Instant,
  type ConnectionId,
  type InteractionId,
  type ProcessId,
} from '../../plan/index.ts'
import { isCallable } from '../calls/callable.ts'
import type { Command, Decision } from '../journal/commands.ts'
import { lapsePreferences, withdraw, withdrawFrom } from '../consequences.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import { goneFrom, lostWith } from '../calls/parting.ts'
import { endsUnattended, type Connection, type Interaction } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    loseProcess: { readonly processId: ProcessId }
    connectAgent: { readonly agentId: AgentId; readonly connectionId: ConnectionId; readonly processId: ProcessId }
    disconnectAgent: { readonly agentId: AgentId; readonly connectionId: ConnectionId }
    connectCustomer: {
      readonly interactionId: InteractionId
      readonly connectionId: ConnectionId
      readonly processId: ProcessId
    }
    disconnectCustomer: { readonly interactionId: InteractionId; readonly connectionId: ConnectionId }
  }
}

function loseProcess(state: State, { body: { processId } }: Command<'loseProcess'>, at: Instant): Decision {
  const lost: Event[] = []
  for (const agent of state.agents.values())
    for (const [n, { id }] of ofProcess(agent.connections, processId).entries())
      lost.push(...disconnectionOf(state, agent.id, id, at, n + 1))
  for (const interaction of state.interactions.values())
    for (const [n, { id }] of ofProcess(interaction.connections, processId).entries())
      lost.push(...disconnectCustomer(state, interaction, id, at, n + 1))
  return [...lost, ...lostWith(state, processId, at)]
}

const ofProcess = <T extends { processId: ProcessId }>(connections: T[], processId: ProcessId): T[] =>
  connections.filter((connection) => connection.processId === processId)

export function connectAgent(state: State, command: Command<'connectAgent'>, at: Instant): Decision {
  const { agentId } = command.body
  return holds(state.agent(agentId).connections, command.body) ? [] : [event('agentConnected', at, command.body)]
}

/** The same connection through another process is news: it must not be lost with the first. */
export const holds = (
  connections: readonly Connection[],
  { connectionId, processId }: { readonly connectionId: ConnectionId; readonly processId: ProcessId },
): boolean => connections.some((one) => one.id === connectionId && one.processId === processId)

export function disconnectAgent(state: State, command: Command<'disconnectAgent'>, at: Instant): Decision {
  const { agentId, connectionId } = command.body
  const known = state.agent(agentId).connections.some(({ id }) => id === connectionId)
  return known ? disconnectionOf(state, agentId, connectionId, at, 1) : []
}

/** `lost` says how many connections are lost by now within one command, this one included. */
function disconnectionOf(
  state: State,
  agentId: AgentId,
  connectionId: ConnectionId,
  at: Instant,
  lost: number,
): Event[] {
  const agent = state.agent(agentId)
  const last = agent.connections.length === lost
  const signedOut = state.lookup.presenceStates.get(agent.stateId)?.signedOut ?? true
  const idle = signedOut && agent.carried.length === 0
  const graceDueAt = last && !idle ? at + state.settings().agentGraceSeconds * 1000 : null
  return [
    event('agentDisconnected', at, { agentId, connectionId, graceDueAt }),
    ...(last ? withdrawFrom(state, agentId, 'connectionLost', at) : []),
    ...(last ? agent.carried.flatMap((id) => noAnswer(state.interaction(id), agentId, at)) : []),
    ...(last ? lapsePreferences(state, agentId, at, graceDueAt ?? Infinity) : []),
  ]
}

/** Who was asked into a call cannot answer any more. */
const noAnswer = (interaction: Interaction, agentId: AgentId, at: Instant): Event[] =>
  interaction.guests.some(({ personId, way }) => personId === agentId && way === 'asked')
    ? goneFrom(interaction, agentId, at)
    : []

export function disconnectCustomer(
  state: State,
  interaction: Interaction,
  connectionId: ConnectionId,
  at: Instant,
  lost = 1,
): Event[] {
  if (!interaction.connections.some(({ id }) => id === connectionId)) return []
  const waits = endsUnattended(interaction)
  const last = interaction.connections.length === lost
  return [
    event('customerDisconnected', at, {
      interactionId: interaction.id,
      connectionId,
      customerGraceDueAt:
        waits && last && !interaction.leftMessage && !inThreads(interaction.channel)
          ? at + state.customerGraceMs(interaction.patience)
          : null,
    }),
    // Who has asked to be called later than now is no longer on the line to be put through.
    ...(last && interaction.callback !== null && !isCallable(interaction.callback, at)
      ? withdraw(interaction, 'quietHours', at)
      : []),
  ]
}

export const connectingCommands = {
  loseProcess: { by: bySystem, decide: loseProcess },
  connectAgent: { by: byAgent, decide: connectAgent },
  disconnectAgent: { by: byAgent, decide: disconnectAgent },
  connectCustomer: {
    by: byCustomer,
    decide: (state, command, at) =>
      withTheirs(state, command, ({ connections }) =>
        holds(connections, command.body) ? [] : [event('customerConnected', at, command.body)],
      ),
  },
  disconnectCustomer: {
    by: byCustomer,
    decide: (state, command, at) =>
      withTheirs(state, command, (interaction) =>
        disconnectCustomer(state, interaction, command.body.connectionId, at),
      ),
  },
} satisfies Partial<CommandDefinitions>
