// Read tables: written by the router in the transaction of the journal rows they follow from.
import { sql } from 'drizzle-orm'
import { boolean, index, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core'
import { bytes, instant, stamp } from './columns.ts'
import type {
  AbuseReason,
  Channel,
  Mood,
  AddressId,
  AgentId,
  ContentId,
  CustomerId,
  DispositionId,
  InteractionId,
  LineId,
  PersonId,
  QueueId,
  ScriptId,
} from '@eudromos/core/plan'
import type { Attendance, Outcome, Passage, RecordedDial, RecordedOffer, Way } from '@eudromos/core/records'
import type { TextState } from '@eudromos/core/routing'

export const record = pgTable(
  'record',
  {
    id: text().$type<InteractionId>().primaryKey(),
    channel: text().$type<Channel>().notNull(),
    customerId: text('customer_id').$type<CustomerId>().notNull(),
    lineId: text('line_id').$type<LineId>().notNull(),
    addressId: text('address_id').$type<AddressId>(),
    queueId: text('queue_id').$type<QueueId>().notNull(),
    test: boolean().notNull(),
    arrivedAt: instant('arrived_at').notNull(),
    outcome: text().$type<Outcome>().notNull(),
    answeredAt: instant('answered_at'),
    agentId: text('agent_id').$type<AgentId>(),
    endedAt: instant('ended_at'),
    endedBy: text('ended_by').$type<'customer' | 'agent' | 'system'>(),
    closedAt: instant('closed_at'),
    waitMs: instant('wait_ms'),
    talkMs: instant('talk_ms'),
    wrapUpMs: instant('wrap_up_ms'),
    holdMs: instant('hold_ms').notNull().default(0),
    heldAt: instant('held_at'),
    messages: integer().notNull(),
    dispositionId: text('disposition_id').$type<DispositionId>(),
    mood: text().$type<Mood>(),
    tags: text().array().notNull().default([]),
    recordingRefused: boolean('recording_refused').notNull().default(false),
    warnings: integer().notNull().default(0),
    abuse: text().$type<AbuseReason>(),
    blockAsked: boolean('block_asked').notNull().default(false),
    way: text().$type<Way>().notNull().default('incoming'),
    dials: jsonb().$type<RecordedDial[]>().notNull().default([]),
    notesContentId: text('notes_content_id').$type<ContentId>(),
    offers: jsonb().$type<RecordedOffer[]>().notNull(),
    requeued: integer().notNull(),
    overflowed: integer().notNull().default(0),
    passages: jsonb().$type<Passage[]>().notNull().default([]),
    attendances: jsonb().$type<Attendance[]>().notNull().default([]),
    /** Everybody who had it, dialled for it or took part in it, and every queue that it was in: who may see it is judged by these. */
    personIds: text('person_ids')
      .array()
      .$type<PersonId[]>()
      .notNull()
      .generatedAlwaysAs(sql`record_people(agent_id, offers, passages, dials, attendances)`),
    queueIds: text('queue_ids')
      .array()
      .$type<QueueId[]>()
      .notNull()
      .generatedAlwaysAs(sql`record_queues(queue_id, passages)`),
  },
  (table) => [
    index('record_arrived').on(table.arrivedAt, table.id),
    index('record_queue').on(table.queueId, table.arrivedAt),
    index('record_customer').on(table.customerId, table.arrivedAt),
    index('record_agent').on(table.agentId, table.arrivedAt),
    index('record_channel').on(table.channel, table.arrivedAt),
    index('record_outcome').on(table.outcome, table.arrivedAt),
    index('record_disposition').on(table.dispositionId, table.arrivedAt),
    index('record_tags')
      .using('gin', table.tags)
      .where(sql`tags <> '{}'`),
    index('record_open')
      .on(table.id)
      .where(sql`closed_at is null`),
  ],
)

export const message = pgTable(
  'message',
  {
    interactionId: text('interaction_id').$type<InteractionId>().notNull(),
    number: integer().notNull(),
    at: instant('at').notNull(),
    side: text().$type<'customer' | 'agent'>().notNull(),
    personId: text('person_id').$type<PersonId>(),
    contentId: text('content_id').$type<ContentId>().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.interactionId, table.number] }),
    index('message_of_content').on(table.contentId),
  ],
)

