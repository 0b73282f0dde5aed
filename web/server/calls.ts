import 'server-only'
import * as yup from 'yup'
import { linkedWith, type PartyId } from '@eudromos/core/calls'
import { partiesOf } from '@eudromos/core/routing'
import { mostSignalBytes, sendSignal } from '@eudromos/database'
import { personOf } from './aliases.ts'
import { callerOf } from './callers.ts'
import { envelope, gateway } from './envelope.ts'
import { limitRate } from './limits.ts'
import { number, uuid } from './gateway-shapes.ts'
import { notFound, ProblemError, problem, refused } from './problem.ts'
import type { Runtime } from './runtime.ts'

export const callShape = yup.object({
  id: uuid.required('Give the call an id.'),
  from: number('From'),
  to: number('To'),
})

/** A customer's call has come in; the same id a second time is the same call. Gives the journal's seq. */
export async function beginCall(runtime: Runtime, call: yup.InferType<typeof callShape>): Promise<number> {
  const { line, addressId, customerId } = await callerOf(runtime, 'voice', call)
  const queueId = line.queueIds[0]
  if (queueId === undefined) throw refused({ code: 'leadsNowhere', params: { lineId: line.id } }, runtime.follower.seq)
  const command = envelope(
    'beginInteraction',
    gateway,
    {
      interactionId: call.id,
      channel: 'voice',
      customerId,
      addressId,
      lineId: line.id,
      queueId,
      connection: null,
      contentId: null,
    },
    { id: `call-${call.id}` },
  )
  const { seq, refusal } = await runtime.sender.submit({ command })
  if (refusal !== null) throw refused(refusal, seq)
  return seq
}

const signalShape = yup.object({
  to: yup.string().max(200).required('Name whom it is for.'),
  data: yup.object().required('Give the signal its data.'),
})

/** Brings what one end says to set up the call to another that is in it. Nothing of it is kept. */
export async function passSignal(
  { database, follower }: Runtime,
  interactionId: string,
  from: PartyId,
  input: unknown,
): Promise<void> {
  const { to: named, data } = await signalShape.validate(input)
  limitRate(`signal:${from}:${interactionId}`, 1200)
  const interaction = follower.state.interactions.get(interactionId)
  const others = interaction === undefined ? [] : linkedWith(partiesOf(interaction), from)
  const to = from === 'customer' ? personOf(interactionId, named, others) : others.includes(named) ? named : null
  if (to === null) throw notFound('This call')
  const signal = { interactionId, from, to, data }
  if (Buffer.byteLength(JSON.stringify(signal)) > mostSignalBytes)
    throw new ProblemError(problem(413, 'tooLarge', 'Too large', 'A signal of a call holds at most 7,500 bytes.'))
  await sendSignal(database, signal)
}
