import type { Instant } from '../plan/index.ts'
import type { Event } from '../routing/index.ts'
import { recordAfter } from './changes.ts'
import type { InteractionRecord } from './record.ts'

/** What is derived from the journal, a row for each thing: it follows from the events in their order, and from nothing else. */
export interface Projection<Row> {
  /** Whose row the event may change; null: nobody's. */
  readonly keyOf: (event: Event) => string | null
  /** The row after the event of this number in the journal; null: as it was. */
  readonly after: (before: Row | null, event: Event, seq: number) => Row | null
  /** Nothing can change the row any more. */
  readonly isOver: (row: Row) => boolean
  /** What changes alone need not be read at once: the next that does carries it along. */
  readonly mayWait?: (event: Event) => boolean
}

export const records: Projection<InteractionRecord> = {
  keyOf: (event) => ('interactionId' in event ? event.interactionId : null),
  after: recordAfter,
  isOver: ({ closedAt }) => closedAt !== null,
  mayWait: ({ type }) => type === 'messageSent',
}

/** Who said something, when; what, is with its content. */
export interface MessageRecord {
  readonly interactionId: string
  readonly number: number
  readonly at: Instant
  readonly side: 'customer' | 'agent'
  readonly personId: string | null
  readonly contentId: string
}

export const messages: Projection<MessageRecord> = {
  keyOf: (event) => (event.type === 'messageSent' ? `${event.interactionId} ${event.number}` : null),
  after: (_before, event) => {
    if (event.type !== 'messageSent') return null
    const { interactionId, number, at, side, personId, contentId } = event
    return { interactionId, number, at, side, personId, contentId }
  },
  isOver: () => true,
}

/** The rows of a projection as of the last event that was taken. */
export class Folded<Row> {
  /** What changed since it was last let go, by its key. */
  readonly changed = new Map<string, Row>()

  constructor(
    private readonly projection: Projection<Row>,
    /** The rows that may change yet. */
    readonly open = new Map<string, Row>(),
  ) {}

  take(event: Event, seq: number): void {
    const { keyOf, after, isOver, mayWait } = this.projection
    const key = keyOf(event)
    if (key === null) return
    const row = after(this.open.get(key) ?? null, event, seq)
    if (row === null) return
    if (isOver(row)) this.open.delete(key)
    else this.open.set(key, row)
    if (mayWait?.(event) !== true || this.changed.has(key)) this.changed.set(key, row)
  }
}
