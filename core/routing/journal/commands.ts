import type {
  AbsenceId,
  AbsenceReason,
  AbuseReason,
  AddressId,
  AgentId,
  BlockId,
  Channel,
  CompiledPlan,
  CompiledTimes,
  ConnectionId,
  ContentId,
  CustomerId,
  DeclineReasonId,
  DispositionId,
  EmergencyId,
  EmergencyScope,
  GrantId,
  Instant,
  InteractionId,
  LineId,
  LoanId,
  Mood,
  OfferId,
  PersonId,
  PresenceStateId,
  ProcessId,
  QueueId,
  SiteId,
  SkillId,
  StopgapId,
  StopgapKind,
  StopgapReason,
  TalkingWay,
  WaitingWay,
} from '../../plan/index.ts'
import type { AttendingWay } from '../../calls/index.ts'
import type { Requirement } from '../../skills/index.ts'
import type { Deadline } from '../due/due.ts'
import type { Event } from './events.ts'
import type { DialEnd, TextState, TextToBe } from '../state/pieces.ts'

/** What can be asked for, by name. Ids of new things come with the command. */
export interface CommandBodies {
  publishPlan: {
    readonly plan: CompiledPlan
    /** Of a presence state that is no longer in the plan: the one that its people are in from now on; left out: away. */
    readonly statesInstead?: Readonly<Record<PresenceStateId, PresenceStateId>>
  }
  beginStopgap: {
    readonly stopgapId: StopgapId
    readonly queueId: QueueId
    readonly kind: StopgapKind
    /** When it begins; left out: now. */
    readonly from?: Instant
    readonly until: Instant
    readonly reason: StopgapReason
    /** The reason in words of their own. */
    readonly wordsId?: ContentId | null
  }
  endStopgap: { readonly stopgapId: StopgapId }
  beginEmergency: {
    readonly emergencyId: EmergencyId
    readonly scope: EmergencyScope
    /** Where the scope is a site. */
    readonly siteId: SiteId | null
    /** Where the scope is some queues. */
    readonly queueIds: readonly QueueId[]
    /** Whether the people concerned are set to Evacuated. */
    readonly evacuate: boolean
    readonly waiting: WaitingWay
    /** Where those who wait overflow to. */
    readonly overflowTo: QueueId | null
    readonly talking: TalkingWay
    readonly reason: StopgapReason
    /** What customers are told. */
    readonly announcementId: ContentId | null
  }
  endEmergency: { readonly emergencyId: EmergencyId }
  enterAbsence: {
    readonly absenceId: AbsenceId
    readonly agentId: AgentId
    readonly from: Instant
    readonly to: Instant
    readonly reason: AbsenceReason
  }
  removeAbsence: { readonly absenceId: AbsenceId; readonly agentId: AgentId }
  extendPlan: { readonly version: number; readonly times: CompiledTimes }
  resumeRouter: { readonly outageMs: number }
  loseProcess: { readonly processId: ProcessId }
  connectAgent: { readonly agentId: AgentId; readonly connectionId: ConnectionId; readonly processId: ProcessId }
  disconnectAgent: { readonly agentId: AgentId; readonly connectionId: ConnectionId }
  setPresence: { readonly agentId: AgentId; readonly stateId: PresenceStateId }
  /** What they will be in once they are done; null takes it back. */
  planPresence: { readonly agentId: AgentId; readonly stateId: PresenceStateId | null }
  closeChannels: { readonly agentId: AgentId; readonly closedTo: readonly Channel[] }
  lendAgent: {
    readonly loanId: LoanId
    readonly agentId: AgentId
    readonly queueId: QueueId
    readonly until: Instant
  }
  endLoan: { readonly loanId: LoanId }
  grantSkill: {
    readonly grantId: GrantId
    readonly agentId: AgentId
    readonly skillId: SkillId
    /** 1 to 5. */
    readonly level: number
    readonly until: Instant
  }
  endGrant: { readonly grantId: GrantId }
  beginInteraction: {
    readonly interactionId: InteractionId
    readonly channel: Channel
    readonly customerId: CustomerId
    readonly lineId: LineId
    /** The customer's number, of a call. */
    readonly addressId?: AddressId | null
    readonly queueId: QueueId
    /** The customer's connection, where it stands already. */
    readonly connection: { readonly id: ConnectionId; readonly processId: ProcessId } | null
    readonly contentId: ContentId | null
    /** Where the queue is closed: what is said is left as a message that waits for the opening. */
    readonly leaveMessage?: boolean
    /** What it asks for beside what the queue asks for. */
    readonly requirements?: readonly Requirement[]
    /** 1 to 10, in place of the queue's. */
    readonly priority?: number | null
    /** So many times as long the customer is waited for, 1 to 10; left out: once. */
    readonly patience?: number
  }
  connectCustomer: {
    readonly interactionId: InteractionId
    readonly connectionId: ConnectionId
    readonly processId: ProcessId
  }
  disconnectCustomer: { readonly interactionId: InteractionId; readonly connectionId: ConnectionId }
  leaveInteraction: { readonly interactionId: InteractionId }
  /** By an agent of their own accord: a call, or a text with these first words, in the name of a queue. */
  reachOut: {
    readonly agentId: AgentId
    readonly interactionId: InteractionId
    readonly channel: Channel
    readonly customerId: CustomerId
    readonly addressId: AddressId
    readonly lineId: LineId
    readonly queueId: QueueId
    /** The first words of a text; null of a call. */
    readonly contentId: ContentId | null
  }
  /** By the agent who has it: a call goes out to its customer, or rings no longer. */
  dialCustomer: { readonly agentId: AgentId; readonly interactionId: InteractionId }
  stopDialling: { readonly agentId: AgentId; readonly interactionId: InteractionId }
  /** By the carrier: why the call of this number was not answered. */
  reportDial: {
    readonly interactionId: InteractionId
    readonly number: number
    readonly end: Exclude<DialEnd, 'noAnswer' | 'stopped'>
  }
  /** By a caller who waits: to be called at their turn, at these times: from, to, from, to … */
  askCallback: {
    readonly interactionId: InteractionId
    readonly callable: readonly Instant[]
    /** To be texted once the last call was not answered; left out: nothing is. */
    readonly notReached?: TextToBe | null
  }
  cancelCallback: { readonly interactionId: InteractionId }
  /** By a caller who waits: this message instead of waiting. */
  leaveMessage: { readonly interactionId: InteractionId; readonly contentId: ContentId }
  /** The customer of a call does not want to be recorded. */
  refuseRecording: { readonly interactionId: InteractionId }
  answerOffer: { readonly agentId: AgentId; readonly offerId: OfferId; readonly interactionId: InteractionId }
  declineOffer: {
    readonly agentId: AgentId
    readonly offerId: OfferId
    readonly interactionId: InteractionId
    readonly reason: DeclineReasonId
  }
  /** From an open list, by the agent who will do it. */
  takeInteraction: { readonly agentId: AgentId; readonly interactionId: InteractionId }
  /** By an agent who has the same customer already: what waits of theirs is for that agent alone, as soon as there is room. */
  joinWaiting: { readonly agentId: AgentId; readonly interactionId: InteractionId }
  /** By a supervisor, to an agent of their choice. */
  assignInteraction: { readonly agentId: AgentId; readonly interactionId: InteractionId }
  /** By a supervisor, to another queue. */
  moveInteraction: { readonly interactionId: InteractionId; readonly queueId: QueueId }
  /** By the agent who has it: to a queue, or to one agent. */
  transferInteraction: {
    readonly agentId: AgentId
    readonly interactionId: InteractionId
    readonly to: { readonly queueId: QueueId } | { readonly agentId: AgentId }
    /** What the next agent should know. */
    readonly noteContentId: ContentId | null
  }
  /** A text to a line's number: it goes on with the thread of the two, or begins one. */
  receiveText: {
    /** Of the thread, where one begins. */
    readonly interactionId: InteractionId
    readonly customerId: CustomerId
    readonly addressId: AddressId
    readonly lineId: LineId
    readonly contentId: ContentId
    /** What goes back where it begins a thread while nobody answers; left out: nothing. */
    readonly closedAnswerId?: ContentId | null
    /** Of the thread, where one begins: as of what is begun otherwise. */
    readonly requirements?: readonly Requirement[]
    readonly patience?: number
  }
  /** What became of a text that the centre sent. */
  reportText: { readonly interactionId: InteractionId; readonly number: number; readonly state: TextState }
  sendMessage: {
    readonly interactionId: InteractionId
    readonly agentId: AgentId | null
    readonly contentId: ContentId
    /** In a call, by its agent: the text line by which it goes out to the caller. */
    readonly textLineId?: LineId | null
  }
  receiveMessages: {
    readonly interactionId: InteractionId
    readonly agentId: AgentId | null
    readonly delivered: number
    readonly seen: number
  }
  /** The customer of a call hears music, and the agent nothing of them; or that is over. */
  holdCall: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly held: boolean }
  /** In a call: a colleague is asked. */
  consult: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly colleagueId: AgentId }
  /** By the colleague. */
  answerConsult: { readonly agentId: AgentId; readonly interactionId: InteractionId }
  declineConsult: { readonly agentId: AgentId; readonly interactionId: InteractionId }
  /** By the agent: the colleague talks to the customer as well, is sent off, or takes the call over. */
  joinGuest: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly personId: PersonId }
  dismissGuest: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly personId: PersonId }
  handOver: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly personId: PersonId }
  /** By a supervisor for themself. */
  attendCall: {
    readonly interactionId: InteractionId
    readonly personId: PersonId
    readonly way: AttendingWay
    /** The web process that their page is open to. */
    readonly processId: ProcessId
  }
  leaveCall: { readonly interactionId: InteractionId; readonly personId: PersonId }
  askForHelp: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly wanted: boolean }
  /** Who has it, or is offered it, says which customer it is. */
  identifyCustomer: {
    readonly agentId: AgentId
    readonly interactionId: InteractionId
    readonly customerId: CustomerId
  }
  /** With these words in a chat or a text; null in a call, where the agent has said it. */
  warnCustomer: {
    readonly agentId: AgentId
    readonly interactionId: InteractionId
    readonly contentId: ContentId | null
  }
  endForAbuse: {
    readonly agentId: AgentId
    readonly interactionId: InteractionId
    readonly reason: AbuseReason
    /** A supervisor is asked to block the customer. */
    readonly block: boolean
  }
  askForBlock: { readonly agentId: AgentId; readonly interactionId: InteractionId }
  /** By a supervisor. */
  blockCustomer: {
    readonly blockId: BlockId
    readonly customerId: CustomerId
    readonly addressId: AddressId | null
    /** In which an agent has asked for it; null: of their own accord. */
    readonly interactionId: InteractionId | null
    readonly until: Instant
  }
  /** By a supervisor: who was known as one customer turned out to be another. */
  mergeCustomer: { readonly customerId: CustomerId; readonly intoId: CustomerId }
  /** By a supervisor: who had been merged is one of their own again, and gets back what is theirs. */
  splitCustomer: {
    readonly customerId: CustomerId
    readonly fromId: CustomerId
    /** The customer, and whoever had turned out to be them. */
    readonly familyIds: readonly CustomerId[]
    /** Their numbers and addresses. */
    readonly addressIds: readonly AddressId[]
    /** Their conversations, of those that run, and in which a block was asked for. */
    readonly interactionIds: readonly InteractionId[]
  }
  refuseBlock: { readonly interactionId: InteractionId }
  endBlock: { readonly blockId: BlockId }
  endInteraction: { readonly agentId: AgentId; readonly interactionId: InteractionId }
  saveWrapUp: {
    readonly agentId: AgentId
    readonly interactionId: InteractionId
    readonly dispositionId: DispositionId | null
    readonly mood?: Mood | null
    readonly notesContentId: ContentId | null
  }
  extendWrapUp: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly seconds: number }
  /** By the router: takes out what threw when it fell due. */
  quarantine: Deadline
  finishWrapUp: { readonly agentId: AgentId; readonly interactionId: InteractionId }
}

