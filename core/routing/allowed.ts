import { may, type AgentId, type Capability, type PersonId } from '../plan/index.ts'
import { refuse, type Command, type Decision, type Refusal } from './commands.ts'
import { atWork, type Interaction } from './pieces.ts'
import type { State } from './state.ts'

/** Whether who asks is a person whose roles carry the capability. */
export const personMay = (state: State, { actor }: Command, capability: Capability): boolean =>
  actor.kind === 'person' && may(state.lookup.people.get(actor.id)?.roles ?? [], capability)

/** The person who asks, for the journal; null where it is the program itself. */
export const askedBy = ({ actor }: Command): PersonId | null => (actor.kind === 'person' ? actor.id : null)

/** Whether who asks is such a person, or the program itself. */
export const actorMay = (state: State, command: Command, capability: Capability): boolean =>
  command.actor.kind === 'system' || personMay(state, command, capability)

/** Null where the actor may work as this agent: as themself, in their name with `actAs`, or as the program itself. */
export function asAgent(state: State, command: Command, agentId: AgentId): Refusal | null {
  const { actor, onBehalfOf } = command
  if (!state.agents.has(agentId)) return refuse('unknownAgent', { agentId })
  if (actor.kind === 'system') return null
  const own = actor.kind === 'person' && actor.id === agentId && onBehalfOf === null
  const inTheirName = onBehalfOf === agentId && personMay(state, command, 'actAs')
  return own || inTheirName ? null : refuse('notAllowed', { command: command.type, agentId })
}

/** What follows where the agent has the interaction, talking or in wrap-up. */
export function withOwn(
  state: State,
  command: Command<OwnWork | 'askForBlock'>,
  decideFor: (interaction: Interaction) => Decision,
): Decision {
  const { agentId, interactionId } = command.body
  const refusal = asAgent(state, command, agentId)
  if (refusal !== null) return refusal
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined) return refuse('unknownInteraction', { interactionId })
  if (!atWork(interaction).some(({ personId }) => personId === agentId))
    return refuse('notYourInteraction', { interactionId })
  return decideFor(interaction)
}

type OwnWork =
  | 'endInteraction'
  | 'warnCustomer'
  | 'endForAbuse'
  | 'saveWrapUp'
  | 'finishWrapUp'
  | 'transferInteraction'
  | 'extendWrapUp'
  | 'holdCall'
  | 'consult'
  | 'joinGuest'
  | 'dismissGuest'
  | 'handOver'
  | 'askForHelp'
  | 'dialCustomer'
  | 'stopDialling'

/** Decides work of an agent on an interaction that they have and that is in this phase; refuses it otherwise. */
export function withWork(
  state: State,
  command: Command<OwnWork>,
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
