import { dayMs } from '../hours/index.ts'
import type { Event } from './events.ts'

interface First {
  planTaken: Event<'planTaken'> & { readonly plan: { readonly queues: readonly object[] } }
  handedBack: Event<'handedBack'> & { readonly waitSince: number }
}

/** An event in the shape of today, whatever version wrote it. */
export function upcast(event: Event): Event {
  if (event.v !== 1) return event
  switch (event.type) {
    case 'planTaken': {
      // Before there were opening hours every queue was always open.
      const { plan } = event as First['planTaken']
      const queues = plan.queues.map((queue) => ({ ...queue, hoursId: null, atClosingTo: null }))
      return { ...event, v: 2, plan: { ...plan, queues, hours: [], compiledUntil: event.at + 400 * dayMs } }
    }
    case 'interactionArrived':
      return { ...event, v: 2, leftMessage: false }
    case 'handedBack': {
      const { waitSince, ...rest } = event as First['handedBack']
      return { ...rest, v: 2, waitedBeforeMs: event.at - waitSince }
    }
    default:
      return event
  }
}
