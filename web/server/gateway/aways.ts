import 'server-only'
import { newId } from '../../view/new-id.ts'
import * as yup from '../../view/yup.ts'
import { callableTimes, type InteractionId } from '@eudromos/core/plan'
import { visitOf } from '@eudromos/core/routing'
import { readContactTerms } from '@eudromos/database'
import { checkedSound } from '../records/attachments.ts'
import { requireClean } from '../records/scanner.ts'
import { caller, refusedTo } from './callers.ts'
import { customerCommand, customerOf } from './chats.ts'
import { envelope, gateway } from '../edge/envelope.ts'
import { number, uuid } from './gateway-shapes.ts'
import { contentIdFor } from '../edge/ids.ts'
import { notFound, refused } from '../edge/problem.ts'
import { zonesFor } from './reaching.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { textLineOf } from './text-line.ts'

// Callers who do not stay on the line.

/** The caller wants to be called at their turn, at hours that suit where they are. */
export async function askCallback(runtime: Runtime, interactionId: InteractionId): Promise<number> {
  const { database, follower, sender } = runtime
  const { state, document, numbers } = follower
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined || document === null) throw notFound('This call')
  const terms = await readContactTerms(database, interaction.customerId)
  const zones = zonesFor(numbers.get(interactionId)?.value ?? '', terms)
  // Where nothing is known of where they are it counts by the centre's clock.
  const at = zones.length > 0 ? zones : [document.centre.zone]
  const callable = callableTimes(document.centre, at, state.at)
  const words = document.queues.find(({ id }) => id === visitOf(interaction).queueId)?.notReachedText ?? ''
  const textLineId = words === '' ? null : textLineOf(document, interaction)
  const commandId = newId()
  const contentId = contentIdFor(customerOf(interactionId), commandId)
  const notReached = textLineId === null ? null : { contentId, textLineId }
  const contents = textLineId === null ? [] : [{ id: contentId, interactionId, kind: 'message', body: words } as const]
  const body = { interactionId, callable, notReached }
  return customerCommand(sender, 'askCallback', interactionId, commandId, body, contents)
}

export const messageShape = yup.object({
  id: uuid.required('Give the call an id.'),
  from: number('From'),
  to: number('To'),
  /** WebM with Opus, as base64. */
  sound: yup.string().max(2_000_000, 'Sound: use at most 1.5 MB.').required('Sound: give it.'),
})

/** What a caller has recorded, of the call of this id while it waits, or instead of one; the same id a second time is the same message. */
export async function leaveVoicemail(runtime: Runtime, input: yup.InferType<typeof messageShape>): Promise<number> {
  const { follower, sender } = runtime
  const { line, addressId, customerId, queueId, terms } = await caller(runtime, input)
  const bytes = Buffer.from(input.sound, 'base64')
  const mediaType = checkedSound(bytes)
  await requireClean(bytes)
  const waiting = follower.state.interactions.get(input.id)
  if (waiting !== undefined && waiting.addressId !== addressId) throw notFound('This call')
  const interactionId = input.id
  const options = { id: `${interactionId}-message` }
  const contentId = contentIdFor(gateway, options.id, bytes)
  const attachment = { fileName: 'message.webm', mediaType, bytes }
  const command =
    waiting === undefined
      ? envelope(
          'beginInteraction',
          gateway,
          {
            interactionId,
            channel: 'voice',
            customerId,
            addressId,
            lineId: line.id,
            queueId,
            connection: null,
            contentId,
            leaveMessage: true,
            ...terms,
          },
          options,
        )
      : envelope('leaveMessage', gateway, { interactionId, contentId }, options)
  const contents = [{ id: contentId, interactionId, kind: 'message', body: '', attachment } as const]
  const { seq, refusal } = await sender.submit({ command, contents })
  if (refusal !== null) throw refusedTo(input.to, refusal, seq)
  return seq
}

const ends = ['busy', 'refused', 'unreachable'] as const

export const dialReportShape = yup.object({
  /** The id that the call went out by. */
  id: yup
    .string()
    .matches(/^.{1,200}\.[0-9]+$/, 'Id: give that of a call that goes out.')
    .required('Id: give that of a call that goes out.'),
  end: yup.string().oneOf(ends, 'End: choose one.').required('End: say why.'),
})

/** A carrier tells why a call that went out is not answered. */
export async function reportDial(
  runtime: Runtime,
  { id, end }: yup.InferType<typeof dialReportShape>,
): Promise<number> {
  const dot = id.lastIndexOf('.')
  const body = { interactionId: id.slice(0, dot) as InteractionId, number: Number(id.slice(dot + 1)), end }
  const command = envelope('reportDial', gateway, body, { id: `${id}.${end}` })
  const { seq, refusal } = await runtime.sender.submit({ command })
  if (refusal !== null) throw refused(refusal, seq)
  return seq
}
