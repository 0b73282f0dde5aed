import 'server-only'
import * as yup from 'yup'
import { v7 as newId } from 'uuid'
import { shownNumber } from '@eudromos/core/numbers'
import { meetNumber, mostSignalBytes, sendSignal } from '@eudromos/database'
import { envelope } from './envelope.ts'
import { limitRate } from './limits.ts'
import { number, uuid } from './gateway-shapes.ts'
import { ProblemError, problem, refused } from './problem.ts'
import type { Runtime } from './runtime.ts'

export const callShape = yup.object({
  id: uuid.required('Give the call an id.'),
  from: number('From'),
  to: number('To'),
})

/** A customer's call has come in; the same id a second time is the same call. Gives the journal's seq. */
export async function beginCall(
  { database, follower, sender }: Runtime,
  { id, from, to }: yup.InferType<typeof callShape>,
): Promise<number> {
  const line = follower.document?.lines.find(({ channel, address }) => channel === 'voice' && address === to)
  if (line === undefined)
    throw new ProblemError(
      problem(404, 'unknownNumber', 'Unknown number', `No line of the centre has the number ${to}.`),
    )
  const queueId = line.queueIds[0]
  if (queueId === undefined) throw refused({ code: 'leadsNowhere', params: { lineId: line.id } }, follower.seq)
  const fresh = { addressId: newId(), customerId: newId(), name: shownNumber(from) }
  const { addressId, customers } = await meetNumber(database, from, fresh)
  const command = envelope(
    'beginInteraction',
    { kind: 'system', id: 'gateway' },
    {
      interactionId: id,
      channel: 'voice',
      customerId: customers[0]?.id ?? fresh.customerId,
      addressId,
      lineId: line.id,
      queueId,
      connection: null,
      contentId: null,
    },
    { id: `call-${id}` },
  )
  const { seq, refusal } = await sender.submit({ command })
  if (refusal !== null) throw refused(refusal, seq)
  return seq
}

const signalShape = yup.object({ data: yup.object().required('Give the signal its data.') })

/** Brings what one end says to set up the call to the other end. Nothing of it is kept. */
export async function passSignal(
  { database }: Runtime,
  interactionId: string,
  to: 'customer' | 'agent',
  input: unknown,
): Promise<void> {
  const { data } = await signalShape.validate(input)
  limitRate(`signal:${to}:${interactionId}`, 600)
  const signal = { interactionId, to, data }
  if (Buffer.byteLength(JSON.stringify(signal)) > mostSignalBytes)
    throw new ProblemError(problem(413, 'tooLarge', 'Too large', 'A signal of a call holds at most 7,500 bytes.'))
  await sendSignal(database, signal)
}
