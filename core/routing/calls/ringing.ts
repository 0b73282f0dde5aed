import type { InteractionId } from '../../plan/index.ts'
import type { Event, EventType } from '../journal/events.ts'

/** Whoever is rung is rung no longer once one of these has come. */
const over: ReadonlySet<EventType> = new Set<EventType>([
  'dialEnded',
  'customerConnected',
  'interactionEnded',
  'requeued',
  'transferred',
  'wrapUpEnded',
])

/** The events by which a customer of a call that goes out is rung, or no longer. */
export const ringingEvents: readonly EventType[] = ['customerDialled', ...over]

/** Whose telephone rings after the event, and for the how-manieth time; null: it rings no longer. Of other events nothing. */
export function ringingAfter(
  event: Event,
): { readonly interactionId: InteractionId; readonly number: number | null } | null {
  if (event.type === 'customerDialled') return { interactionId: event.interactionId, number: event.number }
  return over.has(event.type) && 'interactionId' in event ? { interactionId: event.interactionId, number: null } : null
}
