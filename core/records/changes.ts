// What remains of an interaction, and how it follows from the events of the journal.
import {
  isCall,
  type AbuseReason,
  type AddressId,
  type AgentId,
  type Channel,
  type ContentId,
  type CustomerId,
  type DispositionId,
  type Instant,
  type InteractionId,
  type LineId,
  type Mood,
  type PersonId,
  type QueueId,
} from '../plan/index.ts'
import type { Event, EventBodies, GuestEnd, OfferEnd } from '../routing/index.ts'
import type { Attendance, Outcome, Passage, RecordedDial, RecordedOffer, Way } from './pieces.ts'

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

type Beginning = 'interactionArrived' | 'interactionRejected' | 'reachedOut'
/** The events of an interaction after those that begin it. */
type Following = Exclude<
  {
    [T in keyof EventBodies]: EventBodies[T] extends { readonly interactionId: InteractionId } ? T : never
  }[keyof EventBodies],
  Beginning
>
type Change<T extends Following> = (
  before: InteractionRecord,
  event: Event<T>,
  /** The event's number in the journal. */
  seq: number,
) => InteractionRecord

const beginnings: { readonly [T in Beginning]: (event: Event<T>) => InteractionRecord } = {
  interactionArrived: begin,
  interactionRejected: begin,
  reachedOut: beginOutward,
}

/** How every event of an interaction changes its record; null: not at all. One that is missing does not compile. */
const changes: { readonly [T in Following]: Change<T> | null } = {
  offerMade: (before, { offerId: id, agentId, at, cause, by }, seq) => {
    const made = { id, agentId, cause, by, at, end: null, endedAt: null, reason: null, seq }
    return { ...before, offers: [...before.offers, made] }
  },
  offerAnswered: (before, event) => {
    const record = endOffer(before, event, 'answered', null)
    if (before.answeredAt !== null) return record
    const waitMs = event.waitedMs ?? event.at - before.arrivedAt
    return { ...record, outcome: 'answered', answeredAt: event.at, agentId: event.agentId, waitMs }
  },
  offerDeclined: (before, event) => endOffer(before, event, 'declined', event.reason),
  offerMissed: (before, event) => endOffer(before, event, 'missed', null),
  offerWithdrawn: (before, event) => endOffer(before, event, 'withdrawn', event.reason),
  messageSent: (before, { number }) => ({ ...before, messages: number }),
  interactionAbandoned: (before, event) =>
    gone(before, event, 'abandoned', event.cause === 'left' ? 'customer' : 'system'),
  interactionEnded: (before, { at, by }) => ({
    ...undialled(parted(offHold(before, at), at, null), at),
    outcome: isUnreached(before) ? 'notReached' : before.outcome,
    endedAt: at,
    endedBy: by,
    talkMs: talkedBy(before, at),
  }),
  rejected: (before, event) => gone(before, event, 'rejected', 'system'),
  interactionQuarantined: (before, { at }) =>
    gone(parted(offHold(undialled(before, at), at), at, null), { at, waitedMs: null }, 'rejected', 'system'),
  overflowed: (before, event) => ({
    ...passed(before, event, { cause: event.cause, toQueueId: event.queueId, by: event.by }),
    overflowed: before.overflowed + 1,
  }),
  transferred: (before, event) => {
    const { agentId, queueId, preferred, noteContentId } = event
    const to = { toQueueId: queueId, toAgentId: preferred?.agentId ?? null, noteContentId }
    return {
      ...passed(parted(before, event.at, null), event, { cause: 'transferred', by: agentId, ...to }),
      talkMs: talkedBy(before, event.at),
    }
  },
  requeued: (before, event) => {
    const back = { cause: 'requeued', toQueueId: before.queueId, by: event.agentId } as const
    return {
      ...passed(undialled(parted(before, event.at, null), event.at), event, back),
      requeued: before.requeued + 1,
      talkMs: talkedBy(before, event.at),
    }
  },
  customerIdentified: (before, { customerId }) => ({ ...before, customerId }),
  callHeld: (before, { held, at }) => (held ? { ...before, heldAt: at } : offHold(before, at)),
  guestSet: (before, { personId, colleague, way, at }) => {
    const earlier = parted(before, at, null, personId)
    const attendance = { personId, colleague, way, from: at, to: null, end: null }
    return { ...earlier, attendances: [...earlier.attendances, attendance] }
  },
  recordingRefused: (before) => ({ ...before, recordingRefused: true }),
  customerWarned: (before) => ({ ...before, warnings: before.warnings + 1 }),
  abuseEnded: (before, { reason }) => ({ ...before, abuse: reason }),
  blockAsked: (before) => ({ ...before, blockAsked: true }),
  guestGone: (before, { at, cause, personId }) => parted(before, at, cause, personId),
  handedOver: (before, event) => {
    const { agentId, toAgentId, at } = event
    const over = { cause: 'handedOver', toQueueId: before.queueId, by: agentId, toAgentId } as const
    return passed(parted(before, at, null, toAgentId), event, over)
  },
  wrapUpSaved: (before, { dispositionId, mood, notesContentId }) => ({
    ...before,
    dispositionId,
    mood,
    notesContentId,
  }),
  wrapUpEnded: (before, { at }) => ({ ...before, closedAt: at, wrapUpMs: at - (before.endedAt ?? at) }),
  rested: (before, event) => {
    const rest = { cause: 'rested', toQueueId: before.queueId, by: event.agentId } as const
    return { ...passed(before, event, rest), talkMs: talkedBy(before, event.at) }
  },
  woken: (before, event) => {
    const to = { toQueueId: event.queueId, toAgentId: event.preferred?.agentId ?? null }
    return passed(before, event, { cause: 'woken', by: null, ...to })
  },
  callbackAsked: (before) => ({ ...before, way: 'callback' }),
  messageLeft: (before) => ({ ...before, way: 'voicemail' }),
  customerDialled: (before, { agentId, at }) => ({
    ...before,
    dials: [...before.dials, { agentId, at, end: null, endedAt: null }],
  }),
  dialEnded: (before, { at, end }) => dialOver(before, at, end),
  customerConnected: (before, { at }) =>
    before.dials.some(({ end }) => end === null) ? dialOver(before, at, 'answered') : before,
  callbackPutOff: null,
  callbackDue: null,
  helpAsked: null,
  wrapUpExtended: null,
  customerAsked: null,
  preferenceBegan: null,
  preferenceLapsed: null,
  stepReached: null,
  waitedTooLong: null,
  roundEnded: null,
  roundBegan: null,
  customerDisconnected: null,
  messagesReceived: null,
  textReported: null,
}

/**
 * The record after one more event of the journal, or null where the event changes none. `before` is the record of that
 * interaction so far; `seq` is the event's number in the journal.
 */
export function recordAfter(before: InteractionRecord | null, event: Event, seq: number): InteractionRecord | null {
  const { type } = event
  // The ones of its own type.
  if (type in beginnings) return (beginnings[type as Beginning] as (event: Event) => InteractionRecord)(event)
  const change = changes[type as Following] as
    ((before: InteractionRecord, event: Event, seq: number) => InteractionRecord) | null | undefined
  if (before === null || change == null) return null
  const after = change(before, event, seq)
  return after === before ? null : after
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
    way: !rejected && event.leftMessage && isCall(event.channel) ? 'voicemail' : 'incoming',
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
