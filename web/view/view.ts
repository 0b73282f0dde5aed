// What a browser holds of the centre: as much as its person may see. Made on the server, kept current by changes, read
// by the screens. All instants are the centre's milliseconds.
import type { Guest } from '@eudromos/core/calls'
import type { QueueFigures } from '@eudromos/core/figures'
import type {
  Channel,
  Mood,
  PlanDocument,
  PresenceState,
  Queue,
  Role,
  SelectionMethod,
  StateLook,
  AddressId,
  AgentId,
  ContentId,
  CustomerId,
  DispositionId,
  EmergencyId,
  InteractionId,
  QueueId,
  ScriptId,
  ShiftId,
  SiteId,
  SkillId,
  TeamId,
  HoursId,
  LineId,
  OfferId,
  PersonId,
  PresenceStateId,
} from '@eudromos/core/plan'
import type {
  Absence,
  DialEnd,
  Emergency,
  Grant,
  Loan,
  Phase,
  Receipt,
  Side,
  Stopgap,
  TextState,
} from '@eudromos/core/routing'

export interface AttachmentView {
  readonly fileName: string
  readonly mediaType: string
  readonly sizeBytes: number
}

export interface MessageView {
  readonly number: number
  readonly side: Side
  readonly at: number
  readonly text: string
  /** Of an email; null: as the one before it, or none. */
  readonly subject: string | null
  readonly contentId: ContentId
  readonly attachment: AttachmentView | null
}

export interface PersonView {
  readonly id: PersonId
  readonly name: string
  readonly simulated: boolean
  readonly roles: readonly Role[]
  readonly stateId: PresenceStateId
  readonly stateSince: number
  readonly idleSince: number
  readonly connected: boolean
  readonly slots: number
  /** What fills each slot taken, in order: one that takes two slots is there twice. */
  readonly carried: readonly { readonly id: InteractionId; readonly phase: Phase }[]
  /** Channels of which one more fits beside what they have. */
  readonly roomFor: readonly Channel[]
  readonly queueIds: readonly QueueId[]
  readonly answeredToday: number
  readonly averageHandleMs: number | null
  readonly siteId: SiteId | null
  readonly shiftId: ShiftId | null
  readonly teamId: TeamId | null
  readonly onShift: boolean
  /** With those they have for a while. */
  readonly skills: readonly { readonly skillId: SkillId; readonly level: number }[]
  /** What they have planned to be in once they are done. */
  readonly afterStateId: PresenceStateId | null
  /** They have ended a conversation for abuse, and are offered nothing before. */
  readonly recoverUntil: number | null
  /** Channels of which they take nothing new for now. */
  readonly closedTo: readonly Channel[]
  /** Queues they are lent to, and skills they have for a while. */
  readonly loans: readonly LoanView[]
  readonly grants: readonly GrantView[]
  /** Of now and later. */
  readonly absences: readonly AbsenceView[]
}

export type LoanView = Pick<Loan, 'id' | 'queueId' | 'until'> & { readonly byName: string | null }
export type GrantView = Pick<Grant, 'id' | 'skillId' | 'level' | 'until'> & { readonly byName: string | null }

export type AbsenceView = Pick<Absence, 'id' | 'from' | 'to' | 'reason'>

/** How long somebody has waited: counted on from an instant, or standing still while the queue is closed. */
export type WaitView = { readonly since: number } | { readonly stoppedMs: number }

export const waitMsAt = (wait: WaitView, now: number): number =>
  Math.max(0, 'since' in wait ? now - wait.since : wait.stoppedMs)

export interface QueueView {
  readonly id: QueueId
  readonly figures: QueueFigures
  readonly waiting: number
  readonly oldestWait: WaitView | null
  readonly open: boolean
  /** When it opens or closes next; null where it never does. */
  readonly changesAt: number | null
  /** How many have left a message and wait for it to open. */
  readonly messages: number
  /** What was made of it live for a while, over its hours. */
  readonly stopgap:
    | (Pick<Stopgap, 'id' | 'kind' | 'from' | 'until' | 'reason'> & {
        readonly words: string | null
        readonly byName: string | null
      })
    | null
  /** The emergency that keeps it closed. */
  readonly emergencyId: EmergencyId | null
  /**
   * People who are there for it; those who could be offered what waits there now (with nothing waiting: what its lines
   * bring), how many of these serve other queues too; those in wrap-up; the others. And the next eight by their ids.
   */
  readonly present: number
  /** How many of them are of private teams that the viewer does not see. */
  readonly hidden: number
  readonly free: number
  readonly shared: number
  readonly soon: number
  readonly busy: number
  readonly nextIds: readonly PersonId[]
}

