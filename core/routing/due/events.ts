import { setAside, takeOut } from './quarantine.ts'
import type { EventDefinitions } from '../state/changing.ts'

/** What threw when it fell due is taken out. */
export const quarantineEvents = {
  interactionQuarantined: takeOut,
  deadlineQuarantined: setAside,
} satisfies Partial<EventDefinitions>
