import type { AddressId, Channel, CustomerId, Instant, InteractionId, LineId, QueueId, VisitId } from '../plan/index.ts'
import type { Requirement } from '../skills/index.ts'
import type { Connection, Interaction, Wish } from './pieces.ts'

interface Begun {
  readonly at: Instant
  readonly interactionId: InteractionId
  readonly visitId: VisitId
  readonly channel: Channel
  readonly customerId: CustomerId
  readonly lineId: LineId
  readonly addressId: AddressId | null
  readonly queueId: QueueId
  readonly test: boolean
  readonly leftMessage: boolean
  readonly requirements: readonly Requirement[]
  readonly priority: number | null
  readonly connections: readonly Connection[]
  readonly customerGraceDueAt: Instant | null
  readonly awaitsOpening: boolean
  readonly estimatedWaitSeconds: number | null
  readonly back: boolean
  readonly wish: Wish | null
}

/** One that begins: it waits in its first visit. */
export function freshInteraction(begun: Begun): Interaction {
  return {
    id: begun.interactionId,
    channel: begun.channel,
    customerId: begun.customerId,
    lineId: begun.lineId,
    addressId: begun.addressId,
    arrivedAt: begun.at,
    test: begun.test,
    leftMessage: begun.leftMessage,
    back: begun.back,
    outgoing: false,
    away: false,
    callback: null,
    dial: null,
    dials: 0,
    lastDial: null,
    requirements: begun.requirements,
    priority: begun.priority,
    handover: null,
    phase: 'waiting',
    visits: [
      {
        id: begun.visitId,
        queueId: begun.queueId,
        enteredAt: begun.at,
        waitedBeforeMs: 0,
        awaitsOpening: begun.awaitsOpening,
        estimatedWaitSeconds: begun.estimatedWaitSeconds,
        wish: begun.wish === null ? null : { ...begun.wish },
        step: 0,
        counts: true,
        overdue: false,
        offers: [],
        tried: [],
        retryDueAt: null,
        refusals: 0,
      },
    ],
    participations: [],
    connections: [...begun.connections],
    customerGraceDueAt: begun.customerGraceDueAt,
    wrapUpDueAt: null,
    wrapUpMs: 0,
    dispositionId: null,
    mood: null,
    notesContentId: null,
    messages: 0,
    receipts: { customer: { delivered: 0, seen: 0 }, agent: { delivered: 0, seen: 0 } },
    heldSince: null,
    guests: [],
    helpSince: null,
    recordingRefused: false,
    warnings: 0,
    texts: {},
    silentSince: begun.at,
    asked: false,
    restDueAt: null,
    turn: { side: 'agent', since: begun.at },
  }
}