export interface InteractionView {
  readonly id: InteractionId
  readonly channel: Channel
  readonly customerId: CustomerId
  readonly customerName: string
  /** Of a call or text: the customer's number in E.164, the line's, and whether the customer wants no texts by `textLineId`. */
  readonly numbers: { readonly customer: string; readonly line: string | null; readonly stopped: boolean } | null
  /** The line by which the customer is texted; null: there is none. */
  readonly textLineId: LineId | null
  /** What became of the centre's texts, by the message's number. */
  readonly texts: Readonly<Record<number, TextState>>
  readonly queueId: QueueId
  readonly phase: Phase
  readonly test: boolean
  readonly arrivedAt: number
  readonly wait: WaitView
  /** In this queue alone, as the day's figures count it; null where they do not. */
  readonly visitWait: WaitView | null
  /** It is a message that waits for its queue to open. */
  readonly awaitsOpening: boolean
  /** Its customer was cut off in a call before, and has come back. */
  readonly back: boolean
  /** Its agent began it. */
  readonly outgoing: boolean
  /** Of a call: nobody need be at the customer's end, who is to be called; how it came to that. */
  readonly toCall: 'callback' | 'voicemail' | 'outgoing' | null
  /** When one who is to be called back can be called again; null: now. */
  readonly putOffUntil: number | null
  /** The call that goes out now. */
  readonly ringing: { readonly since: number; readonly dueAt: number } | null
  /** How the last one ended that went out, and how many did. */
  readonly lastDial: DialEnd | null
  readonly dials: number
  readonly stuck: boolean
  readonly offer: {
    readonly id: OfferId
    readonly agentId: AgentId
    readonly at: number
    readonly dueAt: number
  } | null
  readonly agentId: AgentId | null
  readonly agentName: string | null
  readonly connectedAt: number | null
  /** Of a call: since when the customer is on hold. */
  readonly heldSince: number | null
  /** Of a call: who takes part beside its agent, or is asked to. */
  readonly guests: readonly (Omit<Guest, 'processId'> & { readonly name: string })[]
  /** Since when its agent has wanted a supervisor. */
  readonly helpSince: number | null
  /** How often its customer was warned of being abusive, and whether its agent wants them blocked. */
  readonly warnings: number
  readonly blockAsked: boolean
  /** Of a call: its customer does not want to be recorded. */
  readonly recordingRefused: boolean
  /** The silent customer has been asked whether they are still there. */
  readonly asked: boolean
  /** The last transfer: who passed it on, and what they left to know. */
  readonly handover: { readonly byName: string; readonly at: number; readonly note: string | null } | null
  /** Whom it waits for alone. */
  readonly preferredAgentId: PersonId | null
  readonly customerHere: boolean
  readonly wrapUp: { readonly since: number; readonly dueAt: number } | null
  readonly dispositionId: DispositionId | null
  readonly mood: Mood | null
  /** What its line says: what those speak who come in by it, and what it marks them with. */
  readonly language: string | null
  readonly tags: readonly string[]
  readonly turn: { readonly side: Side; readonly since: number }
  readonly receipts: Readonly<Record<Side, Receipt>>
}

export interface PlanView {
  readonly version: number
  readonly centreName: string
  readonly zone: string
  readonly defaultTargetSeconds: number
  readonly missedStateId: PresenceStateId
  readonly presenceStates: readonly (PresenceState & StateLook & { readonly name: string })[]
  readonly declineReasons: PlanDocument['declineReasons']
  readonly dispositions: PlanDocument['dispositions']
  readonly templates: PlanDocument['templates']
  readonly queues: readonly {
    readonly id: QueueId
    readonly name: string
    readonly service: PlanDocument['queues'][number]['service']
    readonly target: PlanDocument['queues'][number]['target']
    readonly agentIds: readonly AgentId[]
    readonly selection: PlanDocument['queues'][number]['selection']
    /** What its conversations can have come to; none named: whatever the centre has. */
    readonly dispositionIds: readonly DispositionId[]
    readonly dispositionRequired: boolean
    readonly recording: PlanDocument['queues'][number]['recording']
    readonly scriptId: ScriptId | null
    /** Something is asked before anything of its customers is shown. */
    readonly identityCheck: boolean
    /** What it asks for as one arrives. */
    readonly requirements: Queue['requirements']
    /** The name of its opening hours; null: always open. */
    readonly hours: { readonly id: HoursId; readonly name: string } | null
  }[]
  readonly sites: readonly { readonly id: SiteId; readonly name: string; readonly zone: string }[]
  readonly skills: readonly { readonly id: SkillId; readonly name: string }[]
  readonly teams: readonly { readonly id: TeamId; readonly name: string; readonly parentId: TeamId | null }[]
  readonly longestWrapUpSeconds: number
  /** What abusive customers are told, and how long and in which state an agent recovers. */
  readonly abuseWarning: string
  readonly customerFields: PlanDocument['centre']['customerFields']
  readonly recoverStateId: PresenceStateId | null
  readonly recoverMinutes: number
  readonly evacuatedStateId: PresenceStateId
  readonly ownAbsences: boolean
  /** By which customers can reach the centre now. */
  readonly channels: readonly Channel[]
}

