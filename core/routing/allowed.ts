// Who may ask for a command: each says which of these it is for, and the edge asks the same.
import { may, type AgentId, type Capability, type Instant, type InteractionId, type PersonId } from '../plan/index.ts'
import { refuse, type Command, type CommandType, type Decision, type Refusal } from './journal/commands.ts'
import { atWork, type Interaction } from './state/pieces.ts'
import type { State } from './state/state.ts'

/** Whether who asks is a person whose roles carry the capability. */
export const personMay = (state: State, { actor }: Pick<Command, 'actor'>, capability: Capability): boolean =>
  actor.kind === 'person' && may(state.lookup.people.get(actor.id)?.roles ?? [], capability)

/** The person who asks, for the journal; null where it is the program itself. */
export const askedBy = ({ actor }: Command): PersonId | null => (actor.kind === 'person' ? actor.id : null)

/** Whether who asks is such a person, or the program itself. */
export const actorMay = (state: State, command: Pick<Command, 'actor'>, capability: Capability): boolean =>
  command.actor.kind === 'system' || personMay(state, command, capability)

export const notAllowed = ({ type }: Pick<Command, 'type'>): Refusal => refuse('notAllowed', { command: type })

/** Null where the actor may work as this agent: as themself, in their name with `actAs`, or as the program itself. */
export function asAgent(
  state: State,
  command: Pick<Command, 'actor' | 'onBehalfOf' | 'type'>,
  agentId: AgentId,
): Refusal | null {
  const { actor, onBehalfOf } = command
  if (!state.agents.has(agentId)) return refuse('unknownAgent', { agentId })
  if (actor.kind === 'system') return null
  const own = actor.kind === 'person' && actor.id === agentId && onBehalfOf === null
  const inTheirName = onBehalfOf === agentId && personMay(state, command, 'actAs')
  return own || inTheirName ? null : refuse('notAllowed', { command: command.type, agentId })
}

/** A command of any kind whose body has this. */
type With<Body> = Pick<Command, 'actor' | 'onBehalfOf' | 'type'> & { readonly body: Body }

/** Of an agent, on an interaction of theirs. */
type OwnWork = With<{ readonly agentId: AgentId; readonly interactionId: InteractionId }>

/** What follows where the agent has the interaction, talking or in wrap-up. */
export function withOwn(state: State, command: OwnWork, decideFor: (interaction: Interaction) => Decision): Decision {
  const { agentId, interactionId } = command.body
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined) return refuse('unknownInteraction', { interactionId })
  if (!atWork(interaction).some(({ personId }) => personId === agentId))
    return refuse('notYourInteraction', { interactionId })
  return decideFor(interaction)
}

/** Decides work of an agent on an interaction that they have and that is in this phase; refuses it otherwise. */
export function withWork(
  state: State,
  command: OwnWork,
  phase: 'connected' | 'wrapUp',
  decideFor: (interaction: Interaction) => Decision,
): Decision {
  const { interactionId } = command.body
  return withOwn(state, command, (interaction) =>
    interaction.phase === phase
      ? decideFor(interaction)
      : refuse(phase === 'wrapUp' ? 'notInWrapUp' : 'interactionOver', { interactionId }),
  )
}

/** Whom a command is for. */
export interface Asker<C = Command> {
  /** What lets a person ask for it, for others or for the centre; null: nothing does. */
  readonly capability: Capability | null
  /** An agent may for themself, and who acts in their name. */
  readonly own: boolean
  /** Why who asks may not; null where they may. */
  bar(state: State, command: C): Refusal | null
}

export const bySystem: Asker<With<object>> = {
  capability: null,
  own: false,
  bar: (_, command) => (command.actor.kind === 'system' ? null : notAllowed(command)),
}

/** By the customer of the interaction; the program speaks for them. */
export const byCustomer: Asker<With<{ readonly interactionId: InteractionId }>> = {
  capability: null,
  own: false,
  bar: (_, command) => {
    const { actor, body } = command
    const theirs = actor.kind === 'customer' && actor.id === body.interactionId
    return actor.kind === 'system' || theirs ? null : notAllowed(command)
  },
}

/** By the agent whose it is, or in their name. */
export const byAgent: Asker<With<{ readonly agentId: AgentId }>> = {
  capability: null,
  own: true,
  bar: (state, command) => asAgent(state, command, command.body.agentId),
}

export const byCapability = (capability: Capability): Asker<With<object>> => ({
  capability,
  own: false,
  bar: (state, command) => (actorMay(state, command, capability) ? null : notAllowed(command)),
})

/** By the agent, or by a person who may for others. */
export const byAgentOr = (capability: Capability): Asker<With<{ readonly agentId: AgentId }>> => ({
  capability,
  own: true,
  bar: (state, command) => {
    const { agentId } = command.body
    const forOther = command.actor.id !== agentId && personMay(state, command, capability)
    return forOther && state.agents.has(agentId) ? null : asAgent(state, command, agentId)
  },
})

/** It depends on more than who asks: it is looked at where the command is decided. */
export const byWhoIsInIt: Asker<With<object>> = { capability: null, own: true, bar: () => null }

/** What follows for a customer's interaction, where it is there. */
export function withTheirs(
  state: State,
  { body: { interactionId } }: With<{ readonly interactionId: InteractionId }>,
  decideFor: (interaction: Interaction) => Decision,
): Decision {
  const interaction = state.interactions.get(interactionId)
  return interaction === undefined ? refuse('unknownInteraction', { interactionId }) : decideFor(interaction)
}

/** A command as it is defined: whom it is for, and what follows from it. */
export interface CommandDefinition<T extends CommandType = CommandType> {
  readonly by: Asker<Command<T>>
  decide(state: State, command: Command<T>, at: Instant): Decision
}

export type CommandDefinitions = { readonly [T in CommandType]: CommandDefinition<T> }
