import type {
  AbsenceId,
  AbsenceReason,
  AbuseReason,
  AddressId,
  AgentId,
  BlockId,
  Channel,
  CompiledPlan,
  CompiledTimes,
  ConnectionId,
  ContentId,
  CustomerId,
  DeclineReasonId,
  DispositionId,
  EmergencyId,
  GrantId,
  Instant,
  InteractionId,
  LineId,
  LoanId,
  Mood,
  OfferId,
  PersonId,
  PresenceStateId,
  ProcessId,
  QueueId,
  SkillId,
  StopgapId,
  StopgapKind,
  StopgapReason,
  VisitId,
} from '../../plan/index.ts'
import type { GuestWay } from '../../calls/index.ts'
import type { Requirement } from '../../skills/index.ts'
import type { Deadline, DeadlineKind } from '../due/due.ts'
import type {
  DialEnd,
  EmergencyTerms,
  OfferCause,
  Side,
  TextState,
  TextToBe,
  WithdrawalReason,
} from '../state/pieces.ts'

export type PresenceCause =
  'planned' | 'chosen' | 'setByOther' | 'missed' | 'connectionLost' | 'plan' | 'emergency' | 'recovered'

interface OfOffer {
  readonly offerId: OfferId
  readonly interactionId: InteractionId
  readonly agentId: AgentId
}

interface Waited {
  /** Open time waited since the arrival; null where an older journal does not tell. */
  readonly waitedMs: number | null
}

