import type { Deadline, InteractionDeadlineKind } from './due.ts'
import type { InteractionId } from '../../plan/index.ts'
import { setAside, takeOut } from './quarantine.ts'
import type { EventDefinitions } from '../state/changing.ts'

declare module '../journal/events.ts' {
  interface EventBodies {
    /** It is out of the centre: a fault of the program kept it from going on. */
    interactionQuarantined: { readonly interactionId: InteractionId; readonly kind: InteractionDeadlineKind }
    deadlineQuarantined: Deadline
  }
}

/** What threw when it fell due is taken out. */
export const quarantineEvents = {
  interactionQuarantined: takeOut,
  deadlineQuarantined: setAside,
} satisfies Partial<EventDefinitions>
