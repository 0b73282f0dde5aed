import type { DateException, Holiday, WeeklyInterval } from '../hours/index.ts'
import type { Holding, Relaxation, Requirement } from '../skills/index.ts'
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
  ScriptId,
  ShiftId,
  SiteId,
  SkillId,
  TeamId,
  TemplateId,
} from '../ids/index.ts'
import type { Channel } from './channels.ts'
import type { CallScript } from './scripts.ts'

export const recordingPolicies = ['never', 'always', 'byAgent'] as const
/** Whether calls of a queue are recorded: not at all, each, or when their agent says so. */
export type RecordingPolicy = (typeof recordingPolicies)[number]

export const moods = ['pleased', 'calm', 'upset'] as const
/** How the customer was, as the agent saw it. */
export type Mood = (typeof moods)[number]

export const abuseReasons = ['insults', 'threats', 'harassment', 'hoax', 'other'] as const
/** Why a conversation was ended for abuse. */
export type AbuseReason = (typeof abuseReasons)[number]

export const customerNeeds = ['relay', 'realTimeText', 'interpreter'] as const
/** What somebody needs to talk to the centre at all: a relay service, text in real time, an interpreter. */
export type CustomerNeed = (typeof customerNeeds)[number]

/** What a need asks of the centre. */
export interface NeedTerms {
  readonly requirements: readonly Requirement[]
  /** So many times as long such customers are waited for, 1 to 10. */
  readonly patience: number
}

export const roles = ['administrator', 'supervisor', 'agent', 'observer'] as const
export type Role = (typeof roles)[number]

export const selectionMethods = ['longestIdle', 'lightestLoad', 'inTurn', 'bestSkilled', 'openList', 'byHand'] as const
/** How a queue picks among the agents that could serve. */
export type SelectionMethod = (typeof selectionMethods)[number]

/** Whether the queue makes offers by itself: not where agents take for themselves, or a supervisor assigns. */
export const offersByItself = (method: SelectionMethod): boolean => method !== 'openList' && method !== 'byHand'

export const serviceStates = ['inPreparation', 'inService', 'takingNothingNew', 'retired'] as const
/** Whom a queue lets in: listed test customers, everyone, nobody new, nobody any more. */
export type ServiceState = (typeof serviceStates)[number]

export const stopgapKinds = ['closed', 'open'] as const
/** What a stopgap makes of a queue for a while, whatever its hours say. */
export type StopgapKind = (typeof stopgapKinds)[number]

export const emergencyScopes = ['centre', 'site', 'queues'] as const
/** What an emergency closing closes: everything, what is worked on at one site, or some queues. */
export type EmergencyScope = (typeof emergencyScopes)[number]

export const waitingWays = ['kept', 'served', 'overflowed', 'ended'] as const
/** What becomes of those who wait in an emergency: kept in place, still served, overflowed to another queue, rejected. */
export type WaitingWay = (typeof waitingWays)[number]

