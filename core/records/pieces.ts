// The pieces of a record.
import type { AgentId, ContentId, Instant, OfferId, PersonId, QueueId } from '../plan/index.ts'
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
