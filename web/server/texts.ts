import 'server-only'
import * as yup from 'yup'
import type { PlanDocument } from '@eudromos/core/plan'
import type { CommandBodies } from '@eudromos/core/routing'
import { insertContent, noteText, obeyOrder, readTexts, type NewContent } from '@eudromos/database'
import { texts as words } from '../messages/texts.ts'
import { timeText, weekdayText } from '../components/format.ts'
import { mostPictures } from '../view/files.ts'
import { checkedFile, safeFileName } from './attachments.ts'
import { callerOf, refusedTo } from './callers.ts'
import { envelope, gateway } from './envelope.ts'
import { number } from './gateway-shapes.ts'
import { inHand } from './hands.ts'
import { notFound, ProblemError } from './problem.ts'
import type { Who } from './who.ts'
import type { Runtime } from './runtime.ts'

export const receivedShape = yup.object({
  id: yup.string().trim().max(200).required('Give the text an id.'),
  from: number('From'),
  to: number('To'),
  text: yup.string().max(4000, 'Text: at most 4,000 characters are taken.').defined('Give the text.'),
  /** What came with it, each as base64; the type is seen by the bytes. */
  pictures: yup
    .array()
    .of(
      yup.object({
        name: yup.string().max(200, 'Name: use at most 200 characters.').default(''),
        data: yup.string().required('Data: give the bytes as base64.'),
      }),
    )
    .max(mostPictures, `Pictures: at most ${mostPictures} are taken.`)
    .default([]),
})

/** Of a text with its pictures, in bytes. */
export const mostReceived = 5 * 1024 * 1024

type Received = yup.InferType<typeof receivedShape>
type Attachment = NonNullable<NewContent['attachment']>

interface Part {
  readonly id: string
  readonly body: string
  readonly attachment?: Attachment
}

/**
 * What came as one text, in as many messages as it has pictures. What the centre does not take is told in words: the rest of
 * the text is not to be lost for it.
 */
export function partsOf({ id, text, pictures }: Pick<Received, 'id' | 'text' | 'pictures'>): [Part, ...Part[]] {
  const taken: Attachment[] = []
  const left: string[] = []
  for (const { name, data } of pictures)
    try {
      taken.push(checkedFile({ name, bytes: Buffer.from(data, 'base64') }, true))
    } catch (error) {
      if (!(error instanceof ProblemError)) throw error
      left.push(words.leftOut(safeFileName(name)))
    }
  const [first, ...rest] = taken
  const body = [...(text === '' ? [] : [text]), ...left].join('\n')
  return [
    { id: `text-${id}`, body, attachment: first },
    ...rest.map((attachment, n) => ({ id: `text-${id}.${n + 2}`, body: '', attachment })),
  ]
}

const stopWords = new Set(['STOP', 'STOPALL', 'UNSUBSCRIBE', 'CANCEL', 'END', 'QUIT'])
const startWords = new Set(['START', 'UNSTOP', 'YES'])

/** What a text asks of the centre itself: no more texts, or texts again. */
export function orderOf(text: string): 'stop' | 'start' | null {
  const word = text.trim().replace(/[.!]$/, '').toUpperCase()
  return stopWords.has(word) ? 'stop' : startWords.has(word) ? 'start' : null
}

/** What goes back by itself while nobody answers the line, with when somebody will; empty where nothing does. */
function closedAnswerOf({ follower, clock }: Runtime, line: PlanDocument['lines'][number]): string {
  const { state, document } = follower
  const [queueId = ''] = line.queueIds
  const now = clock.now()
  if (line.closedAnswer === '' || (state.queueDay(queueId).open && state.isLineOpenAt(line.id, now))) return ''
  const opensAt = state.answersFrom(line.id, queueId, now)
  const zone = document?.centre.zone ?? 'UTC'
  const opens = opensAt === null ? words.nextOpening : `${weekdayText(opensAt, zone)} ${timeText(opensAt, zone)}`
  return line.closedAnswer.replaceAll('{opens}', opens)
}

/** A customer's text has come in. The same id a second time is the same text. */
export async function receiveText(runtime: Runtime, input: Received): Promise<object> {
  const { database, follower, texter } = runtime
  const { line, addressId, customerId, terms } = await callerOf(runtime, 'sms', input)
  const order = orderOf(input.text)
  const thread = follower.state.index.threads.of(line.id, addressId)
  if (order !== null) {
    const wish = { lineId: line.id, addressId, stop: order === 'stop', answer: words.confirm[order] }
    await obeyOrder(database, { id: `${order}-${input.id}`, ...wish })
    texter.look()
    // Nobody need answer it; who has the thread before them sees it there.
    if (thread === null) return { taken: true, order }
  }
  const [first, ...rest] = partsOf(input)
  const interactionId = first.id
  const answer = thread === null ? closedAnswerOf(runtime, line) : ''
  const closedAnswerId = answer === '' ? null : `${interactionId}-answer`
  if (closedAnswerId !== null)
    await insertContent(database, { id: closedAnswerId, interactionId, kind: 'message', body: answer })
  const arrival = { customerId, addressId, lineId: line.id, ...terms }
  let seq = await take(runtime, input.to, { ...arrival, closedAnswerId }, thread ?? interactionId, first)
  for (const part of rest)
    seq = await take(runtime, input.to, { ...arrival, closedAnswerId: null }, thread ?? interactionId, part)
  if (closedAnswerId !== null) texter.look()
  return { taken: true, seq }
}

/** Brings one message of a text to the router. The interaction that it begins is named by it: a second copy is the same command. */
async function take(
  { database, sender }: Runtime,
  to: string,
  arrival: Omit<CommandBodies['receiveText'], 'interactionId' | 'contentId'>,
  interactionId: string,
  { id, body, attachment }: Part,
): Promise<number> {
  const contentId = `${id}-words`
  const kept = { id: contentId, interactionId, body }
  if (attachment !== undefined) await insertContent(database, { ...kept, kind: 'message', attachment })
  const command = envelope('receiveText', gateway, { ...arrival, interactionId: id, contentId }, { id })
  const { seq, refusal } = await sender.submit({ command, content: attachment === undefined ? kept : undefined })
  if (refusal !== null) throw refusedTo(to, refusal, seq)
  return seq
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
  const [, interactionId = '', count, turn] = outgoingForm.exec(id) ?? []
  const [number, round] = [Number(count), Number(turn)]
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
  interactionId: yup.string().max(200).required('Name the conversation.'),
  number: yup.number().integer().min(1).required('Number: name the message.'),
})

/** Puts a text that has failed on its way anew; for whoever has the thread, or acts for them. */
export async function sendAgain(
  runtime: Runtime,
  who: Who,
  { interactionId, number }: yup.InferType<typeof againShape>,
): Promise<object> {
  const { database, sender, texter } = runtime
  const interaction = inHand(runtime, who, interactionId)
  if (interaction.texts[number] !== 'failed') throw notFound('A text that was not delivered')
  const round = (await readTexts(database, interactionId)).get(number)?.round ?? 1
  if (await noteText(database, { interactionId, number, round }, 'queued')) {
    await sender.submit({ command: envelope('reportText', gateway, { interactionId, number, state: 'queued' }) })
    texter.look()
  }
  return { queued: true }
}
