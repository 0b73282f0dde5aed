import { arrivingEvents } from './arriving/events.ts'
import { callEvents } from './calls/events.ts'
import { customerEvents } from './customers/events.ts'
import { quarantineEvents } from './due/events.ts'
import { handingEvents } from './handing/events.ts'
import type { Event } from './journal/events.ts'
import { peopleEvents } from './people/events.ts'
import type { EventDefinitions } from './state/changing.ts'
import type { State } from './state/state.ts'
import { timeEvents } from './times/events.ts'

/** How every event changes the state, by name. One that is missing does not compile. */
const definitions: EventDefinitions = {
  ...timeEvents,
  ...peopleEvents,
  ...arrivingEvents,
  ...handingEvents,
  ...callEvents,
  ...customerEvents,
  ...quarantineEvents,
}

/**
 * The only way that state changes: takes one event of the journal, in order, into the state (in place) and gives it
 * back. Throws on an event that does not fit, which is a defect, never a user's slip.
 */
export function evolve(state: State, event: Event): State {
  if (event.at < state.at) throw new Error(`time runs backwards: ${event.type} at ${event.at} after ${state.at}`)
  state.at = event.at
  // The one of its own type.
  const change = definitions[event.type] as ((state: State, event: Event) => State) | undefined
  if (change === undefined) throw new Error(`unknown event ${JSON.stringify(event)}`)
  return change(state, event)
}
