import type { CallParties, Guest } from '../../calls/index.ts'
import type { QueueFigures } from '../../figures/index.ts'
import {
  isCall,
  type AbsenceId,
  type AbsenceReason,
  type AddressId,
  type AgentId,
  type BlockId,
  type Channel,
  type ConnectionId,
  type ContentId,
  type CustomerId,
  type DeclineReasonId,
  type DispositionId,
  type EmergencyId,
  type EmergencyScope,
  type GrantId,
  type Instant,
  type InteractionId,
  type LineId,
  type LoanId,
  type Mood,
  type OfferId,
  type PersonId,
  type PresenceStateId,
  type ProcessId,
  type QueueId,
  type SiteId,
  type SkillId,
  type StopgapId,
  type StopgapKind,
  type StopgapReason,
  type TalkingWay,
  type VisitId,
  type WaitingWay,
} from '../../plan/index.ts'
import type { Requirement } from '../../skills/index.ts'

export type OfferEnd = 'answered' | 'declined' | 'missed' | 'withdrawn'
export type WithdrawalReason =
  'customerLeft' | 'connectionLost' | 'agentAway' | 'agentGone' | 'queueClosed' | 'moved' | 'quietHours'

/** Who chose the agent: the match, the agent (from an open list), or a supervisor. */
export type OfferCause = 'match' | 'taken' | 'assigned'

/** While it lasts only this agent is offered the interaction, in reach or not. */
export interface Preferred {
  readonly agentId: AgentId
  until: Instant
}

export interface Offer {
  readonly id: OfferId
  readonly agentId: AgentId
  readonly cause: OfferCause
  readonly offeredAt: Instant
  dueAt: Instant
  end: OfferEnd | null
  endedAt: Instant | null
  /** Why it was declined (a decline reason of the plan) or withdrawn. */
  reason: DeclineReasonId | WithdrawalReason | null
}

/** A change made live to when a queue is open, with a reason and an end; it survives publishing. */
export interface Stopgap {
  readonly id: StopgapId
  readonly queueId: QueueId
  readonly kind: StopgapKind
  readonly from: Instant
  /** When it ends, or was ended. */
  until: Instant
  readonly reason: StopgapReason
  /** The same in words of who laid it. */
  readonly wordsId: ContentId | null
  readonly by: PersonId | null
}

/** What an emergency closing closes, and what becomes of whom. */
export interface EmergencyTerms {
  readonly scope: EmergencyScope
  readonly siteId: SiteId | null
  readonly queueIds: readonly QueueId[]
  readonly waiting: WaitingWay
  readonly overflowTo: QueueId | null
  readonly talking: TalkingWay
  /** Who is set to Evacuated, and the presence that they get back. */
  readonly evacuated: readonly { readonly agentId: AgentId; readonly stateId: PresenceStateId }[]
  readonly reason: StopgapReason
  readonly announcementId: ContentId | null
  readonly by: PersonId | null
}

/** Queues closed in an emergency until they are opened again, over hours and stopgaps. */
export interface Emergency extends EmergencyTerms {
  readonly id: EmergencyId
  readonly from: Instant
  /** When it ended; null while it lasts. */
  to: Instant | null
}

/** A planned time away. */
export interface Absence {
  readonly id: AbsenceId
  readonly agentId: AgentId
  readonly from: Instant
  readonly to: Instant
  readonly reason: AbsenceReason
  readonly by: PersonId | null
}

/** A person lent to a queue for a while: offered from the beginning of each wait. */
export interface Loan {
  readonly id: LoanId
  readonly agentId: AgentId
  readonly queueId: QueueId
  readonly from: Instant
  readonly until: Instant
  readonly by: PersonId | null
}

/** A skill that somebody has for a while, at this level whatever they have otherwise. */
export interface Grant {
  readonly id: GrantId
  readonly agentId: AgentId
  readonly skillId: SkillId
  readonly level: number
  readonly from: Instant
  readonly until: Instant
  readonly by: PersonId | null
}

/** One stay in a queue. */
export interface Visit {
  readonly id: VisitId
  readonly queueId: QueueId
  /** Of a message left while the queue was closed: when it opened. */
  enteredAt: Instant
  /** What of `servedWait` was waited before this visit. */
  readonly waitedBeforeMs: number
  /** It began while the queue was closed, which has not opened since: nobody is offered it until then. */
  awaitsOpening: boolean
  readonly estimatedWaitSeconds: number | null
  preferred: Preferred | null
  /** The last of the queue's steps that its wait has reached: who is in reach, and what is asked for. */
  step: number
  /** Its end counts in the queue's figures; not where it has been counted already, or is no visit of a customer's. */
  counts: boolean
  /** It has waited for the longest that its queue lets anybody wait. */
  overdue: boolean
  offers: Offer[]
  /** Agents who declined or missed it in this round. */
  tried: AgentId[]
  /** Set while a round has ended and the next has not begun. */
  retryDueAt: Instant | null
  refusals: number
}

