import type { DateException, Holiday, WeeklyInterval } from '../hours/index.ts'
import type {
  AgentId,
  CalendarId,
  CustomerId,
  DeclineReasonId,
  DispositionId,
  HoursId,
  Instant,
  LineId,
  LoadLimitsId,
  PersonId,
  PresenceStateId,
  QueueId,
} from './ids.ts'

export const channels = ['chat'] as const
export type Channel = (typeof channels)[number]

export const roles = ['administrator', 'supervisor', 'agent', 'observer'] as const
export type Role = (typeof roles)[number]

export const selectionMethods = ['longestIdle'] as const
export type SelectionMethod = (typeof selectionMethods)[number]

export const serviceStates = ['inPreparation', 'inService', 'takingNothingNew', 'retired'] as const
/** Whom a queue lets in: listed test customers, everyone, nobody new, nobody any more. */
export type ServiceState = (typeof serviceStates)[number]

export const stopgapKinds = ['closed', 'open'] as const
/** What a stopgap makes of a queue for a while, whatever its hours say. */
export type StopgapKind = (typeof stopgapKinds)[number]

export const stopgapReasons = [
  'weather',
  'fewPeople',
  'manyCustomers',
  'outage',
  'meeting',
  'emergency',
  'other',
] as const
export type StopgapReason = (typeof stopgapReasons)[number]

export interface AnswerTarget {
  readonly percent: number
  readonly seconds: number
}

export interface CentreSettings {
  readonly zone: string
  /** The local hour at which "today" turns, 0 to 23. */
  readonly dayTurnsAtHour: number
  /** Stands in for the answer target of a queue that has none. */
  readonly defaultTargetSeconds: number
  /** Which waiting interaction goes first: the relatively latest, or plainly the oldest. */
  readonly order: 'lateness' | 'oldestFirst'
  readonly agentGraceSeconds: number
  readonly customerGraceSeconds: number
  readonly retryAfterSeconds: number
  /** Set when an agent lets an offer run out. */
  readonly missedStateId: PresenceStateId
  /** Set when an agent's connection stays lost. */
  readonly awayStateId: PresenceStateId
}

export interface PresenceState {
  readonly id: PresenceStateId
  readonly admits: readonly Channel[]
  /** False: only the system sets it. */
  readonly choosable: boolean
  /** True: the agent is signed out of work in it. */
  readonly signedOut: boolean
}

export interface LoadLimits {
  readonly id: LoadLimitsId
  readonly slots: number
  readonly channels: Readonly<Record<Channel, { readonly slots: number; readonly most: number }>>
}

export interface PlanPerson {
  readonly id: PersonId
  readonly roles: readonly Role[]
  readonly loadLimitsId: LoadLimitsId | null
}

export interface Queue {
  readonly id: QueueId
  readonly service: ServiceState
  readonly agentIds: readonly AgentId[]
  readonly target: AnswerTarget | null
  readonly answerWindowSeconds: number
  readonly selection: SelectionMethod
  readonly mostWaiting: number | null
  readonly wrapUpSeconds: number
  readonly testCustomerIds: readonly CustomerId[]
  /** Null: always open. */
  readonly hoursId: HoursId | null
  /** Where those still waiting go when it closes; null: they are served. */
  readonly atClosingTo: QueueId | null
}

/** Opening hours of the plan: a weekly pattern in one zone, its own exceptions, and the holiday calendars taken. */
export interface PlanHours {
  readonly id: HoursId
  readonly zone: string
  readonly weekly: readonly WeeklyInterval[]
  readonly exceptions: readonly DateException[]
  readonly calendarIds: readonly CalendarId[]
}

/** Named closures, shared by several hours. */
export interface HolidayCalendar {
  readonly id: CalendarId
  readonly holidays: readonly Holiday[]
}

export interface Line {
  readonly id: LineId
  readonly channel: Channel
  readonly queueIds: readonly QueueId[]
}

interface Named {
  readonly name: string
}

/** What supervisors configure, with its names: one whole with a version number. */
export interface PlanDocument {
  readonly centre: CentreSettings & Named
  readonly presenceStates: readonly (PresenceState & Named)[]
  readonly loadLimits: readonly (LoadLimits & Named)[]
  readonly declineReasons: readonly ({ readonly id: DeclineReasonId } & Named)[]
  readonly dispositions: readonly ({ readonly id: DispositionId } & Named)[]
  readonly people: readonly PlanPerson[]
  readonly queues: readonly (Queue & Named & { readonly description: string })[]
  readonly lines: readonly (Line & Named)[]
  readonly hours: readonly (PlanHours & Named & { readonly description: string })[]
  readonly calendars: readonly (HolidayCalendar & Named & { readonly description: string })[]
}

/** When hours are open, as instants in order: from, to, from, to … */
export interface CompiledHours {
  readonly id: HoursId
  readonly openings: readonly Instant[]
}

/** What the router runs: ids and numbers only, with what depends on the calendar already as instants. */
export interface CompiledPlan {
  readonly version: number
  readonly centre: CentreSettings
  readonly presenceStates: readonly PresenceState[]
  readonly loadLimits: readonly LoadLimits[]
  readonly declineReasonIds: readonly DeclineReasonId[]
  readonly dispositionIds: readonly DispositionId[]
  readonly people: readonly PlanPerson[]
  readonly queues: readonly Queue[]
  readonly lines: readonly Line[]
  readonly hours: readonly CompiledHours[]
  /** The instants at which "today" turns. */
  readonly dayTurns: readonly Instant[]
  /** Up to when `hours` and `dayTurns` reach: 400 days from compiling. */
  readonly compiledUntil: Instant
}
