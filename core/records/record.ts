import type {
  AbuseReason,
  AddressId,
  AgentId,
  Channel,
  ContentId,
  CustomerId,
  DispositionId,
  Instant,
  InteractionId,
  LineId,
  Mood,
  OfferId,
  PersonId,
  QueueId,
} from '../plan/index.ts'
import type { GuestWay } from '../calls/index.ts'
import type { DialEnd, GuestEnd, OfferCause, OfferEnd, OverflowCause } from '../routing/index.ts'

export interface RecordedOffer {
  readonly id: OfferId
  readonly agentId: AgentId
  /** Null where an older journal does not tell. */
  readonly cause: OfferCause | null
  /** Who assigned it. */
  readonly by: PersonId | null
  readonly at: Instant
  readonly end: OfferEnd | null
  readonly endedAt: Instant | null
  readonly reason: string | null
  /** The journal's number of the event that made it: the state just before it gives the grounds. */
  readonly seq: number
}

/** From one queue to another, or from hand to hand. */
export interface Passage {
  readonly at: Instant
  /**
   * Overflowed since the queue closed, was full or the wait too long; moved by a supervisor; transferred; handed over to a
   * colleague who was in the call; requeued; laid to rest and woken again.
   */
  readonly cause: OverflowCause | 'transferred' | 'handedOver' | 'requeued' | 'rested' | 'woken'
  readonly fromQueueId: QueueId
  readonly toQueueId: QueueId
  /** Who moved or transferred it, or had it last. */
  readonly by: PersonId | null
  readonly toAgentId: AgentId | null
  readonly noteContentId: ContentId | null
}

/** A stretch in which somebody beside the agent took part in a call, in one way. */
export interface Attendance {
  readonly personId: PersonId
  readonly colleague: boolean
  readonly way: GuestWay
  readonly from: Instant
  readonly to: Instant | null
  /** Why they are gone; null where they took part in another way after it, or to the end. */
  readonly end: GuestEnd | null
}

/** `notReached`: calls went out to the customer, and none was answered. */
export type Outcome = 'underWay' | 'answered' | 'abandoned' | 'rejected' | 'notReached'

/** How a contact came about: by the customer who stayed for it, asked to be called, or left a message; or by the agent. */
export type Way = 'incoming' | 'callback' | 'voicemail' | 'outgoing'

/** A call that went out. */
export interface RecordedDial {
  readonly agentId: AgentId
  readonly at: Instant
  readonly end: DialEnd | 'answered' | null
  readonly endedAt: Instant | null
}

/** What remains of an interaction: who, when, each offer and its end, and the times of it in milliseconds. */
export interface InteractionRecord {
  readonly id: InteractionId
  readonly channel: Channel
  readonly customerId: CustomerId
  readonly lineId: LineId
  /** The customer's number, of a text thread. */
  readonly addressId: AddressId | null
  readonly queueId: QueueId
  readonly test: boolean
  readonly way: Way
  readonly arrivedAt: Instant
  readonly outcome: Outcome
  /** The first answer, and who gave it; a chat that was requeued is answered again, which shows in the offers. */
  readonly answeredAt: Instant | null
  readonly agentId: AgentId | null
  /** When the conversation ended, or the customer left. */
  readonly endedAt: Instant | null
  readonly endedBy: 'customer' | 'agent' | 'system' | null
  /** When nothing more can happen to it. */
  readonly closedAt: Instant | null
  /** In the open time of the queues visited, until the first answer or the end. */
  readonly waitMs: number | null
  readonly talkMs: number | null
  readonly wrapUpMs: number | null
  /** Of the talk: on hold. */
  readonly holdMs: number
  /** Since when it is on hold now. */
  readonly heldAt: Instant | null
  readonly messages: number
  readonly dispositionId: DispositionId | null
  readonly mood: Mood | null
  /** Its customer did not want to be recorded. */
  readonly recordingRefused: boolean
  /** How often its customer was warned, why it was ended if for abuse, and whether its agent wants them blocked. */
  readonly warnings: number
  readonly abuse: AbuseReason | null
  readonly blockAsked: boolean
  /** What its line marked it with. */
  readonly tags: readonly string[]
  readonly notesContentId: ContentId | null
  readonly offers: readonly RecordedOffer[]
  readonly requeued: number
  /** How often it left a queue for another; `queueId` is the last. */
  readonly overflowed: number
  /** Each change of queue or hand before it was over, in order. */
  readonly passages: readonly Passage[]
  /** Calls that went out to the customer, in order. */
  readonly dials: readonly RecordedDial[]
  /** Who took part beside the agent, in order. */
  readonly attendances: readonly Attendance[]
}
