import 'server-only'
import * as yup from 'yup'
import { v7 as newId } from 'uuid'
import { shownNumber } from '@eudromos/core/numbers'
import { may } from '@eudromos/core/plan'
import { atWork } from '@eudromos/core/routing'
import { meetNumber, noteText, obeyOrder, readTexts } from '@eudromos/database'
import { texts as words } from '../messages/texts.ts'
import { envelope } from './envelope.ts'
import { number } from './gateway-shapes.ts'
import { notAllowed, notFound, ProblemError, problem, refused } from './problem.ts'
import type { Who } from './who.ts'
import type { Runtime } from './runtime.ts'

export const receivedShape = yup.object({
  id: yup.string().trim().max(200).required('Give the text an id.'),
  from: number('From'),
  to: number('To'),
  text: yup.string().max(4000, 'Text: at most 4,000 characters are taken.').defined('Give the text.'),
})

const gateway = { kind: 'system', id: 'gateway' } as const
const stopWords = new Set(['STOP', 'STOPALL', 'UNSUBSCRIBE', 'CANCEL', 'END', 'QUIT'])
const startWords = new Set(['START', 'UNSTOP', 'YES'])

/** What a text asks of the centre itself: no more texts, or texts again. */
export function orderOf(text: string): 'stop' | 'start' | null {
  const word = text.trim().replace(/[.!]$/, '').toUpperCase()
  return stopWords.has(word) ? 'stop' : startWords.has(word) ? 'start' : null
}

/** A customer's text has come in. The same id a second time is the same text. */
export async function receiveText(runtime: Runtime, input: yup.InferType<typeof receivedShape>): Promise<object> {
  const { database, follower, sender, texter } = runtime
  const line = follower.document?.lines.find(({ channel, address }) => channel === 'sms' && address === input.to)
  if (line === undefined)
    throw new ProblemError(
      problem(404, 'unknownNumber', 'Unknown number', `No line of the centre has the number ${input.to}.`),
    )
  const fresh = { addressId: newId(), customerId: newId(), name: shownNumber(input.from) }
  const { addressId, customers } = await meetNumber(database, input.from, fresh)
  const customerId = customers[0]?.id ?? fresh.customerId
  const order = orderOf(input.text)
  const thread = follower.state.index.threads.of(line.id, addressId)
  if (order !== null) {
    const wish = { lineId: line.id, addressId, stop: order === 'stop', answer: words.confirm[order] }
    await obeyOrder(database, { id: `${order}-${input.id}`, ...wish })
    texter.look()
    // Nobody need answer it; who has the thread before them sees it there.
    if (thread === null) return { taken: true, order }
  }
  // The interaction that a text begins is named by it, so that a second copy of it is the same command.
  const interactionId = `text-${input.id}`
  const command = envelope(
    'receiveText',
    gateway,
    { interactionId, customerId, addressId, lineId: line.id, contentId: `${interactionId}-words` },
    { id: interactionId },
  )
  const { seq, refusal } = await sender.submit({
    command,
    content: { id: `${interactionId}-words`, interactionId: thread ?? interactionId, body: input.text },
  })
  if (refusal !== null) throw refused(refusal, seq)
  return { taken: true, seq }
}

/** Interaction, message and round: see `outgoingId`. */
const outgoingForm = /^(.+)\.(\d{1,9})\.(\d{1,9})$/

export const reportShape = yup.object({
  /** The id that the text was handed over with. */
  id: yup
    .string()
    .matches(outgoingForm, 'Give the id that the text came with.')
    .required('Give the id that the text came with.'),
  state: yup
    .string()
    .oneOf(['sent', 'delivered', 'failed'] as const, 'State: sent, delivered or failed.')
    .required('State: sent, delivered or failed.'),
  reason: yup.string().max(200).nullable().default(null),
})

/** The carrier tells what became of a text of ours. */
export async function reportText(
  { database, sender }: Runtime,
  { id, state, reason }: yup.InferType<typeof reportShape>,
): Promise<object> {
  const [, interactionId = '', number, round] = outgoingForm.exec(id) ?? []
  const text = { interactionId, number: Number(number) }
  if (!(await noteText(database, { ...text, round: Number(round) }, state, reason))) return { news: false }
  // Where the conversation is over already there is nothing live to tell it to.
  await sender.submit({ command: envelope('reportText', gateway, { ...text, state }) })
  return { news: true }
}

export const againShape = yup.object({
  interactionId: yup.string().max(200).required('Name the conversation.'),
  number: yup.number().integer().min(1).required('Number: name the message.'),
})

/** Puts a text that has failed on its way anew; for whoever has the thread, or acts for them. */
export async function sendAgain(
  { database, follower, sender, texter }: Runtime,
  who: Who,
  { interactionId, number }: yup.InferType<typeof againShape>,
): Promise<object> {
  const interaction = follower.state.interactions.get(interactionId)
  const mine = interaction !== undefined && atWork(interaction).some(({ personId }) => personId === who.id)
  if (!mine && !may(who.roles, 'actAs')) throw notAllowed()
  if (interaction?.texts[number] !== 'failed') throw notFound('A text that was not delivered')
  const round = (await readTexts(database, interactionId)).get(number)?.round ?? 1
  if (await noteText(database, { interactionId, number, round }, 'queued')) {
    await sender.submit({ command: envelope('reportText', gateway, { interactionId, number, state: 'queued' }) })
    texter.look()
  }
  return { queued: true }
}
