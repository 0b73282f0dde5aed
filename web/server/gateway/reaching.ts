import 'server-only'
import * as yup from '../../view/yup.ts'
import { newId } from '../../view/new-id.ts'
import { e164, isMailbox, mailbox, shownNumber, zonesOf } from '@eudromos/core/numbers'
import {
  isChannel,
  traitsOf,
  isCall,
  callableTimes,
  may,
  type PlanDocument,
  type CustomerId,
  type QueueId,
  type AnyId,
  type InteractionId,
} from '@eudromos/core/plan'
import { blockedUntil } from '@eudromos/core/routing'
import {
  meetAddress,
  readContactTerms,
  readCustomer,
  readCustomersOf,
  readAddress,
  readStops,
  type ContactTerms,
} from '@eudromos/database'
import type { ReachBar, ReachView } from '../../view/reach.ts'
import { dayText, timeText } from '../../components/format.ts'
import { reachBarText } from '../../messages/reach-bars.ts'
import { envelope } from '../edge/envelope.ts'
import { subjectLine, uuid } from './gateway-shapes.ts'
import { contentIdFor, interactionIdFor } from '../edge/ids.ts'
import { requirePersonInSight } from '../sight/in-sight.ts'
import { notAllowed, ProblemError, problem, refused } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

const reachChannels = ['voice', 'sms', 'email'] as const
type Channel = (typeof reachChannels)[number]

/** A customer's zones: where they say they are, or all of their number's country; of an address of email none. */
export const zonesFor = (number: string, terms: Pick<ContactTerms, 'zone'> | null): readonly string[] =>
  terms?.zone == null ? (isMailbox(number) ? [] : zonesOf(number)) : [terms.zone]

/** By which line of the queue customers are called or written to: the first that is on and has an address. */
export const lineFor = (document: PlanDocument | null, queueId: QueueId, channel: Channel) =>
  document?.lines.find(
    (line) => line.on && line.channel === channel && line.address !== null && line.queueIds.includes(queueId),
  )

interface Asked {
  readonly address: string
  readonly customerId: CustomerId | null
  readonly queueId: QueueId
}

const localText = (at: number, zone: string): string => `${dayText(at, zone)}, ${timeText(at, zone)}`

/** What calling or writing to an address for a queue would be: who it is, by which lines, and what speaks against it. */
export async function reachView({ database, follower }: Runtime, asked: Asked): Promise<ReachView> {
  const { document, state } = follower
  const met = await readAddress(database, asked.address)
  const isMail = isMailbox(asked.address)
  const customers = met === null ? [] : await readCustomersOf(database, met.id)
  const customer = customers.find(({ id }) => id === asked.customerId) ?? customers[0] ?? null
  const terms = customer === null ? null : await readContactTerms(database, customer.id)
  const zones = zonesFor(asked.address, terms)
  const line = (channel: Channel) =>
    isMail === (traitsOf(channel).address === 'mailbox') ? lineFor(document, asked.queueId, channel) : undefined
  const texts = line('sms')
  const pairs = met === null || texts === undefined ? [] : [{ lineId: texts.id, addressId: met.id }]
  const stops = await readStops(database, pairs)
  const bars: ReachBar[] = []
  const centre = document?.centre
  const blocked = blockedUntil(state, { customerId: customer?.id ?? null, addressId: met?.id ?? null }, state.at)
  if (blocked !== null) bars.push({ code: 'blocked', until: localText(blocked, centre?.zone ?? 'UTC') })
  if (terms?.doNotContact === true) bars.push({ code: 'doNotContact' })
  else if (centre?.consentNeeded === true && terms?.consentAt == null) bars.push({ code: 'noConsent' })
  const zone = zones[0]
  // An email rings nobody up.
  if (!isMail && centre !== undefined && zone !== undefined && callableTimes(centre, zones, state.at)[0] !== state.at)
    bars.push({ code: 'quiet', local: localText(state.at, zone), from: centre.callsFrom, to: centre.callsTo })
  const shown = (one: ReturnType<typeof line>) =>
    one === undefined ? null : { id: one.id, name: one.name, address: one.address ?? '' }
  return {
    address: asked.address,
    customers,
    customerId: customer?.id ?? null,
    local: zone === undefined ? null : localText(state.at, zone),
    lines: { voice: shown(line('voice')), sms: shown(texts), email: shown(line('email')) },
    bars,
    textsStopped: stops.size > 0,
  }
}