/** Texts of the centre on their way to customers: made by the router with the message, carried on by jobs. */
export const textOut = pgTable(
  'text_out',
  {
    interactionId: text('interaction_id').$type<InteractionId>().notNull(),
    number: integer().notNull(),
    lineId: text('line_id').$type<LineId>().notNull(),
    addressId: text('address_id').$type<AddressId>().notNull(),
    contentId: text('content_id').$type<ContentId>().notNull(),
    state: text().$type<TextState>().notNull().default('queued'),
    /** Why it failed, as the carrier's code. */
    reason: text(),
    /** How often it was put on its way: a carrier takes each time for another text. */
    round: integer().notNull().default(1),
    /** Goes out even to who wants none: the answer to their saying so. */
    owed: boolean().notNull().default(false),
    createdAt: stamp('created_at').notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.interactionId, table.number] }),
    index('text_out_queued')
      .on(table.createdAt)
      .where(sql`state = 'queued'`),
  ],
)

/** A stretch of a call's recording, at the end of its agent or its customer. Written by the web while the call runs. */
export const recording = pgTable(
  'recording',
  {
    id: text().primaryKey(),
    interactionId: text('interaction_id').$type<InteractionId>().notNull(),
    /** Null: at the customer's end. */
    personId: text('person_id').$type<PersonId>(),
    startedAt: instant('started_at').notNull(),
    lastAt: instant('last_at').notNull(),
    end: text().$type<'paused' | 'ended'>(),
    gone: boolean().notNull().default(false),
    /** Bytes that have come. */
    size: integer().notNull().default(0),
  },
  (table) => [
    index('recording_of_interaction').on(table.interactionId),
    index('recording_kept')
      .on(table.startedAt)
      .where(sql`not gone`),
  ],
)

export const recordingPart = pgTable(
  'recording_part',
  {
    recordingId: text('recording_id')
      .notNull()
      .references(() => recording.id, { onDelete: 'cascade' }),
    number: integer().notNull(),
    bytes: bytes().notNull(),
  },
  (table) => [primaryKey({ columns: [table.recordingId, table.number] })],
)

/** What was answered to the steps of call scripts, as it was asked for then. Written by the web. */
export const scriptAnswer = pgTable(
  'script_answer',
  {
    interactionId: text('interaction_id').$type<InteractionId>().notNull(),
    scriptId: text('script_id').$type<ScriptId>().notNull(),
    stepId: text('step_id').notNull(),
    scriptName: text('script_name').notNull(),
    /** Empty: a step that asks nothing was passed. */
    question: text().notNull(),
    answer: text().notNull(),
    personId: text('person_id').$type<PersonId>().notNull(),
    at: instant('at').notNull(),
    /** Its place on the way that the answers take; null: they lead there no more. */
    place: integer(),
  },
  (table) => [primaryKey({ columns: [table.interactionId, table.scriptId, table.stepId] })],
)

/** Whether the customer of a conversation proved to be who they said. Written by the web. */
export const identityCheck = pgTable('identity_check', {
  interactionId: text('interaction_id').$type<InteractionId>().primaryKey(),
  /** Who it was checked to be: it says nothing of anybody else whom the conversation turns out to be of. */
  customerId: text('customer_id')
    .$type<CustomerId>()
    .notNull()
    .default('' as CustomerId),
  passed: boolean().notNull(),
  personId: text('person_id').$type<PersonId>().notNull(),
  at: instant('at').notNull(),
})

/** A place in the recording of a call that somebody should find again. */
export const recordingMark = pgTable(
  'recording_mark',
  {
    id: text().primaryKey(),
    interactionId: text('interaction_id').$type<InteractionId>().notNull(),
    /** Milliseconds of what was recorded, its stretches one after the other. */
    atMs: integer('at_ms').notNull(),
    note: text().notNull(),
    personId: text('person_id').$type<PersonId>().notNull(),
    madeAt: instant('made_at').notNull(),
  },
  (table) => [index('recording_mark_of').on(table.interactionId)],
)

/** Who has listened to it, and when. */
export const recordingHeard = pgTable(
  'recording_heard',
  {
    recordingId: text('recording_id')
      .notNull()
      .references(() => recording.id, { onDelete: 'cascade' }),
    personId: text('person_id').$type<PersonId>().notNull(),
    at: instant('at').notNull(),
  },
  (table) => [index('recording_heard_of').on(table.recordingId)],
)