/** Which of the centre's channels come to one in this state, but for those they have closed. */
export const openChannels = (
  plan: Pick<PlanView, 'channels' | 'presenceStates'> | null,
  stateId: PresenceStateId,
  closedTo: readonly Channel[] = [],
): Channel[] => {
  const admits = plan?.presenceStates.find(({ id }) => id === stateId)?.admits ?? []
  return (plan?.channels ?? []).filter((channel) => admits.includes(channel) && !closedTo.includes(channel))
}

/** An emergency closing that lasts. */
export interface EmergencyView extends Omit<Emergency, 'by' | 'to' | 'announcementId' | 'evacuated'> {
  readonly siteName: string | null
  readonly evacuatedIds: readonly PersonId[]
  /** What customers are told; null where nothing is. */
  readonly announcement: string | null
  readonly byName: string | null
}

/** An agent wants a customer blocked. */
export interface BlockRequestView {
  readonly interactionId: InteractionId
  readonly agentName: string
  readonly customerId: CustomerId
  readonly customerName: string
  readonly addressId: AddressId | null
  readonly at: number
}

export interface View {
  readonly seq: number
  readonly at: number
  readonly scope: 'live' | 'seat'
  /** At the seat: whose it is. */
  readonly agentId: AgentId | null
  readonly plan: PlanView | null
  /** At the seat: those that touch it. */
  readonly emergencies: readonly EmergencyView[]
  /** None at a seat. */
  readonly blockRequests: readonly BlockRequestView[]
  /** What a fault of the program took out; of a seat nothing. */
  readonly quarantined: readonly QuarantinedView[]
  readonly people: Readonly<Record<string, PersonView>>
  readonly queues: Readonly<Record<string, QueueView>>
  readonly interactions: Readonly<Record<string, InteractionView>>
  readonly messages: Readonly<Record<string, readonly MessageView[]>>
}

/** An interaction, or something that was due, that a fault of the program took out. */
export interface QuarantinedView {
  readonly id: string
  readonly at: number
  /** Null where it was no interaction but something due; `kind` says what. */
  readonly interaction: { readonly queueName: string; readonly customerName: string } | null
  readonly kind: string
}

/**
 * What is different after `seq`: what is new whole, of what is known the fields that are others; null stands for what is gone.
 * Messages are added to those there are.
 */
export interface ViewChange extends Partial<Pick<View, 'plan' | 'emergencies' | 'blockRequests' | 'quarantined'>> {
  readonly seq: number
  readonly at: number
  readonly people: Readonly<Record<string, Partial<PersonView> | null>>
  readonly queues: Readonly<Record<string, Partial<QueueView> | null>>
  readonly interactions: Readonly<Record<string, Partial<InteractionView> | null>>
  readonly messages: Readonly<Record<string, readonly MessageView[]>>
}

/** What is there after each of these; the same object where none changes anything. */
export function merged<T extends object>(
  before: Readonly<Record<string, T>>,
  parts: readonly Readonly<Record<string, Partial<T> | null>>[],
): Readonly<Record<string, T>> {
  if (parts.every((part) => Object.keys(part).length === 0)) return before
  // By way of a map it took more than twice as long, every second.
  const after: Record<string, T> = { ...before }
  for (const part of parts)
    for (const [id, one] of Object.entries(part))
      if (one === null) Reflect.deleteProperty(after, id)
      // What is not known yet is told whole.
      else after[id] = { ...after[id], ...one } as T
  return after
}

