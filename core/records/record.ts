import type {
  AgentId,
  Channel,
  ContentId,
  CustomerId,
  DispositionId,
  Instant,
  InteractionId,
  LineId,
  OfferId,
  QueueId,
} from '../plan/index.ts'
import type { Event, OfferEnd } from '../routing/index.ts'

export interface RecordedOffer {
  readonly id: OfferId
  readonly agentId: AgentId
  readonly at: Instant
  readonly end: OfferEnd | null
  readonly endedAt: Instant | null
  readonly reason: string | null
  /** The journal's number of the event that made it: the state just before it gives the grounds. */
  readonly seq: number
}

export type Outcome = 'underWay' | 'answered' | 'abandoned' | 'sentAway'

/** What remains of an interaction: who, when, each offer and its end, and the times of it in milliseconds. */
export interface InteractionRecord {
  readonly id: InteractionId
  readonly channel: Channel
  readonly customerId: CustomerId
  readonly lineId: LineId
  readonly queueId: QueueId
  readonly test: boolean
  readonly arrivedAt: Instant
  readonly outcome: Outcome
  /** The first answer, and who gave it; a chat handed back is answered again, which shows in the offers. */
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
  readonly messages: number
  readonly dispositionId: DispositionId | null
  readonly notesContentId: ContentId | null
  readonly offers: readonly RecordedOffer[]
  readonly handedBack: number
  /** How often a queue that closed sent it on to another; `queueId` is the last. */
  readonly sentOn: number
}

/**
 * The record after one more event of the journal, or null where the event is of no interaction. `before` is the record
 * of that interaction so far; `seq` is the event's number in the journal.
 */
export function recordAfter(before: InteractionRecord | null, event: Event, seq: number): InteractionRecord | null {
  if (event.type === 'interactionArrived' || event.type === 'interactionSentAway') return begin(event)
  if (before === null || !('interactionId' in event)) return null
  switch (event.type) {
    case 'offerMade': {
      const { offerId: id, agentId, at } = event
      return { ...before, offers: [...before.offers, { id, agentId, at, end: null, endedAt: null, reason: null, seq }] }
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
      const talkMs = event.at - lastAnswerOf(before)
      return { ...before, endedAt: event.at, endedBy: event.by, talkMs: (before.talkMs ?? 0) + talkMs }
    }
    case 'turnedAway':
      return gone(before, event, 'sentAway', 'system')
    case 'sentOn':
      return { ...before, queueId: event.queueId, sentOn: before.sentOn + 1 }
    case 'handedBack':
      return {
        ...before,
        handedBack: before.handedBack + 1,
        talkMs: (before.talkMs ?? 0) + event.at - lastAnswerOf(before),
      }
    case 'wrapUpSaved':
      return { ...before, dispositionId: event.dispositionId, notesContentId: event.notesContentId }
    case 'wrapUpEnded':
      return { ...before, closedAt: event.at, wrapUpMs: event.at - (before.endedAt ?? event.at) }
    case 'stepReached':
    case 'waitedTooLong':
    case 'roundEnded':
    case 'roundBegan':
    case 'customerConnected':
    case 'customerDisconnected':
    case 'messagesReceived':
      return null
  }
}

/** It is over without another answer. */
const gone = (
  before: InteractionRecord,
  { at, waitedMs }: Event<'interactionAbandoned' | 'turnedAway'>,
  outcome: 'abandoned' | 'sentAway',
  endedBy: 'customer' | 'system',
): InteractionRecord => ({
  ...before,
  outcome: before.answeredAt === null ? outcome : before.outcome,
  endedAt: at,
  endedBy,
  closedAt: at,
  waitMs: before.waitMs ?? waitedMs ?? at - before.arrivedAt,
})

const lastAnswerOf = (record: InteractionRecord): Instant =>
  record.offers.findLast(({ end }) => end === 'answered')?.endedAt ?? record.arrivedAt

function begin(event: Event<'interactionArrived' | 'interactionSentAway'>): InteractionRecord {
  const sentAway = event.type === 'interactionSentAway'
  return {
    id: event.interactionId,
    channel: event.channel,
    customerId: event.customerId,
    lineId: event.lineId,
    queueId: event.queueId,
    test: event.test,
    arrivedAt: event.at,
    outcome: sentAway ? 'sentAway' : 'underWay',
    answeredAt: null,
    agentId: null,
    endedAt: sentAway ? event.at : null,
    endedBy: sentAway ? 'system' : null,
    closedAt: sentAway ? event.at : null,
    waitMs: sentAway ? 0 : null,
    talkMs: null,
    wrapUpMs: null,
    messages: 0,
    dispositionId: null,
    notesContentId: null,
    offers: [],
    handedBack: 0,
    sentOn: 0,
  }
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
