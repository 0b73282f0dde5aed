import { sql } from 'drizzle-orm'
import {
  bigint,
  bigserial,
  boolean,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
} from 'drizzle-orm/pg-core'
import { bytes, instant, stamp } from './columns.ts'
import { customer } from './schema-customers.ts'
import type {
  CallScript,
  Channel,
  HolidayCalendar,
  Line,
  LoadLimits,
  PlanDocument,
  PlanHours,
  PlannedQueue,
  Queue,
  RecordingPolicy,
  Role,
  SelectionMethod,
  StateLook,
  ServiceState,
  Shift,
  SkillKind,
  CalendarId,
  ContentId,
  CustomerId,
  DeclineReasonId,
  DispositionId,
  HoursId,
  InteractionId,
  LineId,
  LoadLimitsId,
  PersonId,
  PresenceStateId,
  QueueId,
  ScriptId,
  ShiftId,
  SiteId,
  SkillId,
  TeamId,
  TemplateId,
} from '@eudromos/core/plan'

// The wire: commands in, facts out. The journal itself is partitioned by quarters of a year and so is made by a migration of its own.

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

/** How far whoever follows the journal with a place of their own has come: it is written with what follows from it. */
export const followerPlace = pgTable('follower_place', {
  name: text().primaryKey(),
  seq: bigint({ mode: 'number' }).notNull(),
  at: instant('at').notNull(),
})

/** Calls that go out and ring, by their interaction. */
export const ringing = pgTable('ringing', {
  interactionId: text('interaction_id').$type<InteractionId>().primaryKey(),
  number: integer().notNull(),
})

/** One row: who has the lead, and writes. */
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
  id: text().$type<PersonId>().primaryKey(),
  name: text().notNull(),
  email: text().notNull().unique(),
  roles: text().array().$type<Role[]>().notNull(),
  loadLimitsId: text('load_limits_id').$type<LoadLimitsId>(),
  siteId: text('site_id')
    .$type<SiteId>()
    .references(() => site.id),
  shiftId: text('shift_id')
    .$type<ShiftId>()
    .references(() => shift.id),
  teamId: text('team_id')
    .$type<TeamId>()
    .references(() => team.id),
  tier: integer(),
  simulated: boolean().notNull().default(false),
  /** Has left the centre: kept for the records' sake, in the plan no more. */
  left: boolean().notNull().default(false),
})

export const content = pgTable(
  'content',
  {
    id: text().$type<ContentId>().primaryKey(),
    /** Null for what is said to all. */
    interactionId: text('interaction_id').$type<InteractionId>(),
    kind: text().$type<'message' | 'notes' | 'announcement'>().notNull(),
    body: text().notNull(),
    /** Of an email; null: as the one before it. */
    subject: text(),
    createdAt: stamp('created_at').notNull().defaultNow(),
  },
  (table) => [index('content_of_interaction').on(table.interactionId)],
)

export const attachment = pgTable('attachment', {
  contentId: text('content_id')
    .$type<ContentId>()
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
  id: text().$type<PresenceStateId>().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  admits: text().array().$type<Channel[]>().notNull(),
  choosable: boolean().notNull(),
  signedOut: boolean('signed_out').notNull(),
  mostMinutes: integer('most_minutes'),
  teamIds: text('team_ids').array().$type<TeamId[]>().notNull().default([]),
  sign: text().$type<StateLook['sign']>().notNull().default('dot'),
  colour: text().$type<StateLook['colour']>().notNull().default('ink'),
})

export const team = pgTable('team', {
  id: text().$type<TeamId>().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  notes: text().notNull(),
  parentId: text('parent_id').$type<TeamId>(),
  leadId: text('lead_id').$type<PersonId>(),
  private: boolean().notNull(),
  observerIds: text('observer_ids').array().$type<PersonId[]>().notNull().default([]),
})

export const loadLimits = pgTable('load_limits', {
  id: text().$type<LoadLimitsId>().primaryKey(),
  name: text().notNull(),
  slots: integer().notNull(),
  freeForCalls: integer('free_for_calls').notNull().default(0),
  sameCustomerInCalls: boolean('same_customer_in_calls').notNull().default(false),
  channels: jsonb().$type<LoadLimits['channels']>().notNull(),
})

export const declineReason = pgTable('decline_reason', {
  id: text().$type<DeclineReasonId>().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
})

export const disposition = pgTable('disposition', {
  id: text().$type<DispositionId>().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
})