export const talkingWays = ['goOn', 'requeued', 'ended'] as const
/** What becomes of conversations in an emergency. */
export type TalkingWay = (typeof talkingWays)[number]

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
  /** The local hour at which "today" begins, 0 to 23. */
  readonly dayStartsAtHour: number
  /** Stands in for the answer target of a queue that has none. */
  readonly defaultTargetSeconds: number
  /** Which waiting interaction goes first: latest relative to target, or longest waiting. */
  readonly order: 'lateness' | 'oldestFirst'
  readonly agentGraceSeconds: number
  readonly customerGraceSeconds: number
  readonly retryAfterSeconds: number
  /** How long a transfer to one agent, or a conversation that wakes, waits for that agent alone. */
  readonly preferredSeconds: number
  /** What a transferred interaction counts as at least; null: as before. */
  readonly transferPriority: number | null
  /** How long an agent may make wrap-up in all. */
  readonly longestWrapUpSeconds: number
  /** A silent customer is asked after so long, and the conversation rests after so long; null: never. */
  readonly askAfterSilenceSeconds: number | null
  readonly restAfterSilenceSeconds: number | null
  /** How long a conversation rests before it is over. */
  readonly endAfterRestSeconds: number
  /** After how much silence a text thread rests (null: never), and after how much rest it is over. Nobody is asked. */
  readonly textRestAfterSeconds: number | null
  readonly textEndAfterRestSeconds: number
  /** After how much silence an email thread rests (null: never), and after how much rest it is over. */
  readonly mailRestAfterSeconds: number | null
  readonly mailEndAfterRestSeconds: number
  /** Set when an agent lets an offer run out. */
  readonly missedStateId: PresenceStateId
  /** Set when an agent's connection stays lost. */
  readonly awayStateId: PresenceStateId
  /** Set for people who have to leave in an emergency. */
  readonly evacuatedStateId: PresenceStateId
  /** Whether agents may enter absences of their own. */
  readonly ownAbsences: boolean
  /** How long recordings of calls are kept. */
  readonly recordingDays: number
  /** How long the journal is kept at hand; what is older is put away by quarters of a year. */
  readonly journalDays: number
  /** Who was cut off in a call and rings again within so long goes to the same agent, else first; 0: like anybody. */
  readonly backWithinSeconds: number
  /** How long a customer's telephone rings. */
  readonly ringSeconds: number
  /** When customers are called, by the clock where they are, as HH:MM; to 24:00 at the latest. */
  readonly callsFrom: string
  readonly callsTo: string
  /** Customers are called and texted first only where they have agreed to it. */
  readonly consentNeeded: boolean
  /** Who has ended a conversation for abuse is in this state for so long; null or 0: they go on as they were. */
  readonly recoverStateId: PresenceStateId | null
  readonly recoverMinutes: number
}

/** What only people and pages of a centre go by. */
interface CentreWords {
  readonly name: string
  /** What an abusive customer is told: sent in chats and texts, read out in calls. */
  readonly abuseWarning: string
  /** What is to be known of customers besides, each with a name. */
  readonly needs: Readonly<Record<CustomerNeed, NeedTerms>>
  readonly customerFields: readonly ({ readonly id: string } & Named)[]
}

export interface PresenceState {
  readonly id: PresenceStateId
  readonly admits: readonly Channel[]
  /** False: only the system sets it. */
  readonly choosable: boolean
  /** True: the agent is signed out of work in it. */
  readonly signedOut: boolean
  /** Whoever is in it for longer is named to their lead and supervisors; null: no matter how long. */
  readonly mostMinutes: number | null
  /** The teams that may choose it; none named: everybody. */
  readonly teamIds: readonly TeamId[]
}

export const stateSigns = ['dot', 'ring', 'half', 'square', 'bar', 'cross'] as const
export const stateColours = ['ink', 'slate', 'near', 'late', 'focus'] as const

/** How a presence state is shown: a sign of its own, in a colour of the palette. */
export interface StateLook {
  readonly sign: (typeof stateSigns)[number]
  readonly colour: (typeof stateColours)[number]
}

/** People who work together. What a private team does is seen by its members, its lead and its observers. */
export interface Team {
  readonly id: TeamId
  readonly parentId: TeamId | null
  readonly leadId: PersonId | null
  readonly private: boolean
  readonly observerIds: readonly PersonId[]
}

/** What one interaction of a channel takes, and what may run with it. */
export interface ChannelLimit {
  readonly slots: number
  readonly most: number
  /** Nothing runs with it but what `beside` names. */
  readonly alone: boolean
  readonly beside: readonly Channel[]
}

export interface LoadLimits {
  readonly id: LoadLimitsId
  readonly slots: number
  /** So many of those who go by them are kept free for a call; 0: none. */
  readonly freeForCalls: number
  /** Who is on a call has texts of the caller only, and is called by nobody else while they have texts of others. */
  readonly sameCustomerInCalls: boolean
  readonly channels: Readonly<Record<Channel, ChannelLimit>>
}

export const skillKinds = ['language', 'knowledge', 'licence'] as const
export type SkillKind = (typeof skillKinds)[number]

export interface Skill {
  readonly id: SkillId
  readonly kind: SkillKind
}

