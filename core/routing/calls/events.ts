import { changeInteraction, type EventDefinitions } from '../state/changing.ts'
import type { State } from '../state/state.ts'
import type { Event } from '../journal/events.ts'
import { reachedOut, setAway } from './aways.ts'
import { dropGuests, handOver, setGuest } from './guests.ts'

/** Of one whose customer is away from the telephone. */
const away = (
  state: State,
  event: Event<'customerDialled' | 'dialEnded' | 'callbackAsked' | 'callbackPutOff' | 'callbackDue' | 'messageLeft'>,
): State => changeInteraction(state, event.interactionId, (interaction) => setAway(state, interaction, event))

/** Calls: going out, on hold, with guests; and callbacks. */
export const callEvents = {
  reachedOut,
  customerDialled: away,
  dialEnded: away,
  callbackAsked: away,
  callbackPutOff: away,
  callbackDue: away,
  messageLeft: away,
  callHeld: (state, event) => {
    state.interaction(event.interactionId).heldSince = event.held ? event.at : null
    return state
  },
  recordingRefused: (state, event) => {
    state.interaction(event.interactionId).recordingRefused = true
    return state
  },
  guestSet: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => setGuest(state, interaction, event)),
  guestGone: (state, event) =>
    changeInteraction(state, event.interactionId, (interaction) => {
      dropGuests(state, interaction, ({ personId }) => personId === event.personId)
    }),
  handedOver: handOver,
  helpAsked: (state, event) => {
    state.interaction(event.interactionId).helpSince = event.wanted ? event.at : null
    return state
  },
} satisfies Partial<EventDefinitions>
