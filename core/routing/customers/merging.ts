// Customers who turned out to be somebody else: of one conversation, or altogether. Then what runs, and who is kept out,
// follows at once; what is over stays whose it was.
import { byCapability, type CommandDefinitions } from '../allowed.ts'
import type { Command, Decision } from '../journal/commands.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import type { Instant, AddressId, CustomerId, InteractionId } from '../../plan/index.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    /** By a supervisor: who was known as one customer turned out to be another. */
    mergeCustomer: { readonly customerId: CustomerId; readonly intoId: CustomerId }
    /** By a supervisor: who had been merged is one of their own again, and gets back what is theirs. */
    splitCustomer: {
      readonly customerId: CustomerId
      readonly fromId: CustomerId
      /** The customer, and whoever had turned out to be them. */
      readonly familyIds: readonly CustomerId[]
      /** Their numbers and addresses. */
      readonly addressIds: readonly AddressId[]
      /** Their conversations, of those that run, and in which a block was asked for. */
      readonly interactionIds: readonly InteractionId[]
    }
  }
}

export function mergeCustomer(state: State, command: Command<'mergeCustomer'>, at: Instant): Decision {
  const { customerId, intoId } = command.body
  const theirs = (one: { readonly customerId: CustomerId }): boolean => one.customerId === customerId
  const concerned =
    [...state.interactions.values()].some(theirs) ||
    state.blockRequests.some(theirs) ||
    state.blocks.some((one) => theirs(one) && one.until > at)
  return concerned && customerId !== intoId ? [event('customerMerged', at, { customerId, intoId })] : []
}

/** What is theirs goes back to them; what nobody can tell whose it is stays where it is. */
export function splitCustomer(state: State, command: Command<'splitCustomer'>, at: Instant): Decision {
  const { customerId, fromId, familyIds, addressIds, interactionIds } = command.body
  if (customerId === fromId) return []
  const merged = (one: { readonly customerId: CustomerId }): boolean => one.customerId === fromId
  const known = (addressId: AddressId | null): boolean => addressId !== null && addressIds.includes(addressId)
  const requests = state.blockRequests.filter((one) => merged(one) && interactionIds.includes(one.interactionId))
  const blocks = state.blocks.filter(
    (one) =>
      merged(one) &&
      (known(one.addressId) ||
        (one.askedIn !== null && interactionIds.includes(one.askedIn)) ||
        (one.laidOn !== undefined && familyIds.includes(one.laidOn))),
  )
  const running = [...new Set(interactionIds)].filter((id) => {
    const interaction = state.interactions.get(id)
    return interaction !== undefined && merged(interaction)
  })
  const returned = running.map((interactionId) =>
    event('customerIdentified', at, { interactionId, agentId: null, customerId }),
  )
  if (blocks.length + requests.length === 0) return returned
  const [blockIds, asked] = [blocks.map(({ id }) => id), requests.map((one) => one.interactionId)]
  return [...returned, event('blocksReturned', at, { customerId, blockIds, interactionIds: asked })]
}

export function applyIdentified(state: State, event: Event<'customerIdentified'>): State {
  const interaction = state.interaction(event.interactionId)
  state.index.identified(interaction, event.customerId)
  for (const { personId } of [...interaction.participations, ...interaction.guests]) {
    const agent = state.agents.get(personId)
    if (agent?.carried.includes(interaction.id) === true) state.index.agentChanged(agent)
  }
  return state
}

export function applyMerged(state: State, { customerId, intoId }: Event<'customerMerged'>): State {
  const moved = new Set<string>()
  for (const interaction of state.interactions.values())
    if (interaction.customerId === customerId) {
      state.index.identified(interaction, intoId)
      moved.add(interaction.id)
    }
  const theirs = (one: { readonly customerId: CustomerId }): boolean => one.customerId === customerId
  state.blocks = state.blocks.map((one) =>
    theirs(one) ? { ...one, customerId: intoId, laidOn: one.laidOn ?? customerId } : one,
  )
  state.blockRequests = state.blockRequests.map((one) => (theirs(one) ? { ...one, customerId: intoId } : one))
  for (const agent of state.agents.values())
    if (agent.carried.some((id) => moved.has(id))) state.index.agentChanged(agent)
  return state
}

export function returnBlocks(state: State, event: Event<'blocksReturned'>): State {
  const { customerId, blockIds, interactionIds } = event
  state.blocks = state.blocks.map((one) => (blockIds.includes(one.id) ? { ...one, customerId } : one))
  state.blockRequests = state.blockRequests.map((one) =>
    interactionIds.includes(one.interactionId) ? { ...one, customerId } : one,
  )
  return state
}

export const mergingCommands = {
  mergeCustomer: { by: byCapability('customers.edit'), decide: mergeCustomer },
  splitCustomer: { by: byCapability('customers.edit'), decide: splitCustomer },
} satisfies Partial<CommandDefinitions>
