// How interactions come in: begun by a page or a call, or by a text or an email to the centre.
import { byCustomer, bySystem, type CommandDefinitions, withTheirs } from '../allowed.ts'
import { type TextState, visitId } from '../state/pieces.ts'
import { demanded, type Requirement } from '../../skills/index.ts'
import {
  isCall,
  inThreads,
  type AddressId,
  type ContentId,
  type CustomerId,
  type Instant,
  type InteractionId,
  type Line,
  type LineId,
  type Queue,
  type QueueId,
  type Channel,
  type ConnectionId,
  type ProcessId,
} from '../../plan/index.ts'
import { blockedUntil } from '../customers/abuse.ts'
import { backFrom } from './cut-offs.ts'
import { refuse, type Command, type CommandBodies, type Decision, type Refusal } from '../journal/commands.ts'
import { estimateFor, leave } from '../consequences.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import { takesMore } from '../match/match.ts'
import { wake } from './silence.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
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
    leaveInteraction: { readonly interactionId: InteractionId }
  }
}

type Begun = Omit<CommandBodies['beginInteraction'], 'addressId'> & { readonly addressId: AddressId | null }

export const beginInteraction = (state: State, { body }: Command<'beginInteraction'>, at: Instant): Decision =>
  arrival(state, { ...body, addressId: body.addressId ?? null }, at)

/**
 * A text or an email belongs to the thread of its two addresses while that is alive; after that it begins another. Nobody
 * stays at the other end, so it is not lost when it comes while the queue is closed or full: it waits.
 */
export function receiveText(state: State, { body }: Command<'receiveText'>, at: Instant): Decision {
  const { interactionId, lineId, addressId, customerId, contentId, closedAnswerId } = body
  const line = state.lookup.lines.get(lineId)
  if (line === undefined || !inThreads(line.channel)) return refuse('unknownLine', { lineId })
  const threadId = state.index.threads.of(lineId, addressId)
  const thread = threadId === null ? undefined : state.interactions.get(threadId)
  // What an agent has with them goes on; but nobody is woken for them.
  if (thread?.phase === 'resting') {
    const blocked = blockedUntil(state, { customerId, addressId }, at)
    if (blocked !== null) return refuse('customerBlocked', { until: blocked })
  }
  if (thread !== undefined) {
    const woken = thread.phase === 'resting' ? [wake(state, thread, at)] : []
    return [...woken, saidByCustomer(thread.id, thread.messages + 1, contentId, at)]
  }
  const queueId = line.queueIds[0]
  if (queueId === undefined) return refuse('leadsNowhere', { lineId })
  const text = { interactionId, channel: line.channel, customerId, lineId, queueId, contentId, addressId }
  const { requirements, patience } = body
  const arrived = arrival(state, { ...text, requirements, patience, connection: null, leaveMessage: true }, at)
  if ('code' in arrived || closedAnswerId == null || isAnswered(state, lineId, queueId, at)) return arrived
  return [...arrived, answeredByItself(interactionId, 2, closedAnswerId, lineId, at)]
}

/** Somebody answers texts of the line now: by its own hours, and its queue's. */
const isAnswered = (state: State, lineId: LineId, queueId: QueueId, at: Instant): boolean =>
  state.queueDay(queueId).open && state.isLineOpenAt(lineId, at)

const answeredByItself = (
  interactionId: InteractionId,
  number: number,
  contentId: ContentId,
  textLineId: LineId,
  at: Instant,
) => event('messageSent', at, { interactionId, number, side: 'agent', personId: null, contentId, textLineId })

/** What is known last counts, but nothing comes after its being delivered. */
export function reportText(state: State, { body }: Command<'reportText'>, at: Instant): Decision {
  const { interactionId, number } = body
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined) return refuse('unknownInteraction', { interactionId })
  const before = interaction.texts[number]
  if (before === undefined || before === 'delivered' || before === body.state) return []
  return [event('textReported', at, body)]
}

const saidByCustomer = (interactionId: InteractionId, number: number, contentId: ContentId, at: Instant) =>
  event('messageSent', at, { interactionId, number, side: 'customer', personId: null, contentId, textLineId: null })

