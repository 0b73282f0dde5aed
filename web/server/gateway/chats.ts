import type { ConnectionId, CustomerId, InteractionId, AnyId } from '@eudromos/core/plan'
import 'server-only'
import * as yup from '../../view/yup.ts'
import { blockedUntil, type Actor, type CommandBodies, type CommandType } from '@eudromos/core/routing'
import { readCustomer, readRoot, strangerOf, type NewContent } from '@eudromos/database'
import { termsFor } from './callers.ts'
import { envelope } from '../edge/envelope.ts'
import { checkedFile, requireRoomForFile } from '../records/attachments.ts'
import { requireClean } from '../records/scanner.ts'
import { uuid } from './gateway-shapes.ts'
import { contentIdFor } from '../edge/ids.ts'
import { refused } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'

export const beginShape = yup.object({
  id: uuid.required('Give the chat an id.'),
  lineId: yup.string<AnyId>().max(200).required('Name the line.'),
  queueId: yup.string<AnyId>().max(200).required('Choose what it is about.'),
  name: yup
    .string()
    .trim()
    .min(1, 'Give a name.')
    .max(80, 'A name holds at most 80 characters.')
    .required('Give a name.'),
  text: yup
    .string()
    .trim()
    .min(1, 'Write what it is about.')
    .max(4000, 'Write at most 4,000 characters.')
    .required('Write what it is about.'),
  customerId: yup.string<AnyId>().max(200).nullable().default(null),
  leaveMessage: yup.boolean().default(false),
})

export const customerOf = (interactionId: InteractionId): Actor => ({ kind: 'customer', id: interactionId })

/** The customer whose browser it is, where they give the same name; who is blocked is so by any name. */
async function recognised({ database, follower, clock }: Runtime, deviceOf: CustomerId | null, name: string) {
  const found = deviceOf === null ? null : await readRoot(database, deviceOf)
  if (found === null) return null
  const blocked = blockedUntil(follower.state, { customerId: found.id, addressId: null }, clock.now()) !== null
  return blocked || found.name.toLowerCase() === name.toLowerCase() ? found : null
}

/**
 * Begins a chat, of a browser that an earlier customer's may be. `connectionId` is a carrier's stream that stands for the
 * customer already. Gives the journal's seq, and whose chat it is.
 */
export async function beginChat(
  runtime: Runtime,
  input: Omit<yup.InferType<typeof beginShape>, 'id'> & { readonly id: InteractionId },
  { connectionId, deviceOf }: { readonly connectionId: ConnectionId | null; readonly deviceOf: CustomerId | null },
): Promise<{ seq: number; customerId: CustomerId }> {
  const { sender, database, processId } = runtime
  const { id, lineId, queueId, name, text } = input
  const known =
    input.customerId === null
      ? await recognised(runtime, deviceOf, name)
      : await readCustomer(database, input.customerId)
  const customerId = known?.id ?? strangerOf(id)
  const actor = customerOf(id)
  const commandId = `${id}-begin`
  const contentId = contentIdFor(actor, commandId, name, text)
  const command = envelope(
    'beginInteraction',
    actor,
    {
      interactionId: id,
      channel: 'chat',
      customerId,
      lineId,
      queueId,
      connection: connectionId === null ? null : { id: connectionId, processId },
      contentId,
      leaveMessage: input.leaveMessage,
      ...termsFor(runtime.follower, known?.needs),
    },
    { id: commandId },
  )
  const { seq, refusal } = await sender.submit({
    command,
    contents: [{ id: contentId, interactionId: id, kind: 'message', body: text }],
    customer: known === null ? { id: customerId, name, test: false } : undefined,
  })
  if (refusal !== null) throw refused(refusal, seq)
  return { seq, customerId }
}

export const wordsShape = yup.object({
  id: uuid.required('Give the message an id.'),
  text: yup
    .string()
    .trim()
    .min(1, 'Write something first.')
    .max(4000, 'Write at most 4,000 characters.')
    .required('Write something first.'),
})

/** What a customer says; the same id a second time is the same message. */
export function say(
  { sender }: Runtime,
  interactionId: InteractionId,
  { id, text }: yup.InferType<typeof wordsShape>,
): Promise<number> {
  const contentId = contentIdFor(customerOf(interactionId), id, text)
  const content = { id: contentId, interactionId, kind: 'message', body: text } as const
  return customerCommand(sender, 'sendMessage', interactionId, id, { interactionId, agentId: null, contentId }, [
    content,
  ])
}

export async function attach(
  { sender, database }: Runtime,
  interactionId: InteractionId,
  id: string,
  file: { readonly name: string; readonly bytes: Buffer },
): Promise<number> {
  const attachment = checkedFile(file, 'chats')
  await uuid.required('Give the file an id.').validate(id)
  await requireRoomForFile(database, interactionId, attachment.bytes.length)
  await requireClean(attachment.bytes)
  const contentId = contentIdFor(customerOf(interactionId), id, file.name, file.bytes)
  const content = { id: contentId, interactionId, kind: 'message', body: '', attachment } as const
  return customerCommand(sender, 'sendMessage', interactionId, id, { interactionId, agentId: null, contentId }, [
    content,
  ])
}

/** A command of the customer of a chat. */
export async function customerCommand<T extends CommandType>(
  sender: Runtime['sender'],
  type: T,
  interactionId: InteractionId,
  id: string | undefined,
  body: CommandBodies[T],
  contents?: readonly NewContent[],
): Promise<number> {
  const { seq, refusal } = await sender.submit({
    command: envelope(type, customerOf(interactionId), body, { id }),
    contents,
  })
  if (refusal !== null) throw refused(refusal, seq)
  return seq
}