/** Messages of what is gone go; others are added to those there are. */
function messagesAfter(before: View['messages'], changes: readonly ViewChange[]): View['messages'] {
  const touches = ({ messages, interactions }: ViewChange): boolean =>
    Object.keys(messages).length > 0 || Object.values(interactions).includes(null)
  if (!changes.some(touches)) return before
  const after = new Map(Object.entries(before))
  for (const { interactions, messages } of changes) {
    for (const [id, one] of Object.entries(interactions)) if (one === null) after.delete(id)
    for (const [id, added] of Object.entries(messages)) {
      const there = after.get(id) ?? []
      const known = new Set(there.map(({ number }) => number))
      after.set(id, [...there, ...added.filter(({ number }) => !known.has(number))])
    }
  }
  return Object.fromEntries(after)
}

/**
 * The view after these changes, in their order. Parts that none touches stay the same objects; older changes do nothing. One of the
 * same event tells how things are after it once more: a name may be another.
 */
export function changed(view: View, changes: readonly ViewChange[]): View {
  let seq = view.seq
  const newer = changes.filter((change) => {
    if (change.seq < seq) return false
    seq = change.seq
    return true
  })
  const last = newer.at(-1)
  if (last === undefined) return view
  const after: { -readonly [K in keyof View]: View[K] } = { ...view }
  for (const { plan, emergencies, blockRequests, quarantined } of newer) {
    if (plan !== undefined) after.plan = plan
    if (emergencies !== undefined) after.emergencies = emergencies
    if (blockRequests !== undefined) after.blockRequests = blockRequests
    if (quarantined !== undefined) after.quarantined = quarantined
  }
  return {
    ...after,
    seq,
    at: last.at,
    people: merged(
      view.people,
      newer.map(({ people }) => people),
    ),
    queues: merged(
      view.queues,
      newer.map(({ queues }) => queues),
    ),
    interactions: merged(
      view.interactions,
      newer.map(({ interactions }) => interactions),
    ),
    messages: messagesAfter(view.messages, newer),
  }
}

/** What a customer's page shows of their own chat. */
export interface ChatView {
  readonly phase: Phase | 'over'
  /** Nothing was heard of them for long: are they still there? */
  readonly asked: boolean
  /** Of a call: the customer is on hold. */
  readonly held: boolean
  /** Of a call: whom its sound goes to or comes from; the first names of those whom the customer hears, hold or not; who has it. */
  readonly links: readonly { readonly id: string; readonly name: string | null; readonly hasIt: boolean }[]
  /** What came of it, once it is over. */
  readonly outcome: 'answered' | 'abandoned' | 'rejected' | 'notReached' | null
  readonly queueName: string
  /** What the customers of its line speak, as a BCP 47 tag; null: it is not said. */
  readonly language: string | null
  /** The first name of whoever answers. */
  readonly agentName: string | null
  /** As whom the queue shows those who serve it; null: by the centre's name. */
  readonly shownAs: string | null
  /** Of a call: whether the caller may ask to be called back, or has; and from when on they are called. */
  readonly callback: 'may' | 'asked' | null
  readonly calledFrom: number | null
  /** They can leave a message. */
  readonly voicemail: boolean
  /** Of a call: what is played before one is connected; and whether it may be recorded, null where it never is. */
  readonly announcement: string
  readonly recorded: boolean | null
  /** The centre hears nothing of the page of the agent who has it; the sound may go on all the same. */
  readonly agentGone: boolean
  /** 1 is next; null once answered. */
  readonly place: number | null
  readonly estimatedWaitSeconds: number | null
  /** It is a message to a closed queue, which opens then (null: it is not known when); undefined otherwise. */
  readonly opensAt?: number | null
  /** Its queue is, or was when it ended, closed in an emergency: what customers are told of that. */
  readonly closure?: { readonly announcement: string | null; readonly kept: boolean }
  readonly receipts: Readonly<Record<Side, Receipt>>
  readonly messages: readonly MessageView[]
  /** The messages stand in place of all that were told before. */
  readonly anew: boolean
}

/** Where an interaction can be passed on to; people in the order in which they are likely. */
export interface TransferTargets {
  readonly queues: readonly {
    readonly id: QueueId
    readonly name: string
    readonly selection: SelectionMethod
    readonly open: boolean
    readonly waiting: number
    readonly present: number
    readonly free: number
    /** Who of its people would be asked into a call now: with room, able, and idle for longest; null: nobody. */
    readonly asksId: PersonId | null
  }[]
  readonly agents: readonly {
    readonly id: PersonId
    readonly name: string
    /** Has room now, and no other offer. */
    readonly free: boolean
    /** Has what its queue asks for. */
    readonly able: boolean
    /** Is of its queue's people. */
    readonly serves: boolean
    readonly taken: number
    readonly slots: number
  }[]
}
