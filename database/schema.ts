import { sql } from 'drizzle-orm'
import {
  bigint,
  bigserial,
  boolean,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import type {
  Channel,
  HolidayCalendar,
  Line,
  LoadLimits,
  PlanDocument,
  PlanHours,
  PlannedQueue,
  Queue,
  Role,
  SelectionMethod,
  StateLook,
  ServiceState,
  Shift,
  SkillKind,
} from '@eudromos/core/plan'
import type { Attendance, Passage, RecordedOffer } from '@eudromos/core/records'
import type { TextState } from '@eudromos/core/routing'

const instant = (name: string) => bigint(name, { mode: 'number' })
const stamp = (name: string) => timestamp(name, { withTimezone: true })
const bytes = customType<{ data: Buffer }>({ dataType: () => 'bytea' })

// The wire: commands in, facts out. The journal itself is partitioned by day and so is made by a migration of its own.

export const inbox = pgTable(
  'inbox',
  {
    id: bigserial({ mode: 'number' }).primaryKey(),
    actor: text().notNull(),
    commandId: text('command_id').notNull(),
    bodyHash: text('body_hash').notNull(),
    /** Emptied once answered: what is personal lives in content. */
    body: text(),
    receivedAt: stamp('received_at').notNull().defaultNow(),
    answeredAt: stamp('answered_at'),
    answer: text(),
  },
  (table) => [
    uniqueIndex('inbox_once').on(table.actor, table.commandId),
    index('inbox_pending')
      .on(table.id)
      .where(sql`answered_at is null`),
  ],
)

export const snapshot = pgTable('snapshot', {
  seq: bigint({ mode: 'number' }).primaryKey(),
  coreVersion: integer('core_version').notNull(),
  at: instant('at').notNull(),
  body: text().notNull(),
})

/** One row: whose turn it is to write. */
export const routerEpoch = pgTable('router_epoch', {
  id: integer().primaryKey(),
  epoch: bigint({ mode: 'number' }).notNull(),
  holder: text().notNull(),
  renewedAt: stamp('renewed_at').notNull(),
})

export const webProcess = pgTable('web_process', {
  id: text().primaryKey(),
  renewedAt: stamp('renewed_at').notNull().defaultNow(),
})

/** One row: how far the centre's clock is from the database's, in milliseconds. */
export const clock = pgTable('clock', {
  id: integer().primaryKey(),
  offsetMs: bigint('offset_ms', { mode: 'number' }).notNull(),
  /** The centre's time when it was last stopped; null where it runs on real time. */
  stoppedAt: instant('stopped_at'),
})

// What is personal, erasable by person.

export const person = pgTable('person', {
  id: text().primaryKey(),
  name: text().notNull(),
  email: text().notNull().unique(),
  roles: text().array().$type<Role[]>().notNull(),
  loadLimitsId: text('load_limits_id'),
  siteId: text('site_id').references(() => site.id),
  shiftId: text('shift_id').references(() => shift.id),
  teamId: text('team_id').references(() => team.id),
  tier: integer(),
  simulated: boolean().notNull().default(false),
  /** Has left the centre: kept for the records' sake, in the plan no more. */
  left: boolean().notNull().default(false),
})

export const customer = pgTable('customer', {
  id: text().primaryKey(),
  name: text().notNull(),
  test: boolean().notNull().default(false),
  createdAt: stamp('created_at').notNull().defaultNow(),
})

/** A number by which a customer reaches and is reached; several may share one. */
export const address = pgTable('address', {
  id: text().primaryKey(),
  kind: text().$type<'phone'>().notNull(),
  /** E.164. */
  value: text().notNull().unique(),
})

export const customerAddress = pgTable(
  'customer_address',
  {
    customerId: text('customer_id')
      .notNull()
      .references(() => customer.id, { onDelete: 'cascade' }),
    addressId: text('address_id')
      .notNull()
      .references(() => address.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.customerId, table.addressId] }),
    index('customer_address_of').on(table.addressId),
  ],
)

export const content = pgTable(
  'content',
  {
    id: text().primaryKey(),
    /** Null for what is said to all. */
    interactionId: text('interaction_id'),
    kind: text().$type<'message' | 'notes' | 'announcement'>().notNull(),
    body: text().notNull(),
    createdAt: stamp('created_at').notNull().defaultNow(),
  },
  (table) => [index('content_of_interaction').on(table.interactionId)],
)

export const attachment = pgTable('attachment', {
  contentId: text('content_id')
    .primaryKey()
    .references(() => content.id, { onDelete: 'cascade' }),
  fileName: text('file_name').notNull(),
  mediaType: text('media_type').notNull(),
  bytes: bytes().notNull(),
})

