// Who has a conversation, or is offered it, says which customer it is.
import { byAgent, type CommandDefinitions } from '../allowed.ts'
import type { Instant, AgentId, CustomerId, InteractionId } from '../../plan/index.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import { event } from '../journal/shapes.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    /** Who has it, or is offered it, says which customer it is. */
    identifyCustomer: {
      readonly agentId: AgentId
      readonly interactionId: InteractionId
      readonly customerId: CustomerId
    }
  }
}

export function identifyCustomer(state: State, command: Command<'identifyCustomer'>, at: Instant): Decision {
  const { agentId, interactionId, customerId } = command.body
  const interaction = state.interactions.get(interactionId)
  const guest = interaction?.guests.some(({ personId }) => personId === agentId) === true
  if (interaction === undefined || guest || !state.agent(agentId).carried.includes(interactionId))
    return refuse('notYourInteraction', { interactionId })
  if (interaction.customerId === customerId) return []
  return [event('customerIdentified', at, { interactionId, agentId, customerId })]
}

export const identifyingCommands = {
  identifyCustomer: { by: byAgent, decide: identifyCustomer },
} satisfies Partial<CommandDefinitions>
