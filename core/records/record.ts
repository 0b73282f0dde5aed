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
import type { DialEnd, Event, GuestEnd, OfferCause, OfferEnd, OverflowCause } from '../routing/index.ts'

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

/**
 * The record after one more event of the journal, or null where the event is of no interaction. `before` is the record
 * of that interaction so far; `seq` is the event's number in the journal.
 */
export function recordAfter(before: InteractionRecord | null, event: Event, seq: number): InteractionRecord | null {
  if (event.type === 'interactionArrived' || event.type === 'interactionRejected') return begin(event)
  if (event.type === 'reachedOut') return beginOutward(event)
  if (before === null || !('interactionId' in event)) return null
  switch (event.type) {
    case 'offerMade': {
      const { offerId: id, agentId, at, cause, by } = event
      const made = { id, agentId, cause, by, at, end: null, endedAt: null, reason: null, seq }
      return { ...before, offers: [...before.offers, made] }
    }
    case 'offerAnswered': {
      const record = endOffer(before, event, 'answered', null)
      if (before.answeredAt !== null) return record
      const waitMs = event.waitedMs ?? event.at - before.arrivedAt
      return { ...record, outcome: 'answered', answeredAt: event.at, agentId: event.agentId, waitMs }
    }
    case 'offerDeclined':
      return endOffer(before, event, 'declined', event.reason)
    case 'offerMissed':
      return endOffer(before, event, 'missed', null)
    case 'offerWithdrawn':
      return endOffer(before, event, 'withdrawn', event.reason)
    case 'messageSent':
      return { ...before, messages: event.number }
    case 'interactionAbandoned':
      return gone(before, event, 'abandoned', event.cause === 'left' ? 'customer' : 'system')
    case 'interactionEnded': {
      return {
        ...undialled(parted(offHold(before, event.at), event.at, null), event.at),
        outcome: isUnreached(before) ? 'notReached' : before.outcome,
        endedAt: event.at,
        endedBy: event.by,
        talkMs: talkedBy(before, event.at),
      }
    }
    case 'rejected':
      return gone(before, event, 'rejected', 'system')
    case 'interactionQuarantined':
      return gone(
        parted(offHold(undialled(before, event.at), event.at), event.at, null),
        { ...event, waitedMs: null },
        'rejected',
        'system',
      )
    case 'overflowed':
      return {
        ...passed(before, event, { cause: event.cause, toQueueId: event.queueId, by: event.by }),
        overflowed: before.overflowed + 1,
      }
    case 'transferred': {
      const { agentId, queueId, preferred, noteContentId } = event
      const to = { toQueueId: queueId, toAgentId: preferred?.agentId ?? null, noteContentId }
      return {
        ...passed(parted(before, event.at, null), event, { cause: 'transferred', by: agentId, ...to }),
        talkMs: talkedBy(before, event.at),
      }
    }
    case 'requeued': {
      const back = { cause: 'requeued', toQueueId: before.queueId, by: event.agentId } as const
      return {
        ...passed(undialled(parted(before, event.at, null), event.at), event, back),
        requeued: before.requeued + 1,
        talkMs: talkedBy(before, event.at),
      }
    }
    case 'customerIdentified':
      return { ...before, customerId: event.customerId }
    case 'callHeld':
      return event.held ? { ...before, heldAt: event.at } : offHold(before, event.at)
    case 'guestSet': {
      const { personId, colleague, way, at } = event
      const earlier = parted(before, at, null, personId)
      const attendance = { personId, colleague, way, from: at, to: null, end: null }
      return { ...earlier, attendances: [...earlier.attendances, attendance] }
    }
    case 'recordingRefused':
      return { ...before, recordingRefused: true }
    case 'customerWarned':
      return { ...before, warnings: before.warnings + 1 }
    case 'abuseEnded':
      return { ...before, abuse: event.reason }
    case 'blockAsked':
      return { ...before, blockAsked: true }
    case 'guestGone':
      return parted(before, event.at, event.cause, event.personId)
    case 'handedOver': {
      const { agentId, toAgentId, at } = event
      const over = { cause: 'handedOver', toQueueId: before.queueId, by: agentId, toAgentId } as const
      return passed(parted(before, at, null, toAgentId), event, over)
    }
    case 'wrapUpSaved':
      return { ...before, dispositionId: event.dispositionId, mood: event.mood, notesContentId: event.notesContentId }
    case 'wrapUpEnded':
      return { ...before, closedAt: event.at, wrapUpMs: event.at - (before.endedAt ?? event.at) }
    case 'rested': {
      const rest = { cause: 'rested', toQueueId: before.queueId, by: event.agentId } as const
      return { ...passed(before, event, rest), talkMs: talkedBy(before, event.at) }
    }
    case 'woken': {
      const to = { toQueueId: event.queueId, toAgentId: event.preferred?.agentId ?? null }
      return passed(before, event, { cause: 'woken', by: null, ...to })
    }
    case 'callbackAsked':
      return { ...before, way: 'callback' }
    case 'messageLeft':
      return { ...before, way: 'voicemail' }
    case 'customerDialled': {
      const dial = { agentId: event.agentId, at: event.at, end: null, endedAt: null }
      return { ...before, dials: [...before.dials, dial] }
    }
    case 'dialEnded':
      return dialOver(before, event.at, event.end)
    case 'customerConnected':
      return before.dials.some(({ end }) => end === null) ? dialOver(before, event.at, 'answered') : null
    case 'callbackPutOff':
    case 'callbackDue':
    case 'helpAsked':
    case 'wrapUpExtended':
    case 'customerAsked':
    case 'preferenceBegan':
    case 'preferenceLapsed':
    case 'stepReached':
    case 'waitedTooLong':
    case 'roundEnded':
    case 'roundBegan':
    case 'customerDisconnected':
    case 'messagesReceived':
    case 'textReported':
      return null
  }
}