// The plan while it is edited, and every published version of it.

export const planDraft = pgTable('plan_draft', {
  id: integer().primaryKey(),
  version: integer().notNull(),
  centre: jsonb().$type<PlanDocument['centre']>().notNull(),
})

export const presenceState = pgTable('presence_state', {
  id: text().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  admits: text().array().$type<Channel[]>().notNull(),
  choosable: boolean().notNull(),
  signedOut: boolean('signed_out').notNull(),
  mostMinutes: integer('most_minutes'),
  teamIds: text('team_ids').array().notNull().default([]),
  sign: text().$type<StateLook['sign']>().notNull().default('dot'),
  colour: text().$type<StateLook['colour']>().notNull().default('ink'),
})

export const team = pgTable('team', {
  id: text().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  notes: text().notNull(),
  parentId: text('parent_id'),
  leadId: text('lead_id'),
  private: boolean().notNull(),
  observerIds: text('observer_ids').array().notNull().default([]),
})

export const loadLimits = pgTable('load_limits', {
  id: text().primaryKey(),
  name: text().notNull(),
  slots: integer().notNull(),
  freeForCalls: integer('free_for_calls').notNull().default(0),
  sameCustomerInCalls: boolean('same_customer_in_calls').notNull().default(false),
  channels: jsonb().$type<LoadLimits['channels']>().notNull(),
})

export const declineReason = pgTable('decline_reason', {
  id: text().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
})

export const disposition = pgTable('disposition', {
  id: text().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
})

export const queue = pgTable('queue', {
  id: text().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  service: text().$type<ServiceState>().notNull(),
  targetPercent: integer('target_percent'),
  targetSeconds: integer('target_seconds'),
  answerWindowSeconds: integer('answer_window_seconds').notNull(),
  selection: text().$type<SelectionMethod>().notNull(),
  mostWaiting: integer('most_waiting'),
  whenFullTo: text('when_full_to'),
  longestWaitSeconds: integer('longest_wait_seconds'),
  longestWaitTo: text('longest_wait_to'),
  wrapUpSeconds: integer('wrap_up_seconds').notNull(),
  hoursId: text('hours_id').references(() => hours.id),
  atClosingTo: text('at_closing_to'),
  onShiftOnly: boolean('on_shift_only').notNull().default(false),
  teams: jsonb().$type<PlannedQueue['teams']>().notNull().default([]),
  laterReaches: jsonb('later_reaches').$type<PlannedQueue['laterReaches']>().notNull().default([]),
  requirements: jsonb().$type<Queue['requirements']>().notNull().default([]),
  relaxations: jsonb().$type<Queue['relaxations']>().notNull().default([]),
  priority: integer().notNull().default(5),
  prioritySteps: jsonb('priority_steps').$type<Queue['prioritySteps']>().notNull().default([]),
  shownAs: text('shown_as').notNull().default(''),
})

export const skill = pgTable('skill', {
  id: text().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  kind: text().$type<SkillKind>().notNull(),
})

export const personSkill = pgTable(
  'person_skill',
  {
    personId: text('person_id')
      .notNull()
      .references(() => person.id, { onDelete: 'cascade' }),
    skillId: text('skill_id')
      .notNull()
      .references(() => skill.id, { onDelete: 'cascade' }),
    level: integer().notNull(),
  },
  (table) => [primaryKey({ columns: [table.personId, table.skillId] })],
)

export const hours = pgTable('hours', {
  id: text().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  zone: text().notNull(),
  weekly: jsonb().$type<PlanHours['weekly']>().notNull(),
  exceptions: jsonb().$type<PlanHours['exceptions']>().notNull(),
  calendarIds: text('calendar_ids').array().notNull(),
})

export const site = pgTable('site', {
  id: text().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  zone: text().notNull(),
  calendarIds: text('calendar_ids').array().notNull(),
})

export const shift = pgTable('shift', {
  id: text().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  zone: text().notNull(),
  weekly: jsonb().$type<Shift['weekly']>().notNull(),
  exceptions: jsonb().$type<Shift['exceptions']>().notNull(),
  calendarIds: text('calendar_ids').array().notNull(),
  pauses: jsonb().$type<Shift['pauses']>().notNull(),
})

export const holidayCalendar = pgTable('holiday_calendar', {
  id: text().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  holidays: jsonb().$type<HolidayCalendar['holidays']>().notNull(),
})

export const queueAgent = pgTable(
  'queue_agent',
  {
    queueId: text('queue_id')
      .notNull()
      .references(() => queue.id, { onDelete: 'cascade' }),
    personId: text('person_id')
      .notNull()
      .references(() => person.id),
    position: integer().notNull(),
  },
  (table) => [primaryKey({ columns: [table.queueId, table.personId] })],
)