export interface PlanPerson {
  readonly id: PersonId
  readonly roles: readonly Role[]
  readonly loadLimitsId: LoadLimitsId | null
  readonly siteId: SiteId | null
  readonly shiftId: ShiftId | null
  readonly teamId: TeamId | null
  /** First, second … tier within the team; null: none. */
  readonly tier: number | null
  /** Each skill at most once. */
  readonly skills: readonly Holding[]
}

/** People to whom a queue offers from this wait on, beside those who were offered before. */
export interface Reach {
  readonly afterSeconds: number
  readonly agentIds: readonly AgentId[]
}

/** A team within a reach: everybody of it and of the teams below it, or of one tier only. */
export interface ReachTeam {
  readonly teamId: TeamId
  readonly tier: number | null
}

/** A reach as it is planned: agents by name, and teams. */
export interface PlannedReach extends Reach {
  readonly teams: readonly ReachTeam[]
}

/** From this wait on an interaction counts as of at least this priority. */
export interface PriorityStep {
  readonly afterSeconds: number
  readonly priority: number
}

/** Where people sit. */
export interface Site {
  readonly id: SiteId
  readonly zone: string
  /** The holidays that are kept there. */
  readonly calendarIds: readonly CalendarId[]
}

export interface Queue {
  readonly id: QueueId
  readonly service: ServiceState
  /** The first reach: who is offered from the beginning. */
  readonly agentIds: readonly AgentId[]
  /** By the wait in this visit. */
  readonly laterReaches: readonly Reach[]
  readonly requirements: readonly Requirement[]
  /** By the wait in this visit. */
  readonly relaxations: readonly Relaxation[]
  /** 1 lowest, 10 highest. */
  readonly priority: number
  /** By the wait since arrival. */
  readonly prioritySteps: readonly PriorityStep[]
  readonly target: AnswerTarget | null
  readonly answerWindowSeconds: number
  readonly selection: SelectionMethod
  readonly mostWaiting: number | null
  /** Where newcomers beyond `mostWaiting` go; null: they are told so and rejected. */
  readonly whenFullTo: QueueId | null
  /** The wait in this queue after which one who waits does not stay; null: as long as it takes. */
  readonly longestWaitSeconds: number | null
  /** Where they go then; null: they are told so and rejected. */
  readonly longestWaitTo: QueueId | null
  readonly wrapUpSeconds: number
  /** What its conversations can be said to have come to; empty: all that the centre has. */
  readonly dispositionIds: readonly DispositionId[]
  /** Wrap-up is finished by hand only with one of them. */
  readonly dispositionRequired: boolean
  readonly testCustomerIds: readonly CustomerId[]
  /** Null: always open. */
  readonly hoursId: HoursId | null
  /** Where those still waiting go when it closes; null: they are served. */
  readonly atClosingTo: QueueId | null
  /** Only people whose shift covers now, and who are not absent, are offered. */
  readonly onShiftOnly: boolean
  /** Callers may hang up and be called at their turn once their wait, or what they are told of it, is so long; null: never. */
  readonly callbackAfterSeconds: number | null
  /** So many calls go out to them at most, so far apart. */
  readonly callbackTries: number
  readonly callbackRetrySeconds: number
  /** Callers may leave a message: while it is closed, where it is full, and instead of waiting. */
  readonly voicemail: boolean
}

/** What of a queue only people and pages go by: the router runs it without. */
export interface QueueWords {
  /** As whom customers see those who serve it; empty: by the centre's name. */
  readonly shownAs: string
  /** Played to callers before they are connected; empty: nothing is. */
  readonly announcement: string
  readonly recording: RecordingPolicy
  /** What its agents say and ask in calls; null: nothing is laid down. */
  readonly scriptId: ScriptId | null
  /** Texted to callers whom a callback did not reach in the end; empty: nothing is. */
  readonly notReachedText: string
  /** What agents ask before anything of the customer is shown or said; empty: nothing. */
  readonly identityCheck: string
}