const dialOver = (before: InteractionRecord, at: Instant, end: RecordedDial['end']): InteractionRecord => ({
  ...before,
  dials: before.dials.map((one) => (one.end === null ? { ...one, end, endedAt: at } : one)),
})

/** The agent hangs up while it rings. */
const undialled = (before: InteractionRecord, at: Instant): InteractionRecord => dialOver(before, at, 'stopped')

const isUnreached = ({ dials }: InteractionRecord): boolean =>
  dials.length > 0 && dials.every(({ end }) => end !== 'answered')

/** Whoever takes part, or one of them, does so until now. */
const parted = (
  before: InteractionRecord,
  at: Instant,
  end: GuestEnd | null,
  personId: PersonId | null = null,
): InteractionRecord => ({
  ...before,
  attendances: before.attendances.map((one) =>
    one.to === null && (personId === null || one.personId === personId) ? { ...one, to: at, end } : one,
  ),
})

const offHold = (before: InteractionRecord, at: Instant): InteractionRecord =>
  before.heldAt === null ? before : { ...before, holdMs: before.holdMs + at - before.heldAt, heldAt: null }

/** It is over without another answer. */
const gone = (
  before: InteractionRecord,
  { at, waitedMs }: { readonly at: Instant; readonly waitedMs: number | null | undefined },
  outcome: 'abandoned' | 'rejected',
  endedBy: 'customer' | 'system',
): InteractionRecord => ({
  ...before,
  outcome: before.answeredAt === null ? outcome : before.outcome,
  endedAt: at,
  endedBy,
  closedAt: at,
  waitMs: before.waitMs ?? waitedMs ?? at - before.arrivedAt,
})

const passed = (
  before: InteractionRecord,
  { at }: Event,
  to: Pick<Passage, 'cause' | 'toQueueId' | 'by'> & Partial<Passage>,
): InteractionRecord => ({
  ...offHold(before, at),
  queueId: to.toQueueId,
  passages: [...before.passages, { at, fromQueueId: before.queueId, toAgentId: null, noteContentId: null, ...to }],
})

/** Talk so far, with the conversation that ends now. */
const talkedBy = (record: InteractionRecord, at: Instant): number =>
  record.passages.at(-1)?.cause === 'rested' ? (record.talkMs ?? 0) : (record.talkMs ?? 0) + at - lastAnswerOf(record)

const lastAnswerOf = (record: InteractionRecord): Instant =>
  record.offers.findLast(({ end }) => end === 'answered')?.endedAt ?? record.arrivedAt

function begin(event: Event<'interactionArrived' | 'interactionRejected'>): InteractionRecord {
  const rejected = event.type === 'interactionRejected'
  return {
    id: event.interactionId,
    channel: event.channel,
    customerId: event.customerId,
    lineId: event.lineId,
    addressId: rejected ? null : event.addressId,
    queueId: event.queueId,
    test: event.test,
    way: !rejected && event.leftMessage && event.channel === 'voice' ? 'voicemail' : 'incoming',
    arrivedAt: event.at,
    outcome: rejected ? 'rejected' : 'underWay',
    answeredAt: null,
    agentId: null,
    endedAt: rejected ? event.at : null,
    endedBy: rejected ? 'system' : null,
    closedAt: rejected ? event.at : null,
    waitMs: rejected ? 0 : null,
    talkMs: null,
    wrapUpMs: null,
    holdMs: 0,
    heldAt: null,
    messages: 0,
    dispositionId: null,
    mood: null,
    recordingRefused: false,
    warnings: 0,
    abuse: null,
    blockAsked: false,
    tags: rejected ? [] : event.tags,
    notesContentId: null,
    offers: [],
    requeued: 0,
    overflowed: 0,
    passages: [],
    dials: [],
    attendances: [],
  }
}

/** Its agent has it from the beginning. */
function beginOutward({ at, agentId, ...event }: Event<'reachedOut'>): InteractionRecord {
  const rest = { back: null, leftMessage: false, test: false, estimatedWaitSeconds: null, connection: null } as const
  const arrived = { ...event, ...rest, customerGraceDueAt: null, requirements: [], priority: null, patience: 1, at }
  const record = begin({ ...arrived, type: 'interactionArrived' })
  return { ...record, way: 'outgoing', outcome: 'answered', answeredAt: at, agentId, waitMs: 0 }
}

const endOffer = (
  record: InteractionRecord,
  { at, offerId }: Event<'offerAnswered' | 'offerDeclined' | 'offerMissed' | 'offerWithdrawn'>,
  end: OfferEnd,
  reason: string | null,
): InteractionRecord => ({
  ...record,
  offers: record.offers.map((offer) => (offer.id === offerId ? { ...offer, end, endedAt: at, reason } : offer)),
})