/** The number in E.164, or the address of email; null where it is neither. */
export const reachableAt = (text: string): string | null => e164(text) ?? mailbox(text)

export const wrongAddress =
  'Number or address: give a number with the country, such as +44 20 7946 0123, or an email address such as ilse@mail.example.'

export const reachShape = yup.object({
  id: uuid.required('Give the conversation an id.'),
  channel: yup
    .string()
    .oneOf(reachChannels, 'Choose a call, a text or an email.')
    .required('Choose a call, a text or an email.'),
  address: yup
    .string()
    .required('Number or address: give one.')
    .test('address', wrongAddress, (value) => reachableAt(value) !== null),
  customerId: yup.string<AnyId>().max(200).nullable().default(null),
  queueId: yup.string<AnyId>().max(200).required('On behalf of: choose a queue.'),
  agentId: yup.string<AnyId>().max(200).nullable().default(null),
  subject: subjectLine(200, 'Subject: use at most 200 characters.'),
  text: yup
    .string()
    .trim()
    .when('channel', ([channel], words) =>
      isChannel(channel) && traitsOf(channel).subject
        ? words.max(20_000, 'First words: use at most 20,000 characters.')
        : words.max(1600, 'First words: use at most 1,600 characters.'),
    )
    .default(''),
})

const barred = (code: string, detail: string): ProblemError => new ProblemError(problem(409, code, 'Refused', detail))

/** An agent calls or writes to somebody in the name of a queue of theirs, unless something speaks against it. */
export async function reachOut(
  runtime: Runtime,
  who: Who,
  input: yup.InferType<typeof reachShape>,
): Promise<{ readonly id: InteractionId; readonly seq: number }> {
  const { database, follower, sender } = runtime
  const { channel, queueId, text, subject } = input
  const agentId = input.agentId ?? who.id
  if (agentId !== who.id && !may(who.roles, 'actAs')) throw notAllowed()
  requirePersonInSight(runtime, who, agentId)
  const address = reachableAt(input.address) ?? ''
  if (!follower.state.index.queuesOf(agentId).includes(queueId))
    throw barred('notOfQueue', 'You do not serve this queue. Choose one of yours.')
  const view = await reachView(runtime, { address, customerId: input.customerId, queueId })
  const line = view.lines[channel]
  if (line === null) throw barred('noLine', 'No line of this queue has a number or an address for that.')
  const name = view.customers.find(({ id }) => id === view.customerId)?.name ?? shownNumber(address)
  const [bar] = view.bars
  if (bar !== undefined) throw barred(bar.code, reachBarText(bar, name))
  if (traitsOf(channel).texted && view.textsStopped) throw barred('stopped', reachBarText({ code: 'stopped' }, name))
  if (!isCall(channel) && text === '') throw barred('noWords', 'First words: write something first.')
  if (traitsOf(channel).subject && subject === '') throw barred('noSubject', 'Subject: say what it is about.')
  const met = await meetAddress(database, address, {
    addressId: newId(),
    customerId: newId(),
    name: shownNumber(address),
  })
  const customerId = view.customerId ?? met.customers[0]?.id
  if (customerId === undefined || (await readCustomer(database, customerId)) === null)
    throw barred('unknownCustomer', 'This customer is not there.')
  const actor = { kind: 'person', id: who.id } as const
  const interactionId = interactionIdFor(`person:${who.id}`, input.id)
  const commandId = `${interactionId}-begin`
  const contentId = isCall(channel) ? null : contentIdFor(actor, commandId, text, subject)
  const about = traitsOf(channel).subject ? subject : null
  const { seq, refusal } = await sender.submit({
    command: envelope(
      'reachOut',
      actor,
      {
        agentId,
        interactionId,
        channel,
        customerId,
        addressId: met.addressId,
        lineId: line.id,
        queueId,
        contentId,
      },
      { id: commandId, onBehalfOf: agentId === who.id ? null : agentId },
    ),
    contents: contentId === null ? [] : [{ id: contentId, interactionId, kind: 'message', body: text, subject: about }],
  })
  if (refusal !== null) throw refused(refusal, seq)
  return { id: interactionId, seq }
}
