import 'server-only'
import * as yup from 'yup'
import { may, stopgapKinds, stopgapReasons } from '@eudromos/core/plan'
import type { Actor, CommandBodies } from '@eudromos/core/routing'
import { insertContent } from '@eudromos/database'
import { envelope } from './envelope.ts'
import { notAllowed, refused } from './problem.ts'
import { limitRate } from './limits.ts'
import type { Runtime } from './runtime.ts'
import type { Who } from './who.ts'

const id = yup.string().trim().min(1).max(200).required('Give an id.')
const text = yup.string().max(4000, 'Write at most 4,000 characters.')

/** What a person's browser may ask for: the shape of each body at the edge. */
const bodies = {
  setPresence: yup.object({ agentId: id, stateId: id }),
  answerOffer: yup.object({ agentId: id, offerId: id, interactionId: id }),
  declineOffer: yup.object({ agentId: id, offerId: id, interactionId: id, reason: id }),
  sendMessage: yup.object({
    agentId: id,
    interactionId: id,
    text: text.trim().min(1, 'Write something first.').required('Write something first.'),
  }),
  receiveMessages: yup.object({
    agentId: id,
    interactionId: id,
    delivered: yup.number().integer().min(0).required(),
    seen: yup.number().integer().min(0).required(),
  }),
  endInteraction: yup.object({ agentId: id, interactionId: id }),
  saveWrapUp: yup.object({
    agentId: id,
    interactionId: id,
    dispositionId: yup.string().max(200).nullable().default(null),
    notes: yup.string().max(20_000, 'Notes hold at most 20,000 characters.').default(''),
  }),
  finishWrapUp: yup.object({ agentId: id, interactionId: id }),
  beginStopgap: yup.object({
    stopgapId: id,
    queueId: id,
    kind: yup.string().oneOf(stopgapKinds).required(),
    until: yup.number().integer().required('Until: give an instant.'),
    reason: yup.string().oneOf(stopgapReasons, 'Reason: choose one of the list.').required('Reason: choose one.'),
  }),
  endStopgap: yup.object({ stopgapId: id }),
} as const

type PersonCommand = keyof typeof bodies
type Checked<T extends PersonCommand> = yup.InferType<(typeof bodies)[T]>
const personCommands = Object.keys(bodies) as PersonCommand[]

const request = yup.object({
  id,
  type: yup
    .mixed<PersonCommand>()
    .oneOf(personCommands, 'This command is not known.')
    .required('Name the command in "type".'),
  onBehalfOf: yup.string().max(200).nullable().default(null),
  reason: yup.string().max(500).nullable().default(null),
  body: yup.object().required('Give the command a "body".'),
})

/**
 * Checks a command of a person at the edge, keeps its words as content, and gives the journal's number up to which its
 * effects reach. Throws a problem when it is refused.
 */
export async function commandOf(runtime: Runtime, who: Who, input: unknown): Promise<number> {
  const { id: commandId, type, onBehalfOf, reason, body } = await request.validate(input, { abortEarly: false })
  const checked = await bodies[type].validate(body, { abortEarly: false, stripUnknown: true })
  limitRate(`person:${who.id}`, 1200)
  const inOthersName = onBehalfOf !== null && onBehalfOf !== who.id
  const presence = type === 'setPresence' && may(who.roles, 'presence.setOthers')
  if (inOthersName && !may(who.roles, 'actAs')) throw notAllowed()
  if (type === 'beginStopgap' || type === 'endStopgap') {
    if (!may(who.roles, 'stopgaps')) throw notAllowed()
  } else if (!inOthersName && (checked as { agentId: string }).agentId !== who.id && !presence) throw notAllowed()
  const actor: Actor = { kind: 'person', id: who.id }
  const options = { id: commandId, onBehalfOf: inOthersName ? onBehalfOf : null, reason }
  const contentId = `${commandId}-words`
  let commandBody: unknown = checked
  let content: { id: string; interactionId: string; body: string } | undefined
  if (type === 'sendMessage') {
    const { agentId, interactionId, text: words } = checked as Checked<'sendMessage'>
    content = { id: contentId, interactionId, body: words }
    commandBody = { agentId, interactionId, contentId } satisfies CommandBodies['sendMessage']
  } else if (type === 'saveWrapUp') {
    const { notes, ...rest } = checked as Checked<'saveWrapUp'>
    const notesContentId = notes.trim() === '' ? null : contentId
    if (notesContentId !== null)
      await insertContent(runtime.database, {
        id: notesContentId,
        interactionId: rest.interactionId,
        kind: 'notes',
        body: notes,
      })
    commandBody = { ...rest, notesContentId } satisfies CommandBodies['saveWrapUp']
  }
  const command = envelope(type, actor, commandBody as CommandBodies[PersonCommand], options)
  const { seq, refusal } = await runtime.sender.submit({ command, content })
  if (refusal !== null) throw refused(refusal, seq)
  return seq
}
