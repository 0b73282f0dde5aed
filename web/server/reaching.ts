import 'server-only'
import * as yup from 'yup'
import { v7 as newId } from 'uuid'
import { e164, shownNumber, zonesOf } from '@eudromos/core/numbers'
import { callableTimes, may, type PlanDocument } from '@eudromos/core/plan'
import { blockedUntil } from '@eudromos/core/routing'
import {
  meetNumber,
  readContactTerms,
  readCustomer,
  readCustomersOf,
  readNumber,
  readStops,
  type ContactTerms,
} from '@eudromos/database'
import type { ReachBar, ReachView } from '../view/reach.ts'
import { reachBarText } from '../messages/reach-bars.ts'
import { envelope } from './envelope.ts'
import { uuid } from './gateway-shapes.ts'
import { notAllowed, ProblemError, problem, refused } from './problem.ts'
import type { Runtime } from './runtime.ts'
import type { Who } from './who.ts'

type Channel = 'voice' | 'sms'

/** A customer's zones: where they say they are, or all of their number's country. */
export const zonesFor = (number: string, terms: Pick<ContactTerms, 'zone'> | null): readonly string[] =>
  terms?.zone == null ? zonesOf(number) : [terms.zone]

/** By which line of the queue customers are called or texted: the first that is on and has a number. */
export const lineFor = (document: PlanDocument | null, queueId: string, channel: Channel) =>
  document?.lines.find(
    (line) => line.on && line.channel === channel && line.address !== null && line.queueIds.includes(queueId),
  )

interface Asked {
  readonly number: string
  readonly customerId: string | null
  readonly queueId: string
}

const localText = (at: number, zone: string): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, weekday: 'long', hour: '2-digit', minute: '2-digit' }).format(at)

/** What calling or texting a number for a queue would be: who it is, by which lines, and what speaks against it. */
export async function reachView({ database, follower }: Runtime, asked: Asked): Promise<ReachView> {
  const { document, state } = follower
  const address = await readNumber(database, asked.number)
  const customers = address === null ? [] : await readCustomersOf(database, address.id)
  const customer = customers.find(({ id }) => id === asked.customerId) ?? customers[0] ?? null
  const terms = customer === null ? null : await readContactTerms(database, customer.id)
  const zones = zonesFor(asked.number, terms)
  const lines = { voice: lineFor(document, asked.queueId, 'voice'), sms: lineFor(document, asked.queueId, 'sms') }
  const pairs = address === null || lines.sms === undefined ? [] : [{ lineId: lines.sms.id, addressId: address.id }]
  const stops = await readStops(database, pairs)
  const bars: ReachBar[] = []
  const centre = document?.centre
  const blocked = blockedUntil(state, { customerId: customer?.id ?? '', addressId: address?.id ?? null }, state.at)
  if (blocked !== null) bars.push({ code: 'blocked', until: localText(blocked, centre?.zone ?? 'UTC') })
  if (terms?.doNotContact === true) bars.push({ code: 'doNotContact' })
  else if (centre?.consentNeeded === true && terms?.consentAt == null) bars.push({ code: 'noConsent' })
  const zone = zones[0]
  if (centre !== undefined && zone !== undefined && callableTimes(centre, zones, state.at)[0] !== state.at)
    bars.push({ code: 'quiet', local: localText(state.at, zone), from: centre.callsFrom, to: centre.callsTo })
  const shown = (line: ReturnType<typeof lineFor>) =>
    line === undefined ? null : { id: line.id, name: line.name, number: line.address ?? '' }
  return {
    number: asked.number,
    customers,
    customerId: customer?.id ?? null,
    local: zone === undefined ? null : localText(state.at, zone),
    lines: { voice: shown(lines.voice), sms: shown(lines.sms) },
    bars,
    textsStopped: stops.size > 0,
  }
}

export const reachShape = yup.object({
  id: uuid.required('Give the conversation an id.'),
  channel: yup
    .string()
    .oneOf(['voice', 'sms'] as const, 'Choose a call or a text.')
    .required('Choose a call or a text.'),
  number: yup
    .string()
    .required('Number: give one.')
    .test('e164', 'Number: give it with the country, such as +44 20 7946 0123.', (value) => e164(value) !== null),
  customerId: yup.string().max(200).nullable().default(null),
  queueId: yup.string().max(200).required('On behalf of: choose a queue.'),
  agentId: yup.string().max(200).nullable().default(null),
  text: yup.string().trim().max(1600, 'First words: use at most 1,600 characters.').default(''),
})

const barred = (code: string, detail: string): ProblemError => new ProblemError(problem(409, code, 'Refused', detail))

/** An agent calls or texts somebody in the name of a queue of theirs, unless something speaks against it. */
export async function reachOut(runtime: Runtime, who: Who, input: yup.InferType<typeof reachShape>): Promise<number> {
  const { database, follower, sender } = runtime
  const { channel, queueId, text } = input
  const agentId = input.agentId ?? who.id
  if (agentId !== who.id && !may(who.roles, 'actAs')) throw notAllowed()
  const number = e164(input.number) ?? ''
  if (!follower.state.index.queuesOf(agentId).includes(queueId))
    throw barred('notOfQueue', 'You do not serve this queue. Choose one of yours.')
  const view = await reachView(runtime, { number, customerId: input.customerId, queueId })
  const line = view.lines[channel]
  if (line === null) throw barred('noLine', 'No line of this queue has a number for that.')
  const name = view.customers.find(({ id }) => id === view.customerId)?.name ?? shownNumber(number)
  const [bar] = view.bars
  if (bar !== undefined) throw barred(bar.code, reachBarText(bar, name))
  if (channel === 'sms' && view.textsStopped) throw barred('stopped', reachBarText({ code: 'stopped' }, name))
  if (channel === 'sms' && text === '') throw barred('noWords', 'First words: write something first.')
  const met = await meetNumber(database, number, { addressId: newId(), customerId: newId(), name: shownNumber(number) })
  const customerId = view.customerId ?? met.customers[0]?.id ?? ''
  if ((await readCustomer(database, customerId)) === null)
    throw barred('unknownCustomer', 'This customer is not there.')
  const contentId = channel === 'sms' ? `${input.id}-words` : null
  const { seq, refusal } = await sender.submit({
    command: envelope(
      'reachOut',
      { kind: 'person', id: who.id },
      {
        agentId,
        interactionId: input.id,
        channel,
        customerId,
        addressId: met.addressId,
        lineId: line.id,
        queueId,
        contentId,
      },
      { id: `${input.id}-begin`, onBehalfOf: agentId === who.id ? null : agentId },
    ),
    content: contentId === null ? undefined : { id: contentId, interactionId: input.id, body: text },
  })
  if (refusal !== null) throw refused(refusal, seq)
  return seq
}