export const queueTestCustomer = pgTable(
  'queue_test_customer',
  {
    queueId: text('queue_id')
      .notNull()
      .references(() => queue.id, { onDelete: 'cascade' }),
    customerId: text('customer_id')
      .notNull()
      .references(() => customer.id),
  },
  (table) => [primaryKey({ columns: [table.queueId, table.customerId] })],
)

export const line = pgTable('line', {
  id: text().primaryKey(),
  name: text().notNull(),
  channel: text().$type<Line['channel']>().notNull(),
  on: boolean().notNull().default(true),
  queueIds: text('queue_ids').array().notNull().default([]),
  address: text(),
  requirements: jsonb().$type<Line['requirements']>().notNull().default([]),
  priority: integer(),
})

export const planVersion = pgTable('plan_version', {
  version: integer().primaryKey(),
  document: jsonb().$type<PlanDocument>().notNull(),
  publishedAt: instant('published_at').notNull(),
  publishedBy: text('published_by'),
  note: text().notNull(),
})

// Read tables: written by the router in the transaction of the journal rows they follow from.

export const record = pgTable(
  'record',
  {
    id: text().primaryKey(),
    channel: text().$type<Channel>().notNull(),
    customerId: text('customer_id').notNull(),
    lineId: text('line_id').notNull(),
    addressId: text('address_id'),
    queueId: text('queue_id').notNull(),
    test: boolean().notNull(),
    arrivedAt: instant('arrived_at').notNull(),
    outcome: text().$type<'underWay' | 'answered' | 'abandoned' | 'sentAway'>().notNull(),
    answeredAt: instant('answered_at'),
    agentId: text('agent_id'),
    endedAt: instant('ended_at'),
    endedBy: text('ended_by').$type<'customer' | 'agent' | 'system'>(),
    closedAt: instant('closed_at'),
    waitMs: instant('wait_ms'),
    talkMs: instant('talk_ms'),
    wrapUpMs: instant('wrap_up_ms'),
    holdMs: instant('hold_ms').notNull().default(0),
    heldAt: instant('held_at'),
    messages: integer().notNull(),
    dispositionId: text('disposition_id'),
    notesContentId: text('notes_content_id'),
    offers: jsonb().$type<RecordedOffer[]>().notNull(),
    handedBack: integer('handed_back').notNull(),
    sentOn: integer('sent_on').notNull().default(0),
    passages: jsonb().$type<Passage[]>().notNull().default([]),
    attendances: jsonb().$type<Attendance[]>().notNull().default([]),
  },
  (table) => [
    index('record_arrived').on(table.arrivedAt, table.id),
    index('record_queue').on(table.queueId, table.arrivedAt),
    index('record_customer').on(table.customerId, table.arrivedAt),
    index('record_agent').on(table.agentId, table.arrivedAt),
    index('record_open')
      .on(table.id)
      .where(sql`closed_at is null`),
  ],
)

export const message = pgTable(
  'message',
  {
    interactionId: text('interaction_id').notNull(),
    number: integer().notNull(),
    at: instant('at').notNull(),
    side: text().$type<'customer' | 'agent'>().notNull(),
    personId: text('person_id'),
    contentId: text('content_id').notNull(),
  },
  (table) => [primaryKey({ columns: [table.interactionId, table.number] })],
)

/** Texts of the centre on their way to customers: made by the router with the message, carried on by the web. */
export const textOut = pgTable(
  'text_out',
  {
    interactionId: text('interaction_id').notNull(),
    number: integer().notNull(),
    lineId: text('line_id').notNull(),
    addressId: text('address_id').notNull(),
    contentId: text('content_id').notNull(),
    state: text().$type<TextState>().notNull().default('queued'),
    /** Why it failed, as the carrier's code. */
    reason: text(),
    tries: integer().notNull().default(0),
    /** How often it was put on its way: a carrier takes each time for another text. */
    round: integer().notNull().default(1),
    /** Goes out even to who wants none: the answer to their saying so. */
    owed: boolean().notNull().default(false),
    dueAt: stamp('due_at').notNull().defaultNow(),
    createdAt: stamp('created_at').notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.interactionId, table.number] }),
    index('text_out_due')
      .on(table.dueAt)
      .where(sql`state = 'queued'`),
  ],
)

/** Who has asked not to be texted from a line any more. */
export const textStop = pgTable(
  'text_stop',
  {
    lineId: text('line_id').notNull(),
    addressId: text('address_id')
      .notNull()
      .references(() => address.id, { onDelete: 'cascade' }),
    at: stamp('at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.lineId, table.addressId] })],
)

export * from './sign-in.ts'
