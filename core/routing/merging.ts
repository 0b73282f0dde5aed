// Customers who turned out to be somebody else: of one conversation, or altogether. Then what runs, and who is kept out,
// follows at once; what is over stays whose it was.
import { actorMay } from './allowed.ts'
import { refuse, type Command, type Decision } from './commands.ts'
import { event, type Event } from './events.ts'
import type { Instant } from '../plan/index.ts'
import type { State } from './state.ts'

export function mergeCustomer(state: State, command: Command<'mergeCustomer'>, at: Instant): Decision {
  const { customerId, intoId } = command.body
  if (!actorMay(state, command, 'customers.edit')) return refuse('notAllowed', { command: command.type })
  const theirs = (one: { readonly customerId: string }): boolean => one.customerId === customerId
  const concerned =
    [...state.interactions.values()].some(theirs) ||
    state.blockWishes.some(theirs) ||
    state.blocks.some((one) => theirs(one) && one.until > at)
  return concerned && customerId !== intoId ? [event('customerMerged', at, { customerId, intoId })] : []
}

export function turnIdentified(state: State, event: Event<'customerIdentified'>): State {
  const interaction = state.interaction(event.interactionId)
  state.index.identified(interaction, event.customerId)
  state.index.agentChanged(state.agent(event.agentId))
  for (const { colleague, personId } of interaction.guests)
    if (colleague) state.index.agentChanged(state.agent(personId))
  return state
}

export function turnMerged(state: State, { customerId, intoId }: Event<'customerMerged'>): State {
  const moved = new Set<string>()
  for (const interaction of state.interactions.values())
    if (interaction.customerId === customerId) {
      state.index.identified(interaction, intoId)
      moved.add(interaction.id)
    }
  const turned = <T extends { readonly customerId: string }>(one: T): T =>
    one.customerId === customerId ? { ...one, customerId: intoId } : one
  state.blocks = state.blocks.map(turned)
  state.blockWishes = state.blockWishes.map(turned)
  for (const agent of state.agents.values())
    if (agent.carried.some((id) => moved.has(id))) state.index.agentChanged(agent)
  return state
}