export interface Participation {
  readonly personId: PersonId
  readonly role: 'agent'
  readonly leg: 'talk' | 'wrapUp'
  readonly from: Instant
  to: Instant | null
}

/** What one side has of the other's messages, as counts: the first `seen` of them are seen. */
export interface Receipt {
  delivered: number
  seen: number
}

export type Side = 'customer' | 'agent'

/** How far a text that the centre sent has come: waiting to be handed over, with the carrier, there, or not to be had there. */
export type TextState = 'queued' | 'sent' | 'delivered' | 'failed'
export type Phase = 'waiting' | 'offered' | 'connected' | 'resting' | 'wrapUp'

/**
 * One contact. It waits in a visit, is offered, and either goes back to waiting or is connected; where the customer falls
 * silent it rests with nobody, until they write again or it is over; then wrap-up, then it
 * leaves the state for good: what remains of it is its record.
 */
export interface Interaction {
  readonly id: InteractionId
  readonly channel: Channel
  customerId: CustomerId
  readonly lineId: LineId
  /** The customer's number, of one who texts; null where the channel has none. */
  readonly addressId: AddressId | null
  readonly arrivedAt: Instant
  readonly test: boolean
  /** What it asks for beside what its queue asks for, each skill once. */
  readonly requirements: readonly Requirement[]
  /** Its own; null: that of its queue. A transfer may give it another. */
  priority: number | null
  /** So many times as long its customer is waited for: until they are asked, it rests, is over, or they count as gone. */
  readonly patience: number
  /** It waits even where nobody is at the customer's end. */
  readonly leftMessage: boolean
  /** Its customer was cut off in a call before, and has come back. */
  readonly back: boolean
  /** Its agent began it. */
  readonly outgoing: boolean
  /** Of a call: nobody need be at the customer's end, who is to be called. */
  toCall: boolean
  callback: Callback | null
  /** The call that goes out now, and how many did before it. */
  dial: Dial | null
  dials: number
  /** How the last of them ended that was not answered. */
  lastDial: DialEnd | null
  /** The last transfer: by whom, and what they left for the next. */
  handover: { readonly agentId: AgentId; readonly at: Instant; readonly noteContentId: ContentId | null } | null
  phase: Phase
  visits: Visit[]
  participations: Participation[]
  connections: Connection[]
  /** When nobody is at the customer's end: the instant at which a waiting one counts as abandoned. */
  customerGraceDueAt: Instant | null
  wrapUpDueAt: Instant | null
  dispositionId: DispositionId | null
  mood: Mood | null
  notesContentId: ContentId | null
  messages: number
  receipts: Record<Side, Receipt>
  /** Of a call: since when its customer is on hold; null: they are not. */
  heldSince: Instant | null
  /** Who takes part in a call beside its agent; one colleague at most. */
  guests: Guest[]
  /** Its customer does not want to be recorded. */
  recordingRefused: boolean
  /** How often its customer was warned that it will be ended for abuse. */
  warnings: number
  /** Since when its agent has wanted a supervisor. */
  helpSince: Instant | null
  /** Of the centre's texts, by the message's number. */
  texts: Record<number, TextState>
  /** Since when the customer's silence is counted: the agent's last word, or a plan by which it would be over. */
  silentSince: Instant
  /** The silent customer has been asked whether they are still there. */
  asked: boolean
  /** When a resting one is over. */
  restDueAt: Instant | null
  /** Who owes the next word, and since when. */
  turn: { side: Side; since: Instant }
}

/** A call that ended since nothing more came from its customer. */
export interface CutOff {
  readonly addressId: AddressId
  readonly agentId: AgentId
  readonly at: Instant
}

/** A customer, and whoever comes from the number, is kept out for a while. */
export interface Block {
  readonly id: BlockId
  readonly customerId: CustomerId
  /** Whom it was laid on, where they turned out to be somebody else since. */
  readonly laidOn?: CustomerId
  readonly addressId: AddressId | null
  /** The interaction in which an agent had asked for it; null: a supervisor's own. */
  readonly askedIn: InteractionId | null
  readonly from: Instant
  readonly until: Instant
  readonly by: PersonId | null
}

/** An agent asks that a customer be blocked; a supervisor has not said yet. */
export interface BlockRequest {
  readonly interactionId: InteractionId
  readonly agentId: AgentId
  readonly customerId: CustomerId
  readonly addressId: AddressId | null
  readonly at: Instant
}

