import { changeBlocks } from './abuse.ts'
import { applyIdentified, applyMerged, returnBlocks } from './merging.ts'
import type { EventDefinitions } from '../state/changing.ts'

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
