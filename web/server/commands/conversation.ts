// What is said in a conversation, who it is with, and how it goes on or ends.
import * as yup from '../../view/yup.ts'
import { traitsOf, abuseReasons, type InteractionId } from '@eudromos/core/plan'
import { checkedFile, requireRoomForFile } from '../records/attachments.ts'
import { requireClean } from '../records/scanner.ts'
import { subjectLine } from '../gateway/gateway-shapes.ts'
import { inOwnHand, requireBlockRequest } from '../sight/hands.ts'
import { requireOfNumber } from '../customers/story.ts'
import type { NewContent } from '@eudromos/database'
import { id, idOrNone, instant, oneOf, ofAgent, personCommand, text, type Asking } from './define.ts'

const mostOfMail = 20_000

/** The file that goes along with the words of an agent, once it is seen that they have the conversation. */
async function fileOf({ runtime, who, file }: Asking, interactionId: InteractionId): Promise<NewContent['attachment']> {
  if (file === null) return undefined
  const { channel } = inOwnHand(runtime, who, interactionId)
  await requireRoomForFile(runtime.database, interactionId, file.bytes.length)
  const attachment = checkedFile(file, traitsOf(channel).files)
  await requireClean(attachment.bytes)
  return attachment
}

/** Where a block was asked for in a conversation, whoever settles it sees that. */
const requireAsked = ({ interactionId }: { interactionId: InteractionId | null }, { runtime, who }: Asking): void => {
  if (interactionId !== null) requireBlockRequest(runtime, who, interactionId)
}

export const conversationCommands = [
  personCommand(
    'sendMessage',
    yup.object({
      ...ofAgent,
      text: yup.string().trim().max(mostOfMail, 'Write at most 20,000 characters.').default(''),
      subject: subjectLine(200, 'Subject: use at most 200 characters.'),
      textLineId: idOrNone,
    }),
    {
      body: async ({ text: words, subject: given, ...rest }, asking) => {
        const { interactionId } = rest
        // Only email has a subject; without one it answers what was written before.
        const of = asking.runtime.follower.state.interactions.get(interactionId)
        const isEmail = of !== undefined && traitsOf(of.channel).subject
        const subject = isEmail && given !== '' ? given : null
        if (!isEmail) text.validateSync(words)
        const { file, keepContent } = asking
        if (file === null && words === '') throw new yup.ValidationError('Write something first.', words, 'text')
        const attachment = await fileOf(asking, interactionId)
        const content = { interactionId, kind: 'message', body: words, subject, attachment } as const
        return {
          ...rest,
          contentId: keepContent(content, words, subject ?? '', file?.name ?? '', file?.bytes ?? ''),
        }
      },
    },
  ),
  personCommand(
    'receiveMessages',
    yup.object({
      ...ofAgent,
      delivered: yup.number().integer().min(0).required(),
      seen: yup.number().integer().min(0).required(),
    }),
  ),
  personCommand('identifyCustomer', yup.object({ ...ofAgent, customerId: id }), {
    require: (given, { runtime }) => requireOfNumber(runtime, given),
  }),
  personCommand(
    'transferInteraction',
    yup.object({ ...ofAgent, toQueueId: idOrNone, toAgentId: idOrNone, note: text.trim().default('') }),
    {
      body: ({ note, toQueueId, toAgentId, ...rest }, { keep }) => {
        const [to, other] = [
          ...(toQueueId === null ? [] : [{ queueId: toQueueId }]),
          ...(toAgentId === null ? [] : [{ agentId: toAgentId }]),
        ]
        if (to === undefined || other !== undefined)
          throw new yup.ValidationError('To: choose a queue or a person.', null, 'toQueueId')
        return { ...rest, to, noteContentId: keep('notes', rest.interactionId, note) }
      },
    },
  ),
  personCommand('endInteraction', yup.object(ofAgent)),
  personCommand(
    'warnCustomer',
    yup.object({ ...ofAgent, text: text.trim().min(1, 'Warning: write something.').nullable().default(null) }),
    {
      body: ({ text: words, ...rest }, { keep }) => ({
        ...rest,
        contentId: keep('message', rest.interactionId, words),
      }),
    },
  ),
  personCommand(
    'endForAbuse',
    yup.object({
      ...ofAgent,
      reason: oneOf(abuseReasons, 'Reason'),
      block: yup.boolean().required('Block: say whether to ask for it.'),
    }),
  ),
  personCommand('askForBlock', yup.object(ofAgent)),
  personCommand(
    'blockCustomer',
    yup.object({
      blockId: id,
      customerId: id,
      addressId: idOrNone,
      interactionId: idOrNone,
      until: instant('Until'),
    }),
    { require: requireAsked },
  ),
  personCommand('refuseBlock', yup.object({ interactionId: id }), {
    require: requireAsked,
  }),
  personCommand('endBlock', yup.object({ blockId: id })),
] as const