/** What can happen, by name. The journal holds these: ids, codes and numbers, never a name or a word of a customer. */
export interface EventBodies {
  planTaken: { readonly plan: CompiledPlan }
  routerResumed: { readonly outageMs: number }
  dayBegan: Record<never, never>
  /** More of what depends on the calendar, for the plan of this version. */
  planExtended: { readonly version: number; readonly times: CompiledTimes }
  stopgapBegan: {
    readonly stopgapId: StopgapId
    readonly queueId: QueueId
    readonly kind: StopgapKind
    readonly from: Instant
    readonly until: Instant
    readonly wordsId: ContentId | null
    readonly reason: StopgapReason
    readonly by: PersonId | null
  }
  /** Before its time; at its time it ends without a word. */
  stopgapEnded: { readonly stopgapId: StopgapId; readonly queueId: QueueId }
  emergencyBegan: EmergencyTerms & { readonly emergencyId: EmergencyId }
  emergencyEnded: { readonly emergencyId: EmergencyId }
  /** Somebody who waited is told that they cannot be taken: the queue closed in an emergency, or the wait was too long. */
  rejected: Waited & { readonly interactionId: InteractionId }
  absenceEntered: {
    readonly absenceId: AbsenceId
    readonly agentId: AgentId
    readonly from: Instant
    readonly to: Instant
    readonly reason: AbsenceReason
    readonly by: PersonId | null
  }
  absenceRemoved: { readonly absenceId: AbsenceId; readonly agentId: AgentId }
  /** A shift or an absence begins or ends for the agent. */
  shiftChanged: { readonly agentId: AgentId; readonly on: boolean }
  queueOpened: { readonly queueId: QueueId }
  queueClosed: { readonly queueId: QueueId }
  agentConnected: { readonly agentId: AgentId; readonly connectionId: ConnectionId; readonly processId: ProcessId }
  agentDisconnected: {
    readonly agentId: AgentId
    readonly connectionId: ConnectionId
    readonly graceDueAt: Instant | null
  }
  agentGraceEnded: { readonly agentId: AgentId }
  presenceSet: { readonly agentId: AgentId; readonly stateId: PresenceStateId; readonly cause: PresenceCause }
  /** What the agent will be in once they are done; null: no longer anything else. */
  presencePlanned: { readonly agentId: AgentId; readonly stateId: PresenceStateId | null }
  /** The channels of which the agent takes nothing new. */
  channelsClosed: { readonly agentId: AgentId; readonly closedTo: readonly Channel[] }
  loanBegan: {
    readonly loanId: LoanId
    readonly agentId: AgentId
    readonly queueId: QueueId
    readonly until: Instant
    readonly by: PersonId | null
  }
  loanEnded: { readonly loanId: LoanId; readonly agentId: AgentId; readonly queueId: QueueId; readonly cause: LayerEnd }
  grantBegan: {
    readonly grantId: GrantId
    readonly agentId: AgentId
    readonly skillId: SkillId
    readonly level: number
    readonly until: Instant
    readonly by: PersonId | null
  }
  grantEnded: { readonly grantId: GrantId; readonly agentId: AgentId; readonly cause: LayerEnd }
  interactionArrived: {
    readonly interactionId: InteractionId
    readonly visitId: VisitId
    readonly channel: Channel
    readonly customerId: CustomerId
    readonly lineId: LineId
    /** The customer's number, of one who texts. */
    readonly addressId: AddressId | null
    readonly queueId: QueueId
    readonly test: boolean
    readonly estimatedWaitSeconds: number | null
    readonly connection: { readonly id: ConnectionId; readonly processId: ProcessId } | null
    readonly customerGraceDueAt: Instant | null
    /** It is a message to a closed queue: it waits for the opening, whether or not the customer stays. */
    readonly leftMessage: boolean
    /** What it asks for itself, each skill once. */
    readonly requirements: readonly Requirement[]
    /** Its own; null: that of its queue. */
    readonly priority: number | null
    /** So many times as long its customer is waited for. */
    readonly patience: number
    /** What its line marks it with. */
    readonly tags: readonly string[]
    /** Its customer was cut off in a call before: whom it is for at first, where they are there. */
    readonly back: { readonly preferred: { readonly agentId: AgentId; readonly until: Instant } | null } | null
  }
  /** To another queue: moved by a supervisor, or since this one has closed or is full, or the wait was too long. */
  overflowed: {
    readonly cause: OverflowCause
    /** Who moved it. */
    readonly by: PersonId | null
    readonly interactionId: InteractionId
    readonly visitId: VisitId
    readonly queueId: QueueId
    readonly waitedBeforeMs: number
    readonly estimatedWaitSeconds: number | null
  }
  interactionRejected: {
    readonly interactionId: InteractionId
    readonly channel: Channel
    readonly customerId: CustomerId
    readonly lineId: LineId
    readonly queueId: QueueId
    readonly test: boolean
    readonly reason: 'queueFull'
  }
  customerConnected: {
    readonly interactionId: InteractionId
    readonly connectionId: ConnectionId
    readonly processId: ProcessId
  }
  customerDisconnected: {
    readonly interactionId: InteractionId
    readonly connectionId: ConnectionId
    readonly customerGraceDueAt: Instant | null
  }
  interactionAbandoned: Waited & { readonly interactionId: InteractionId; readonly cause: 'left' | 'pageClosed' }
  offerMade: OfOffer & {
    readonly dueAt: Instant
    readonly cause: OfferCause
    /** Who assigned it. */
    readonly by: PersonId | null
  }
  offerAnswered: OfOffer & Waited
  offerDeclined: OfOffer & { readonly reason: DeclineReasonId }
  offerMissed: OfOffer
  offerWithdrawn: OfOffer & { readonly reason: WithdrawalReason }
  /** Its wait has reached the longest that its queue lets anybody wait. */
  waitedTooLong: { readonly interactionId: InteractionId }
  /** Its wait has reached the next step of its queue: more people are in reach, or less is asked for. */
  stepReached: { readonly interactionId: InteractionId; readonly step: number }
  roundEnded: { readonly interactionId: InteractionId; readonly retryDueAt: Instant }
  roundBegan: { readonly interactionId: InteractionId }
  /** An agent has passed it on, to a queue or to one agent; it waits anew. */
  transferred: {
    readonly interactionId: InteractionId
    readonly agentId: AgentId
    readonly visitId: VisitId
    readonly queueId: QueueId
    /** To one agent: while it lasts nobody else is offered it. */
    readonly preferred: { readonly agentId: AgentId; readonly until: Instant } | null
    readonly noteContentId: ContentId | null
    readonly priority: number | null
    readonly estimatedWaitSeconds: number | null
    readonly customerGraceDueAt: Instant | null
  }
  /** What waits is for one agent alone, who has its customer already. */
  preferenceBegan: { readonly interactionId: InteractionId; readonly agentId: AgentId; readonly until: Instant }
  preferenceLapsed: { readonly interactionId: InteractionId; readonly cause: PreferenceEnd }
  messageSent: {
    readonly interactionId: InteractionId
    /** 1 for the first of the interaction. */
    readonly number: number
    readonly side: Side
    readonly personId: PersonId | null
    readonly contentId: ContentId
    /** The line by which it goes out as a text; null: it does not. */
    readonly textLineId: LineId | null
  }
  /** The customer of a call was put on hold, or taken off it. */
  callHeld: { readonly interactionId: InteractionId; readonly agentId: AgentId; readonly held: boolean }
  /** The agent has told the customer that it will be ended if the abuse goes on. */
  customerWarned: { readonly interactionId: InteractionId; readonly agentId: AgentId }
  /** The agent ends the conversation for this; its end follows. */
  abuseEnded: { readonly interactionId: InteractionId; readonly agentId: AgentId; readonly reason: AbuseReason }
  /** The agent is in this state until then, and afterwards in what they were in. */
  recoveryBegan: { readonly agentId: AgentId; readonly stateId: PresenceStateId; readonly until: Instant }
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
  /** The customer does not want to be recorded. */
  recordingRefused: { readonly interactionId: InteractionId }
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
  /** What became of a text that the centre sent, as far as the carrier has told. */
  textReported: { readonly interactionId: InteractionId; readonly number: number; readonly state: TextState }
  messagesReceived: {
    readonly interactionId: InteractionId
    /** Whose device has them. */
    readonly side: Side
    readonly delivered: number
    readonly seen: number
  }
  interactionEnded: {
    readonly interactionId: InteractionId
    readonly by: Side | 'system'
    readonly wrapUpDueAt: Instant
  }
  wrapUpSaved: {
    readonly interactionId: InteractionId
    readonly dispositionId: DispositionId | null
    readonly mood: Mood | null
    readonly notesContentId: ContentId | null
  }
  wrapUpExtended: { readonly interactionId: InteractionId; readonly wrapUpDueAt: Instant }
  /** The customer has said nothing for long, and is asked whether they are still there. */
  customerAsked: { readonly interactionId: InteractionId }
  /** They still say nothing: it waits for their next word with nobody, and the agent's slots are free. */
  rested: { readonly interactionId: InteractionId; readonly agentId: AgentId; readonly restDueAt: Instant }
  /** The customer speaks again: it waits for an agent, at first for the one who had it. */
  woken: {
    readonly interactionId: InteractionId
    readonly visitId: VisitId
    readonly queueId: QueueId
    readonly preferred: { readonly agentId: AgentId; readonly until: Instant } | null
    readonly estimatedWaitSeconds: number | null
    readonly customerGraceDueAt: Instant | null
  }
  /** It is out of the centre: a fault of the program kept it from going on. */
  interactionQuarantined: { readonly interactionId: InteractionId; readonly kind: DeadlineKind }
  deadlineQuarantined: Deadline
  wrapUpEnded: { readonly interactionId: InteractionId; readonly cause: 'finished' | 'time' }
  requeued: {
    readonly interactionId: InteractionId
    readonly agentId: AgentId
    readonly visitId: VisitId
    /** What was waited before, and counts for the place in the queue. */
    readonly waitedBeforeMs: number
    readonly estimatedWaitSeconds: number | null
    readonly customerGraceDueAt: Instant | null
  }
}

/** Why one who waited goes on to another queue. */
export type OverflowCause = 'closed' | 'full' | 'waited' | 'moved'

/** Why somebody beside the agent is not in a call any more, or never came. */
export type GuestEnd = 'left' | 'declined' | 'missed' | 'dismissed' | 'connectionLost'

/** Its time is up, or somebody has taken it back. */
export type LayerEnd = 'time' | 'ended'

/** Its time is up, the agent is away for the rest of it, or did not take it. */
export type PreferenceEnd = 'time' | 'away' | 'refused'

export type EventType = keyof EventBodies

/** One fact of the journal. `v` is the version of its type's shape. */
export type Event<T extends EventType = EventType> = {
  [K in T]: { readonly type: K; readonly v: number; readonly at: Instant } & EventBodies[K]
}[T]