export const queue = pgTable('queue', {
  id: text().$type<QueueId>().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  service: text().$type<ServiceState>().notNull(),
  targetPercent: integer('target_percent'),
  targetSeconds: integer('target_seconds'),
  answerWindowSeconds: integer('answer_window_seconds').notNull(),
  selection: text().$type<SelectionMethod>().notNull(),
  mostWaiting: integer('most_waiting'),
  whenFullTo: text('when_full_to').$type<QueueId>(),
  longestWaitSeconds: integer('longest_wait_seconds'),
  longestWaitTo: text('longest_wait_to').$type<QueueId>(),
  wrapUpSeconds: integer('wrap_up_seconds').notNull(),
  dispositionIds: text('disposition_ids').array().$type<DispositionId[]>().notNull().default([]),
  dispositionRequired: boolean('disposition_required').notNull().default(false),
  callbackAfterSeconds: integer('callback_after_seconds'),
  callbackTries: integer('callback_tries').notNull().default(3),
  callbackRetrySeconds: integer('callback_retry_seconds').notNull().default(600),
  voicemail: boolean().notNull().default(false),
  hoursId: text('hours_id')
    .$type<HoursId>()
    .references(() => hours.id),
  atClosingTo: text('at_closing_to').$type<QueueId>(),
  onShiftOnly: boolean('on_shift_only').notNull().default(false),
  teams: jsonb().$type<PlannedQueue['teams']>().notNull().default([]),
  laterReaches: jsonb('later_reaches').$type<PlannedQueue['laterReaches']>().notNull().default([]),
  requirements: jsonb().$type<Queue['requirements']>().notNull().default([]),
  relaxations: jsonb().$type<Queue['relaxations']>().notNull().default([]),
  priority: integer().notNull().default(5),
  prioritySteps: jsonb('priority_steps').$type<Queue['prioritySteps']>().notNull().default([]),
  shownAs: text('shown_as').notNull().default(''),
  announcement: text().notNull().default(''),
  recording: text().$type<RecordingPolicy>().notNull().default('never'),
  notReachedText: text('not_reached_text').notNull().default(''),
  identityCheck: text('identity_check').notNull().default(''),
  scriptId: text('script_id')
    .$type<ScriptId>()
    .references(() => script.id, { onDelete: 'set null' }),
})

export const skill = pgTable('skill', {
  id: text().$type<SkillId>().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  kind: text().$type<SkillKind>().notNull(),
})

export const personSkill = pgTable(
  'person_skill',
  {
    personId: text('person_id')
      .$type<PersonId>()
      .notNull()
      .references(() => person.id, { onDelete: 'cascade' }),
    skillId: text('skill_id')
      .$type<SkillId>()
      .notNull()
      .references(() => skill.id, { onDelete: 'cascade' }),
    level: integer().notNull(),
  },
  (table) => [primaryKey({ columns: [table.personId, table.skillId] })],
)

export const hours = pgTable('hours', {
  id: text().$type<HoursId>().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  zone: text().notNull(),
  weekly: jsonb().$type<PlanHours['weekly']>().notNull(),
  exceptions: jsonb().$type<PlanHours['exceptions']>().notNull(),
  calendarIds: text('calendar_ids').array().$type<CalendarId[]>().notNull(),
})

export const site = pgTable('site', {
  id: text().$type<SiteId>().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  zone: text().notNull(),
  calendarIds: text('calendar_ids').array().$type<CalendarId[]>().notNull(),
})

export const shift = pgTable('shift', {
  id: text().$type<ShiftId>().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  zone: text().notNull(),
  weekly: jsonb().$type<Shift['weekly']>().notNull(),
  exceptions: jsonb().$type<Shift['exceptions']>().notNull(),
  calendarIds: text('calendar_ids').array().$type<CalendarId[]>().notNull(),
  pauses: jsonb().$type<Shift['pauses']>().notNull(),
})

export const holidayCalendar = pgTable('holiday_calendar', {
  id: text().$type<CalendarId>().primaryKey(),
  position: integer().notNull(),
  name: text().notNull(),
  description: text().notNull(),
  holidays: jsonb().$type<HolidayCalendar['holidays']>().notNull(),
})

export const queueAgent = pgTable(
  'queue_agent',
  {
    queueId: text('queue_id')
      .$type<QueueId>()
      .notNull()
      .references(() => queue.id, { onDelete: 'cascade' }),
    personId: text('person_id')
      .$type<PersonId>()
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
      .$type<QueueId>()
      .notNull()
      .references(() => queue.id, { onDelete: 'cascade' }),
    customerId: text('customer_id')
      .$type<CustomerId>()
      .notNull()
      .references(() => customer.id),
  },
  (table) => [primaryKey({ columns: [table.queueId, table.customerId] })],
)

export const line = pgTable('line', {
  id: text().$type<LineId>().primaryKey(),
  name: text().notNull(),
  channel: text().$type<Line['channel']>().notNull(),
  on: boolean().notNull().default(true),
  queueIds: text('queue_ids').array().$type<QueueId[]>().notNull().default([]),
  address: text(),
  requirements: jsonb().$type<Line['requirements']>().notNull().default([]),
  priority: integer(),
  hoursId: text('hours_id')
    .$type<HoursId>()
    .references(() => hours.id),
  tags: text().array().notNull().default([]),
  language: text(),
  closedAnswer: text('closed_answer').notNull().default(''),
})

export const template = pgTable('template', {
  id: text().$type<TemplateId>().primaryKey(),
  name: text().notNull(),
  text: text().notNull(),
  teamIds: text('team_ids').array().$type<TeamId[]>().notNull().default([]),
})

export const script = pgTable('script', {
  id: text().$type<ScriptId>().primaryKey(),
  name: text().notNull(),
  steps: jsonb().$type<CallScript['steps']>().notNull(),
})

export const planVersion = pgTable('plan_version', {
  version: integer().primaryKey(),
  document: jsonb().$type<PlanDocument>().notNull(),
  publishedAt: instant('published_at').notNull(),
  publishedBy: text('published_by').$type<PersonId>(),
  note: text().notNull(),
})

export * from './schema-customers.ts'
export * from './schema-records.ts'
export * from './sign-in.ts'
