import type { InteractionId } from '@eudromos/core/plan'
import 'server-only'
import * as yup from '../../view/yup.ts'
import { linkedWith, type PartyId } from '@eudromos/core/calls'
import { partiesOf } from '@eudromos/core/routing'
import { mostSignalBytes, sendSignal } from '@eudromos/database'
import { personOf } from '../live/aliases.ts'
import { caller, refusedTo } from './callers.ts'
import { envelope, gateway } from '../edge/envelope.ts'
import { limitRate } from '../edge/limits.ts'
import { number, uuid } from './gateway-shapes.ts'
import { notFound, ProblemError, problem } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'

export const callShape = yup.object({
  id: uuid.required('Give the call an id.'),
  from: number('From'),
  to: number('To'),
})

interface BegunCall {
  /** Another than the carrier's where the caller was to be called back: they keep their place. */
  readonly id: InteractionId
  readonly seq: number
  /** Nobody answers now, and the caller can leave a message. */
  readonly voicemail: boolean
}

/** A customer's call has come in; the same id a second time is the same call. */
export async function beginCall(runtime: Runtime, call: yup.InferType<typeof callShape>): Promise<BegunCall> {
  const { line, addressId, customerId, queueId, terms } = await caller(runtime, call)
  const waiting = runtime.follower.state.index.threads.of(line.id, addressId)
  if (waiting !== null) return { id: waiting, seq: runtime.follower.seq, voicemail: false }
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
      ...terms,
    },
    { id: `call-${call.id}` },
  )
  const { seq, refusal } = await runtime.sender.submit({ command })
  const queue = runtime.follower.document?.queues.find(({ id }) => id === queueId)
  const closed = refusal?.code === 'queueClosed' || refusal?.code === 'lineClosed'
  if (refusal !== null && !(closed && queue?.voicemail === true)) throw refusedTo(call.to, refusal, seq)
  return { id: call.id, seq, voicemail: refusal !== null }
}

const signalShape = yup.object({
  to: yup.string().max(200).required('Name whom it is for.'),
  data: yup.object().required('Give the signal its data.'),
})

/** Brings what one end says to set up the call to another that is in it. Nothing of it is kept. */
export async function passSignal(
  { database, follower }: Runtime,
  interactionId: InteractionId,
  from: PartyId,
  input: unknown,
): Promise<void> {
  const { to: named, data } = await signalShape.validate(input)
  limitRate(`signal:${from}:${interactionId}`, 1200)
  const interaction = follower.state.interactions.get(interactionId)
  const others = interaction === undefined ? [] : linkedWith(partiesOf(interaction), from)
  const to =
    from === 'customer' ? personOf(interactionId, named, others) : (others.find((one) => one === named) ?? null)
  if (to === null) throw notFound('This call')
  const signal = { interactionId, from, to, data }
  if (Buffer.byteLength(JSON.stringify(signal)) > mostSignalBytes)
    throw new ProblemError(problem(413, 'tooLarge', 'Too large', 'A signal of a call holds at most 7,500 bytes.'))
  await sendSignal(database, signal)
}
