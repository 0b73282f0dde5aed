import type { Instant, ContentId, InteractionId, PersonId } from '../plan/index.ts'
import type { Event } from '../routing/index.ts'
import { recordAfter, type InteractionRecord } from './changes.ts'

/** What is derived from the journal, a row for each thing: it follows from the events in their order, and from nothing else. */
export interface Projection<Row> {
  /** Whose row the event may change; null: nobody's. */
  readonly keyOf: (event: Event) => string | null
  /** Whose row it is, by the same keys. */
  readonly keyOfRow: (row: Row) => string
  /** The row after the event of this number in the journal; null: as it was. */
  readonly after: (before: Row | null, event: Event, seq: number) => Row | null
  /** Nothing can change the row any more. */
  readonly isOver: (row: Row) => boolean
  /** What changes alone need not be read at once: the next that does carries it along. */
  readonly mayWait?: (event: Event) => boolean
}

export const records: Projection<InteractionRecord> = {
  keyOf: (event) => ('interactionId' in event ? event.interactionId : null),
  keyOfRow: ({ id }) => id,
  after: recordAfter,
  isOver: ({ closedAt }) => closedAt !== null,
  mayWait: ({ type }) => type === 'messageSent',
}

/** Who said something, when; what, is with its content. */
export interface MessageRecord {
  readonly interactionId: InteractionId
  readonly number: number
  readonly at: Instant
  readonly side: 'customer' | 'agent'
  readonly personId: PersonId | null
  readonly contentId: ContentId
}

export const messages: Projection<MessageRecord> = {
  keyOf: (event) => (event.type === 'messageSent' ? `${event.interactionId} ${event.number}` : null),
  keyOfRow: ({ interactionId, number }) => `${interactionId} ${number}`,
  after: (_before, event) => {
    if (event.type !== 'messageSent') return null
    const { interactionId, number, at, side, personId, contentId } = event
    return { interactionId, number, at, side, personId, contentId }
  },
  isOver: () => true,
}

/** All that is derived from the journal and written with it. Another is a line here, and one for its table in `database`. */
export const projections = { records, messages }
export type ProjectionName = keyof typeof projections
export const projectionNames = Object.keys(projections) as ProjectionName[]

export type RowOf<N extends ProjectionName> = (typeof projections)[N] extends Projection<infer Row> ? Row : never
/** Rows of each of them. */
export type Rows = { readonly [N in ProjectionName]: readonly RowOf<N>[] }

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

export type OpenRows = { readonly [N in ProjectionName]: Map<string, RowOf<N>> }

const ofEach = <All>(make: (name: ProjectionName) => unknown): All =>
  Object.fromEntries(projectionNames.map((name) => [name, make(name)])) as All

/** Rows by their keys, such as those that may change yet. */
export const byKey = (rows: Partial<Rows> = {}): OpenRows =>
  ofEach((name) => {
    const { keyOfRow } = projections[name] as Projection<object>
    return new Map(rows[name]?.map((row) => [keyOfRow(row), row]))
  })

/** All projections as of the last event that was taken. */
export class Folds {
  private readonly each = new Map<string, Folded<object>>()

  constructor(open: OpenRows) {
    for (const name of projectionNames)
      this.each.set(name, new Folded(projections[name] as unknown as Projection<object>, open[name]))
  }

  take(event: Event, seq: number): void {
    for (const folded of this.each.values()) folded.take(event, seq)
  }

  /** Whether its row was changed. */
  has(name: ProjectionName, key: string): boolean {
    return this.each.get(name)?.changed.has(key) === true
  }

  changed(): Rows {
    return ofEach((name) => [...(this.each.get(name)?.changed.values() ?? [])])
  }
}
