import type { Event } from '../journal/events.ts'
import type { Connection, Interaction, Preferred } from './pieces.ts'

type Begun = Pick<
  Event<'interactionArrived'>,
  | 'at'
  | 'interactionId'
  | 'visitId'
  | 'channel'
  | 'customerId'
  | 'lineId'
  | 'addressId'
  | 'queueId'
  | 'test'
  | 'leftMessage'
  | 'requirements'
  | 'priority'
  | 'patience'
  | 'customerGraceDueAt'
  | 'estimatedWaitSeconds'
>

interface Standing {
  readonly connections: readonly Connection[]
  readonly awaitsOpening: boolean
  readonly back: boolean
  readonly preferred: Preferred | null
}

/** One that begins: it waits in its first visit. */
export function freshInteraction(begun: Begun, { connections, awaitsOpening, back, preferred }: Standing): Interaction {
  return {
    id: begun.interactionId,
    channel: begun.channel,
    customerId: begun.customerId,
    lineId: begun.lineId,
    addressId: begun.addressId,
    arrivedAt: begun.at,
    test: begun.test,
    leftMessage: begun.leftMessage,
    back,
    outgoing: false,
    toCall: false,
    callback: null,
    dial: null,
    dials: 0,
    lastDial: null,
    requirements: begun.requirements,
    priority: begun.priority,
    patience: begun.patience,
    handover: null,
    phase: 'waiting',
    visits: [
      {
        id: begun.visitId,
        queueId: begun.queueId,
        enteredAt: begun.at,
        waitedBeforeMs: 0,
        awaitsOpening,
        estimatedWaitSeconds: begun.estimatedWaitSeconds,
        preferred: preferred === null ? null : { ...preferred },
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
    connections: [...connections],
    customerGraceDueAt: begun.customerGraceDueAt,
    wrapUpDueAt: null,
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
