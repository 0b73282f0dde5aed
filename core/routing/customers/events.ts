import type {
  AbuseReason,
  AddressId,
  AgentId,
  BlockId,
  CustomerId,
  Instant,
  InteractionId,
  PersonId,
} from '../../plan/index.ts'
import { changeBlocks } from './abuse.ts'
import { applyIdentified, applyMerged, returnBlocks } from './merging.ts'
import type { EventDefinitions } from '../state/changing.ts'

declare module '../journal/events.ts' {
  interface EventBodies {
    /** It is another customer’s than it was taken for. */
    customerIdentified: {
      readonly interactionId: InteractionId
      /** Null: a supervisor split who had been merged. */
      readonly agentId: AgentId | null
      readonly customerId: CustomerId
    }
    /** Who was known as one customer turned out to be another. */
    customerMerged: { readonly customerId: CustomerId; readonly intoId: CustomerId }
    /** These blocks, and what is asked for in these conversations, are the customer's who is one of their own again. */
    blocksReturned: {
      readonly customerId: CustomerId
      readonly blockIds: readonly BlockId[]
      readonly interactionIds: readonly InteractionId[]
    }
    /** The agent has told the customer that it will be ended if the abuse goes on. */
    customerWarned: { readonly interactionId: InteractionId; readonly agentId: AgentId }
    /** The agent ends the conversation for this; its end follows. */
    abuseEnded: { readonly interactionId: InteractionId; readonly agentId: AgentId; readonly reason: AbuseReason }
    /** An agent wants the customer to be blocked. */
    blockAsked: {
      readonly interactionId: InteractionId
      readonly agentId: AgentId
      readonly customerId: CustomerId
      readonly addressId: AddressId | null
    }
    /** A supervisor does not. */
    blockRefused: { readonly askedIn: InteractionId; readonly by: PersonId | null }
    /** The customer, and whoever comes from the number, is kept out until then; at its time it ends without a word. */
    blockBegan: {
      readonly blockId: BlockId
      readonly customerId: CustomerId
      readonly addressId: AddressId | null
      /** The interaction in which an agent had asked for it. */
      readonly askedIn: InteractionId | null
      readonly until: Instant
      readonly by: PersonId | null
    }
    blockEnded: { readonly blockId: BlockId; readonly by: PersonId | null }
  }
}

/** Who a customer is, and who is kept out. */
export const customerEvents = {
  customerIdentified: applyIdentified,
  customerMerged: applyMerged,
  blocksReturned: returnBlocks,
  customerWarned: (state, event) => {
    state.interaction(event.interactionId).warnings += 1
    return state
  },
  abuseEnded: (state) => state,
  blockAsked: changeBlocks,
  blockRefused: changeBlocks,
  blockBegan: changeBlocks,
  blockEnded: changeBlocks,
} satisfies Partial<EventDefinitions>