export type CommandType = keyof CommandBodies

/** Who asks: a person of the centre, the customer of one interaction, or the program itself. */
export interface Actor {
  readonly kind: 'person' | 'customer' | 'system'
  /** A person's id; for a customer the interaction's id; for the system a process's name. */
  readonly id: string
}

/** A command in its envelope. Unique by (actor, id): a second copy gets the first one's answer. */
export type Command<T extends CommandType = CommandType> = {
  [K in T]: {
    readonly id: string
    readonly type: K
    readonly v: 1
    readonly actor: Actor
    /** The person in whose name the actor acts, if not their own. */
    readonly onBehalfOf: PersonId | null
    readonly reason: string | null
    readonly correlation: string | null
    readonly body: CommandBodies[K]
  }
}[T]

/** Why a command changes nothing: a code and what it is about. Sentences are made from these where they are shown. */
export interface Refusal {
  readonly code: RefusalCode
  readonly params: Readonly<Record<string, string | number>>
}

export type RefusalCode =
  | 'notAllowed'
  | 'noPlan'
  | 'planNotNewer'
  | 'planNotRunning'
  | 'unknownAgent'
  | 'unknownInteraction'
  | 'unknownQueue'
  | 'unknownLine'
  | 'unknownPresenceState'
  | 'unknownDisposition'
  | 'dispositionMissing'
  | 'lineClosed'
  | 'unknownDeclineReason'
  | 'presenceNotChoosable'
  | 'presenceNotForTeam'
  | 'stillCarrying'
  | 'queueNotOnLine'
  | 'queueInPreparation'
  | 'queueTakesNothingNew'
  | 'queueRetired'
  | 'queueClosed'
  | 'unknownStopgap'
  | 'stopgapTime'
  | 'stopgapIdle'
  | 'queueInEmergency'
  | 'unknownSite'
  | 'unknownEmergency'
  | 'emergencyIdle'
  | 'unknownAbsence'
  | 'absenceTime'
  | 'absenceNotOwn'
  | 'interactionExists'
  | 'interactionOver'
  | 'notConnected'
  | 'offerOver'
  | 'notYourInteraction'
  | 'notInWrapUp'
  | 'notWaiting'
  | 'notOnList'
  | 'notTheirCustomer'
  | 'agentCannot'
  | 'sameQueue'
  | 'queueFull'
  | 'toSelf'
  | 'wrapUpTooLong'
  | 'loanTime'
  | 'loanIdle'
  | 'unknownLoan'
  | 'grantLevel'
  | 'unknownGrant'
  | 'leadsNowhere'
  | 'notACall'
  | 'noTextLine'
  | 'askedAlready'
  | 'notInCall'
  | 'noCallback'
  | 'noVoicemail'
  | 'notCallable'
  | 'ringing'
  | 'onCall'
  | 'threadAlive'
  | 'customerBlocked'
  | 'blockedCustomer'
  | 'blockTime'
  | 'blockSettled'
  | 'unknownBlock'

export const refuse = (code: RefusalCode, params: Refusal['params'] = {}): Refusal => ({ code, params })

export type Decision = Refusal | Event[]
export const isRefusal = (decision: Decision | object): decision is Refusal => 'code' in decision