/** A queue as it is planned: its reaches name teams as well. The router runs it with the people of those spelled out. */
export interface PlannedQueue extends Omit<Queue, 'laterReaches'>, QueueWords {
  /** Of the first reach, beside `agentIds`. */
  readonly teams: readonly ReachTeam[]
  readonly laterReaches: readonly PlannedReach[]
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

export const pauseKinds = ['break', 'meal', 'training'] as const
export type PauseKind = (typeof pauseKinds)[number]

/** When people work: a pattern like that of opening hours, and what is planned within it. */
export interface Shift extends Omit<PlanHours, 'id'> {
  readonly id: ShiftId
  readonly pauses: readonly (WeeklyInterval & { readonly kind: PauseKind })[]
}

export const absenceReasons = ['holiday', 'sick', 'training', 'family', 'duty', 'other'] as const
export type AbsenceReason = (typeof absenceReasons)[number]

export interface Line {
  readonly id: LineId
  readonly channel: Channel
  /** Of a number or a mailbox only the first counts: nobody chooses there. */
  readonly queueIds: readonly QueueId[]
  /** Skills required on this line this beside what its queue asks for, each skill once. */
  readonly requirements: readonly Requirement[]
  /** 1 to 10, in place of the queue's; null: the queue's. */
  readonly priority: number | null
  /** When calls and chats are taken by it; null: at any time. Texts and email always are. */
  readonly hoursId: HoursId | null
  /** Words that what comes in by it is marked with. */
  readonly tags: readonly string[]
}

interface Named {
  readonly name: string
}

/** A line as it is planned. */
export interface PlannedLine extends Line, Named {
  readonly on: boolean
  /** The number in E.164, or a mailbox's address in small letters; null where the channel has none, or none is given yet. */
  readonly address: string | null
  /** What customers speak who reach the centre by it, as a BCP 47 tag; null: it is not said. */
  readonly language: string | null
  /** Of a text number or a mailbox: sent back once to whoever writes while nobody answers, by its hours or its queue's; empty: nothing. */
  readonly closedAnswer: string
}

/** Words that agents answer with, found by typing; fields in braces are filled in. */
export interface ReplyTemplate {
  readonly id: TemplateId
  readonly name: string
  readonly text: string
  /** Whose people have it, with the teams below; none named: everybody. */
  readonly teamIds: readonly TeamId[]
}

/** What supervisors configure, with its names: one whole with a version number. */
export interface PlanDocument {
  readonly centre: CentreSettings & CentreWords
  readonly presenceStates: readonly (PresenceState & StateLook & Named)[]
  readonly loadLimits: readonly (LoadLimits & Named)[]
  readonly declineReasons: readonly ({ readonly id: DeclineReasonId } & Named)[]
  readonly dispositions: readonly ({ readonly id: DispositionId } & Named)[]
  readonly people: readonly PlanPerson[]
  readonly skills: readonly (Skill & Named & { readonly description: string })[]
  readonly queues: readonly (PlannedQueue & Named & { readonly description: string })[]
  /** A line that is off is kept with all it says, and nobody reaches the centre by it. */
  readonly lines: readonly PlannedLine[]
  readonly templates: readonly ReplyTemplate[]
  readonly scripts: readonly CallScript[]
  readonly hours: readonly (PlanHours & Named & { readonly description: string })[]
  readonly calendars: readonly (HolidayCalendar & Named & { readonly description: string })[]
  readonly sites: readonly (Site & Named & { readonly description: string })[]
  readonly shifts: readonly (Shift & Named & { readonly description: string })[]
  /** With what everybody may read of them, and what only they do. */
  readonly teams: readonly (Team & Named & { readonly description: string; readonly notes: string })[]
}

/** When hours are open or a shift is worked, as instants in order: from, to, from, to … */
export interface CompiledHours {
  readonly id: HoursId | ShiftId
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
  readonly shifts: readonly CompiledHours[]
  readonly siteIds: readonly SiteId[]
  /** The instants at which a new "today" begins. */
  readonly dayStarts: readonly Instant[]
  /** Up to when `hours` and `dayTurns` reach: 400 days from compiling. */
  readonly compiledUntil: Instant
}