/** A call that goes out and has not been answered. */
export interface Dial {
  readonly agentId: AgentId
  /** 1 for the first that goes out in the interaction. */
  readonly number: number
  readonly since: Instant
  dueAt: Instant
}

/** Why a call that went out was not answered. `stopped`: the agent has hung up. */
export type DialEnd = 'noAnswer' | 'busy' | 'refused' | 'unreachable' | 'stopped'

/** What is texted to a customer of the centre's own accord: the words, and the line they go out by. */
export interface TextToBe {
  readonly contentId: ContentId
  readonly textLineId: LineId
}

/** The customer keeps their place without staying on the line, and is called at their turn. */
export interface Callback {
  readonly askedAt: Instant
  /** How many calls went out for it and were not answered. */
  tries: number
  /** When they may be called, as instants in order: from, to, from, to … */
  readonly callable: readonly Instant[]
  /** Nobody is offered it before. */
  putOffUntil: Instant | null
  /** Sent once the last call was not answered; null: nothing is. */
  readonly notReached: TextToBe | null
}

/** Somebody's open page, and the web process that it is open to. */
export interface Connection {
  readonly id: ConnectionId
  readonly processId: ProcessId
}

export interface Agent {
  readonly id: AgentId
  stateId: PresenceStateId
  stateSince: Instant
  /** When they last answered, or were last done with something. */
  lastAtWork: Instant
  /** When each channel last began to be admitted. */
  admittedSince: Partial<Record<Channel, Instant>>
  /** After a conversation that was ended for abuse: what they were in, and when they are in it again. */
  recovery: { readonly stateId: PresenceStateId; readonly until: Instant } | null
  /** What they will be in once they carry nothing more; null: nothing is planned. */
  afterStateId: PresenceStateId | null
  /** Channels of which they take nothing new for now. */
  closedTo: Channel[]
  connections: Connection[]
  /** When the last connection is lost: the instant at which their work is requeued. */
  graceDueAt: Instant | null
  offerId: OfferId | null
  /** Offered, connected and in wrap-up, in the order in which they came. */
  carried: InteractionId[]
  /** Their shift covers now, and no absence does. */
  onShift: boolean
  today: { answered: number; handled: number; handleSumMs: number }
}

export interface QueueDay {
  readonly id: QueueId
  open: boolean
  figures: QueueFigures
  recentHandleMs: number | null
  /** Whom it made its last offer to: a queue that offers in turn goes on from there. */
  lastOffered: AgentId | null
}

/** It ends where nobody is at the customer's end for longer than the grace: while it waits, and a call also in conversation. */
export const endsUnattended = ({
  phase,
  channel,
  toCall,
}: Pick<Interaction, 'phase' | 'channel' | 'toCall'>): boolean =>
  !toCall && (isUnanswered({ phase }) || (phase === 'connected' && isCall(channel)))

/** It waits for an answer, offered or not. */
export const isUnanswered = ({ phase }: Pick<Interaction, 'phase'>): boolean =>
  phase === 'waiting' || phase === 'offered'

/** A callback that nobody is offered for now. */
export const isPutOff = ({ callback }: Pick<Interaction, 'callback'>): boolean => callback?.putOffUntil != null

/** The n-th visit of an interaction, from 1. */
export const visitId = (interactionId: InteractionId, number: number): VisitId =>
  `${interactionId}.v${number}` as VisitId

/** The n-th offer of a visit, from 1. */
export const offerId = ({ id }: Pick<Visit, 'id'>, number: number): OfferId => `${id}.o${number}` as OfferId

/** The visit in which the interaction is or last was. */
export function visitOf(interaction: Interaction): Visit {
  const visit = interaction.visits.at(-1)
  if (visit === undefined) throw new Error(`interaction ${interaction.id} has no visit`)
  return visit
}

/** The offer that is out, if one is. */
export function openOffer(interaction: Interaction): Offer | null {
  const offer = visitOf(interaction).offers.at(-1)
  return offer !== undefined && offer.end === null ? offer : null
}

/** The agents who take part now, whether talking or in wrap-up. */
export const atWork = (interaction: Interaction): Participation[] =>
  interaction.participations.filter((participation) => participation.to === null)

/** Who is in a call, as who hears whom goes by it. */
export const partiesOf = (interaction: Interaction): CallParties => ({
  agentId: atWork(interaction)[0]?.personId ?? null,
  heldSince: interaction.heldSince,
  guests: interaction.guests,
})

/** Three refusals make an interaction stuck: it goes on being offered, and supervisors see it. */
export const isStuck = (interaction: Interaction): boolean =>
  interaction.visits.reduce((sum, visit) => sum + visit.refusals, 0) >= 3
