import type { InteractionId, AnyId } from '@eudromos/core/plan'
import 'server-only'
import * as yup from '../../view/yup.ts'
import { noteText, obeyOrder, readTexts } from '@eudromos/database'
import { languageFor, sayIn } from '../../messages/told/say.ts'
import { mostPictures } from '../../view/files.ts'
import { callerOf } from './callers.ts'
import { envelope, gateway } from '../edge/envelope.ts'
import { fileData, number } from './gateway-shapes.ts'
import { inHand } from '../sight/hands.ts'
import { notFound } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { bringIn, partsOf } from './threads.ts'
import type { Who } from '../edge/who.ts'

export const receivedShape = yup.object({
  id: yup.string<AnyId>().trim().max(200).required('Give the text an id.'),
  from: number('From'),
  to: number('To'),
  text: yup.string().max(4000, 'Text: at most 4,000 characters are accepted.').defined('Give the text.'),
  /** What came with it, each as base64; the type is seen by the bytes. */
  pictures: yup
    .array()
    .of(
      yup.object({
        name: yup.string().max(200, 'Name: use at most 200 characters.').default(''),
        data: fileData,
      }),
    )
    .max(mostPictures, `Pictures: at most ${mostPictures} are accepted.`)
    .default([]),
})

/** Of a text with its pictures, in bytes. */
export const mostReceived = 5 * 1024 * 1024

type Received = yup.InferType<typeof receivedShape>

const stopWords = new Set(['STOP', 'STOPALL', 'UNSUBSCRIBE', 'CANCEL', 'END', 'QUIT'])
const startWords = new Set(['START', 'UNSTOP', 'YES'])

/** What a text asks of the centre itself: no more texts, or texts again. */
export function orderOf(text: string): 'stop' | 'start' | null {
  const word = text.trim().replace(/[.!]$/, '').toUpperCase()
  return stopWords.has(word) ? 'stop' : startWords.has(word) ? 'start' : null
}

/** A customer's text has come in. The same id a second time is the same text. */
export async function receiveText(runtime: Runtime, { pictures, ...input }: Received): Promise<object> {
  const { database, follower } = runtime
  const caller = await callerOf(runtime, 'sms', input)
  const { line, addressId } = caller
  const order = orderOf(input.text)
  if (order !== null) {
    const answer = sayIn(languageFor(line.language, []))(`text.${order}`)
    const preferred = { lineId: line.id, addressId, stop: order === 'stop', answer }
    await obeyOrder(database, { id: `${order}-${input.id}` as InteractionId, ...preferred })
    // Nobody need answer it; who has the thread before them sees it there.
    if (follower.state.index.threads.of(line.id, addressId) === null) return { taken: true, order }
  }
  const parts = await partsOf({ id: `text-${input.id}` as InteractionId, text: input.text, files: pictures }, 'texts')
  return bringIn(runtime, caller, parts, { to: input.to, answered: true })
}

/** Interaction, message and round: see `outgoingId`. */
const outgoingForm = /^(.+)\.(\d{1,9})\.(\d{1,9})$/

export const reportShape = yup.object({
  /** The id that it was handed over with. */
  id: yup
    .string<AnyId>()
    .matches(outgoingForm, 'Give the id that it came with.')
    .required('Give the id that it came with.'),
  state: yup
    .string()
    .oneOf(['sent', 'delivered', 'failed'] as const, 'State: sent, delivered or failed.')
    .required('State: sent, delivered or failed.'),
  reason: yup.string().max(200).nullable().default(null),
})

/** The carrier tells what became of a text or an email of ours. */
export async function reportText(
  { database, sender }: Runtime,
  { id, state, reason }: yup.InferType<typeof reportShape>,
): Promise<object> {
  const [, found = '', count, sendings] = outgoingForm.exec(id) ?? []
  const interactionId = found as InteractionId
  const [number, round] = [Number(count), Number(sendings)]
  const news = await noteText(database, { interactionId, number, round }, state, reason)
  const fate = news ? null : (await readTexts(database, interactionId)).get(number)
  // Told a second time, the first may not have come as far as the router.
  if (!news && (fate?.state !== state || fate.round !== round)) return { news }
  // Where the conversation is over already there is nothing live to tell it to.
  const body = { interactionId, number, state }
  await sender.submit({ command: envelope('reportText', gateway, body, { id: `${id}.${state}` }) })
  return { news }
}

export const againShape = yup.object({
  interactionId: yup.string<AnyId>().max(200).required('Name the conversation.'),
  number: yup.number().integer().min(1).required('Number: name the message.'),
})

/** Puts a text or an email that has failed on its way anew; for whoever has the thread, or acts for them. */
export async function sendAgain(
  runtime: Runtime,
  who: Who,
  { interactionId, number }: yup.InferType<typeof againShape>,
): Promise<object> {
  const { database, sender } = runtime
  const interaction = inHand(runtime, who, interactionId)
  if (interaction.texts[number] !== 'failed') throw notFound('A message that was not delivered')
  const round = (await readTexts(database, interactionId)).get(number)?.round ?? 1
  if (await noteText(database, { interactionId, number, round }, 'queued')) {
    await sender.submit({ command: envelope('reportText', gateway, { interactionId, number, state: 'queued' }) })
  }
  return { queued: true }
}
