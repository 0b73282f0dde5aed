// Ids are strings that do not mix: a QueueId cannot stand where an AgentId is wanted, nor can any text.
import type { Id } from '#id'

/** Milliseconds since 1970-01-01T00:00Z, an integer. */
export type Instant = number

/** An id as it comes from outside, or is made: of the kind that is wanted where it is used. The edge alone has these. */
export type AnyId = Id<never>

export type PersonId = Id<'person'>
export type AgentId = PersonId
export type CustomerId = Id<'customer'>
/** A customer's number or mail address. */
export type AddressId = Id<'address'>
export type QueueId = Id<'queue'>
export type StopgapId = Id<'stopgap'>
export type HoursId = Id<'hours'>
export type CalendarId = Id<'calendar'>
export type LineId = Id<'line'>
export type TemplateId = Id<'template'>
export type ScriptId = Id<'script'>
export type PresenceStateId = Id<'presenceState'>
export type LoadLimitsId = Id<'loadLimits'>
export type DispositionId = Id<'disposition'>
export type DeclineReasonId = Id<'declineReason'>
export type InteractionId = Id<'interaction'>
export type VisitId = Id<'visit'>
export type OfferId = Id<'offer'>
export type ConnectionId = Id<'connection'>
export type ProcessId = Id<'process'>
export type ContentId = Id<'content'>
export type SkillId = Id<'skill'>
export type SiteId = Id<'site'>
export type ShiftId = Id<'shift'>
export type EmergencyId = Id<'emergency'>
export type AbsenceId = Id<'absence'>
export type TeamId = Id<'team'>
export type LoanId = Id<'loan'>
export type GrantId = Id<'grant'>
export type BlockId = Id<'block'>