/** Whether the queue takes it: not for what is closed or full, for which there are ways on. */
function barOf(
  state: State,
  { queueId, lineId, channel, customerId }: Pick<Begun, 'queueId' | 'lineId' | 'channel' | 'customerId'>,
): Refusal | { readonly queue: Queue; readonly line: Line } {
  const line = state.lookup.lines.get(lineId)
  if (line?.channel !== channel) return refuse('unknownLine', { lineId })
  const queue = state.lookup.queues.get(queueId)
  if (queue === undefined) return refuse('unknownQueue', { queueId })
  if (!line.leadsTo.has(queueId)) return refuse('queueNotOnLine', { queueId, lineId })
  if (queue.service === 'retired') return refuse('queueRetired', { queueId })
  if (queue.service === 'takingNothingNew') return refuse('queueTakesNothingNew', { queueId })
  const barred = queue.service === 'inPreparation' && !isTester(queue, customerId)
  return barred ? refuse('queueInPreparation', { queueId }) : { queue, line }
}

const isTester = ({ testCustomerIds }: Queue, customerId: CustomerId): boolean => testCustomerIds.includes(customerId)

function arrival(state: State, body: Begun, at: Instant): Decision {
  const { interactionId, queueId, lineId, channel, customerId, addressId, contentId, connection } = body
  if (state.plan === null) return refuse('noPlan')
  if (state.interactions.has(interactionId)) return refuse('interactionExists', { interactionId })
  const blocked = blockedUntil(state, { customerId, addressId }, at)
  if (blocked !== null) return refuse('customerBlocked', { until: blocked })
  const led = barOf(state, body)
  if ('code' in led) return led
  const { queue, line } = led
  // Texts and email are taken at any hour.
  const recorded = isCall(channel) && queue.voicemail && body.leaveMessage === true && contentId !== null
  if (!inThreads(channel) && !recorded && !state.isLineOpenAt(lineId, at))
    return refuse('lineClosed', { lineId, ...opening(state.answersFrom(lineId, queueId, at)) })
  const test = queue.service === 'inPreparation'
  const { open } = state.queueDay(queueId)
  const leftMessage = recorded || (!open && !isCall(channel) && body.leaveMessage === true && contentId !== null)
  if (!open && !leftMessage) return refuse('queueClosed', { queueId, ...opening(state.nextChange(queueId)) })
  const isFull =
    open && !recorded && queue.mostWaiting !== null && state.index.queue(queueId).visitors.size >= queue.mostWaiting
  const instead = isFull ? insteadOf(state, queue) : null
  if (isFull && instead === null && !inThreads(channel))
    return [
      event('interactionRejected', at, {
        interactionId,
        channel,
        customerId,
        lineId,
        queueId,
        test,
        reason: 'queueFull',
      }),
    ]
  const stays = leftMessage || inThreads(channel)
  const patience = Math.min(10, Math.max(1, body.patience ?? 1))
  const back = leftMessage ? null : backFrom(state, channel, addressId, at)
  const arrived = event('interactionArrived', at, {
    interactionId,
    visitId: visitId(interactionId, 1),
    channel,
    customerId,
    lineId,
    addressId,
    queueId,
    test,
    estimatedWaitSeconds: estimateFor(state, queueId),
    connection,
    customerGraceDueAt: connection === null && !stays ? at + state.customerGraceMs(patience) : null,
    leftMessage,
    requirements: demanded([...line.requirements, ...(body.requirements ?? [])]),
    priority: back === null ? (body.priority ?? line.priority) : 10,
    patience,
    tags: line.tags,
    back,
  })
  const overflowed = instead === null ? [] : [fullEvent(state, interactionId, instead, at)]
  const said = contentId === null ? [] : [saidByCustomer(interactionId, 1, contentId, at)]
  return [arrived, ...overflowed, ...said]
}

const fullEvent = (state: State, interactionId: InteractionId, queueId: QueueId, at: Instant): Event<'overflowed'> =>
  event('overflowed', at, {
    interactionId,
    visitId: visitId(interactionId, 2),
    queueId,
    cause: 'full',
    by: null,
    waitedBeforeMs: 0,
    estimatedWaitSeconds: estimateFor(state, queueId),
  })

/** Where a newcomer goes who finds the queue full: the first on the way on that takes one more, or nowhere. */
function insteadOf(state: State, queue: Queue): QueueId | null {
  for (let next = queue.whenFullTo; next !== null; next = state.lookup.queues.get(next)?.whenFullTo ?? null)
    if (takesMore(state, next)) return next
  return null
}

/** Left out where it does not open again. */
const opening = (opensAt: Instant | null): Refusal['params'] => (opensAt === null ? {} : { opensAt })

export const arrivalCommands = {
  beginInteraction: { by: byCustomer, decide: beginInteraction },
  receiveText: { by: bySystem, decide: receiveText },
  reportText: { by: bySystem, decide: reportText },
  leaveInteraction: {
    by: byCustomer,
    decide: (state, command, at) => withTheirs(state, command, (interaction) => leave(state, interaction, 'left', at)),
  },
} satisfies Partial<CommandDefinitions>
