import type {
  AddressId,
  AgentId,
  Channel,
  CustomerId,
  Instant,
  InteractionId,
  LineId,
  PersonId,
  ProcessId,
  QueueId,
  VisitId,
} from '../../plan/index.ts'
import type { DialEnd, TextToBe } from '../state/pieces.ts'
import type { GuestWay } from '../../calls/index.ts'
import { changeInteraction, type EventDefinitions } from '../state/changing.ts'
import type { State } from '../state/state.ts'
import type { Event, GuestEnd } from '../journal/events.ts'
import { reachedOut, setAway } from './aways.ts'
import { dropGuests, handOver, setGuest } from './guests.ts'

declare module '../journal/events.ts' {
  interface EventBodies {
    /** A call goes out to the customer. */
    customerDialled: {
      readonly interactionId: InteractionId
      readonly agentId: AgentId
      readonly number: number
      readonly dueAt: Instant
    }
    /** It was not answered. */
    dialEnded: { readonly interactionId: InteractionId; readonly agentId: AgentId; readonly end: DialEnd }
    /** The caller keeps their place and will be called. */
    callbackAsked: {
      readonly interactionId: InteractionId
      readonly callable: readonly Instant[]
      readonly notReached: TextToBe | null
    }
    /** They are not called before this. */
    callbackPutOff: { readonly interactionId: InteractionId; readonly until: Instant }
    /** They may be called again. */
    callbackDue: { readonly interactionId: InteractionId }
    /** The caller has left a message instead of waiting. */
    messageLeft: { readonly interactionId: InteractionId }
    /** The customer of a call was put on hold, or taken off it. */
    callHeld: { readonly interactionId: InteractionId; readonly agentId: AgentId; readonly held: boolean }
    /** The customer does not want to be recorded. */
    recordingRefused: { readonly interactionId: InteractionId }
    /** Somebody is asked into a call, comes in, or takes part in another way than before. */
    guestSet: {
      readonly interactionId: InteractionId
      readonly personId: PersonId
      readonly colleague: boolean
      readonly way: GuestWay
      readonly by: PersonId
      /** Of one who is asked. */
      readonly dueAt: Instant | null
      /** Of a supervisor. */
      readonly processId: ProcessId | null
    }
    /** Before the conversation ends; with it guests go without a word. */
    guestGone: { readonly interactionId: InteractionId; readonly personId: PersonId; readonly cause: GuestEnd }
    /** The agent leaves the call to the colleague who is in it. */
    handedOver: { readonly interactionId: InteractionId; readonly agentId: AgentId; readonly toAgentId: AgentId }
    /** The agent wants a supervisor, or no longer. */
    helpAsked: { readonly interactionId: InteractionId; readonly agentId: AgentId; readonly wanted: boolean }
    /** An agent calls or texts a customer: it is theirs from the beginning. */
    reachedOut: {
      readonly interactionId: InteractionId
      readonly visitId: VisitId
      readonly channel: Channel
      readonly customerId: CustomerId
      readonly addressId: AddressId
      readonly lineId: LineId
      readonly queueId: QueueId
      readonly agentId: AgentId
      /** It is more than the agent's load limits allow. */
      readonly forced: boolean
      readonly tags: readonly string[]
    }
  }
}

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
