import 'server-only'
import * as yup from '../view/yup.ts'
import { attendingWays } from '@eudromos/core/calls'
import {
  absenceReasons,
  abuseReasons,
  channels,
  emergencyScopes,
  may,
  moods,
  stopgapKinds,
  stopgapReasons,
  talkingWays,
  waitingWays,
  type Capability,
} from '@eudromos/core/plan'
import type { Actor, CommandBodies } from '@eudromos/core/routing'
import type { NewContent } from '@eudromos/database'
import { checkedFile, requireRoomForFile } from './attachments.ts'
import { envelope } from './envelope.ts'
import { subjectLine } from './gateway-shapes.ts'
import { inOwnHand, requireBlockRequest } from './hands.ts'
import { contentIdFor } from './ids.ts'
import { requireInSight, requirePersonInSight, type Named } from './in-sight.ts'
import { notAllowed, refused } from './problem.ts'
import { requireOfNumber } from './story.ts'
import { limitRate } from './limits.ts'
import type { Runtime } from './runtime.ts'
import type { Who } from './who.ts'

const id = yup.string().trim().min(1).max(200).required('Give an id.')
const mostOfMessage = 4000
const mostOfMail = 20_000
const text = yup.string().max(mostOfMessage, 'Write at most 4,000 characters.')
const instant = (name: string) => yup.instant().required(`${name}: give an instant.`)
const oneOf = <T extends string>(values: readonly T[], name: string) =>
  yup.string().oneOf(values, `${name}: choose one from the list.`).required(`${name}: choose one.`)

/** What a person's browser may ask for: the shape of each body at the edge. */
export const commandShapes = {
  setPresence: yup.object({ agentId: id, stateId: id }),
  answerOffer: yup.object({ agentId: id, offerId: id, interactionId: id }),
  declineOffer: yup.object({ agentId: id, offerId: id, interactionId: id, reason: id }),
  sendMessage: yup.object({
    agentId: id,
    interactionId: id,
    text: yup.string().trim().max(mostOfMail, 'Write at most 20,000 characters.').default(''),
    subject: subjectLine(200, 'Subject: use at most 200 characters.'),
    textLineId: yup.string().max(200).nullable().default(null),
  }),
  receiveMessages: yup.object({
    agentId: id,
    interactionId: id,
    delivered: yup.number().integer().min(0).required(),
    seen: yup.number().integer().min(0).required(),
  }),
  identifyCustomer: yup.object({ agentId: id, interactionId: id, customerId: id }),
  holdCall: yup.object({ agentId: id, interactionId: id, held: yup.boolean().required('Held: say whether.') }),
  consult: yup.object({ agentId: id, interactionId: id, colleagueId: id }),
  answerConsult: yup.object({ agentId: id, interactionId: id }),
  declineConsult: yup.object({ agentId: id, interactionId: id }),
  joinGuest: yup.object({ agentId: id, interactionId: id, personId: id }),
  dismissGuest: yup.object({ agentId: id, interactionId: id, personId: id }),
  handOver: yup.object({ agentId: id, interactionId: id, personId: id }),
  askForHelp: yup.object({ agentId: id, interactionId: id, wanted: yup.boolean().required('Wanted: say whether.') }),
  attendCall: yup.object({ interactionId: id, way: oneOf(attendingWays, 'How') }),
  leaveCall: yup.object({ interactionId: id, personId: id }),
  dialCustomer: yup.object({ agentId: id, interactionId: id }),
  stopDialling: yup.object({ agentId: id, interactionId: id }),
  endInteraction: yup.object({ agentId: id, interactionId: id }),
  warnCustomer: yup.object({
    agentId: id,
    interactionId: id,
    text: text.trim().min(1, 'Warning: write something.').nullable().default(null),
  }),
  endForAbuse: yup.object({
    agentId: id,
    interactionId: id,
    reason: oneOf(abuseReasons, 'Reason'),
    block: yup.boolean().required('Block: say whether to ask for it.'),
  }),
  askForBlock: yup.object({ agentId: id, interactionId: id }),
  blockCustomer: yup.object({
    blockId: id,
    customerId: id,
    addressId: yup.string().max(200).nullable().default(null),
    interactionId: yup.string().max(200).nullable().default(null),
    until: instant('Until'),
  }),
  refuseBlock: yup.object({ interactionId: id }),
  endBlock: yup.object({ blockId: id }),
  takeInteraction: yup.object({ agentId: id, interactionId: id }),
  joinWaiting: yup.object({ agentId: id, interactionId: id }),
  assignInteraction: yup.object({ agentId: id, interactionId: id }),
  moveInteraction: yup.object({ interactionId: id, queueId: id }),
  transferInteraction: yup.object({
    agentId: id,
    interactionId: id,
    toQueueId: yup.string().max(200).nullable().default(null),
    toAgentId: yup.string().max(200).nullable().default(null),
    note: text.trim().default(''),
  }),
  planPresence: yup.object({ agentId: id, stateId: yup.string().max(200).nullable().default(null) }),
  closeChannels: yup.object({
    agentId: id,
    closedTo: yup.array().of(oneOf(channels, 'Channel')).max(channels.length).required('Name the channels.'),
  }),
  lendAgent: yup.object({ loanId: id, agentId: id, queueId: id, until: instant('Until') }),
  endLoan: yup.object({ loanId: id }),
  grantSkill: yup.object({
    grantId: id,
    agentId: id,
    skillId: id,
    level: yup.number().integer().min(1, 'Level: give 1 to 5.').max(5, 'Level: give 1 to 5.').required(),
    until: instant('Until'),
  }),
  endGrant: yup.object({ grantId: id }),
  extendWrapUp: yup.object({
    agentId: id,
    interactionId: id,
    seconds: yup.number().integer().min(1, 'Seconds: give 1 or more.').max(3600).required(),
  }),
  saveWrapUp: yup.object({
    agentId: id,
    interactionId: id,
    dispositionId: yup.string().max(200).nullable().default(null),
    mood: yup.string().oneOf(moods, 'Mood: choose one from the list.').nullable().default(null),
    notes: yup.string().max(20_000, 'Notes hold at most 20,000 characters.').default(''),
  }),
  finishWrapUp: yup.object({ agentId: id, interactionId: id }),
  beginStopgap: yup.object({
    stopgapId: id,
    queueId: id,
    kind: oneOf(stopgapKinds, 'What'),
    from: instant('From').optional(),
    until: instant('Until'),
    reason: oneOf(stopgapReasons, 'Reason'),
    words: yup.string().trim().max(200, 'Reason: use at most 200 characters.').default(''),
  }),
  endStopgap: yup.object({ stopgapId: id }),
  beginEmergency: yup.object({
    emergencyId: id,
    scope: oneOf(emergencyScopes, 'What closes'),
    siteId: yup.string().max(200).nullable().default(null),
    queueIds: yup.array().of(yup.string().max(200).required()).max(10_000).default([]),
    evacuate: yup.boolean().required('Evacuate: say whether.'),
    waiting: oneOf(waitingWays, 'Those waiting'),
    overflowTo: yup.string().max(200).nullable().default(null),
    talking: oneOf(talkingWays, 'Conversations'),
    reason: oneOf(stopgapReasons, 'Reason'),
    announcement: yup.string().trim().max(500, 'Announcement: write at most 500 characters.').default(''),
  }),
  endEmergency: yup.object({ emergencyId: id }),
  enterAbsence: yup.object({
    absenceId: id,
    agentId: id,
    from: instant('From'),
    to: instant('To'),
    reason: oneOf(absenceReasons, 'Reason'),
  }),
  removeAbsence: yup.object({ absenceId: id, agentId: id }),
} as const

type PersonCommand = keyof typeof commandShapes
type Checked<T extends PersonCommand> = yup.InferType<(typeof commandShapes)[T]>
const personCommands = Object.keys(commandShapes) as PersonCommand[]

/** What a person may do by a capability: for others, or for the centre. All else is for one's own seat. */
const byCapability: Partial<Record<PersonCommand, Capability>> = {
  setPresence: 'presence.setOthers',
  planPresence: 'presence.setOthers',
  assignInteraction: 'assign',
  moveInteraction: 'assign',
  attendCall: 'listen',
  blockCustomer: 'customers.edit',
  refuseBlock: 'customers.edit',
  endBlock: 'customers.edit',
  lendAgent: 'stopgaps',
  endLoan: 'stopgaps',
  grantSkill: 'stopgaps',
  endGrant: 'stopgaps',
  beginStopgap: 'stopgaps',
  endStopgap: 'stopgaps',
  beginEmergency: 'emergency',
  endEmergency: 'emergency',
  enterAbsence: 'absences',
  removeAbsence: 'absences',
}

/** What nobody does for themself. */
const forOthersOnly: ReadonlySet<PersonCommand> = new Set(['assignInteraction', 'lendAgent', 'grantSkill'])

/** Whether who asks may, as far as can be told at the edge. */
function mayAsk(who: Who, type: PersonCommand, body: object, inOthersName: boolean): boolean {
  if (inOthersName && !may(who.roles, 'actAs')) return false
  const capability = byCapability[type]
  if (capability !== undefined && may(who.roles, capability)) return true
  if (forOthersOnly.has(type)) return false
  const whose = 'agentId' in body ? body.agentId : 'personId' in body ? body.personId : undefined
  return whose !== undefined && (whose === who.id || inOthersName)
}

/** What a command is about, of which who asks must be allowed to see it. Where work goes to is not among it. */
function namedBy(type: PersonCommand, body: object, onBehalfOf: string | null): Named {
  const { agentId, interactionId, queueId, queueIds, ...rest } = body as Named & { readonly queueId?: string }
  return {
    ...rest,
    agentId: agentId ?? onBehalfOf ?? undefined,
    interactionId,
    // Elsewhere a queue is where work goes to.
    queueIds: (type === 'beginStopgap' || type === 'lendAgent') && queueId !== undefined ? [queueId] : (queueIds ?? []),
  }
}

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

interface GivenFile {
  readonly name: string
  readonly bytes: Buffer
}

/** The file that goes along with the words of an agent, once it is seen that they have the conversation. */
async function fileOf(
  runtime: Runtime,
  who: Who,
  interactionId: string,
  file: GivenFile,
): Promise<NewContent['attachment']> {
  const { channel } = inOwnHand(runtime, who, interactionId)
  const carried = { chat: 'chats', sms: 'texts', email: 'email', voice: 'texts' } as const
  await requireRoomForFile(runtime.database, interactionId, file.bytes.length)
  return checkedFile(file, carried[channel])
}

/**
 * Checks a command of a person at the edge, keeps its words as content, and gives the journal's number up to which its
 * effects reach. A file goes along with a message. Throws a problem when it is refused.
 */
export async function commandOf(runtime: Runtime, who: Who, input: unknown, file?: GivenFile): Promise<number> {
  const { id: commandId, type, onBehalfOf, reason, body } = await request.validate(input, { abortEarly: false })
  const checked = await commandShapes[type].validate(body, { abortEarly: false, stripUnknown: true })
  limitRate(`person:${who.id}`, 1200)
  const inOthersName = onBehalfOf !== null && onBehalfOf !== who.id
  if (!mayAsk(who, type, checked, inOthersName)) throw notAllowed()
  if (inOthersName) requirePersonInSight(runtime, who, onBehalfOf)
  requireInSight(runtime, who, namedBy(type, checked, inOthersName ? onBehalfOf : null))
  const actor: Actor = { kind: 'person', id: who.id }
  const options = { id: commandId, onBehalfOf: inOthersName ? onBehalfOf : null, reason }
  let commandBody: unknown = checked
  const contents: NewContent[] = []
  /** Words that are kept with the command; null where there are none. */
  const kept = (kind: NewContent['kind'], interactionId: string | null, words: string | null): string | null => {
    if (words === null || words.trim() === '') return null
    const id = contentIdFor(actor, commandId, words)
    contents.push({ id, interactionId, kind, body: words })
    return id
  }
  if (type === 'sendMessage') {
    const { agentId, interactionId, text: words, subject: given, textLineId } = checked as Checked<'sendMessage'>
    // Only email has a subject; without one it answers what was written before.
    const isEmail = runtime.follower.state.interactions.get(interactionId)?.channel === 'email'
    const subject = isEmail && given !== '' ? given : null
    if (!isEmail) text.validateSync(words)
    if (file === undefined && words === '') throw new yup.ValidationError('Write something first.', words, 'text')
    const attachment = file && (await fileOf(runtime, who, interactionId, file))
    const contentId = contentIdFor(actor, commandId, words, subject ?? '', file?.name ?? '', file?.bytes ?? '')
    contents.push({ id: contentId, interactionId, kind: 'message', body: words, subject, attachment })
    commandBody = { agentId, interactionId, contentId, textLineId } satisfies CommandBodies['sendMessage']
  } else if (type === 'warnCustomer') {
    const { text: words, ...rest } = checked as Checked<'warnCustomer'>
    const contentId = kept('message', rest.interactionId, words)
    commandBody = { ...rest, contentId } satisfies CommandBodies['warnCustomer']
  } else if (type === 'saveWrapUp') {
    const { notes, ...rest } = checked as Checked<'saveWrapUp'>
    const notesContentId = kept('notes', rest.interactionId, notes)
    commandBody = { ...rest, notesContentId } satisfies CommandBodies['saveWrapUp']
  } else if (type === 'transferInteraction') {
    const { note, toQueueId, toAgentId, ...rest } = checked as Checked<'transferInteraction'>
    if ((toQueueId === null) === (toAgentId === null))
      throw new yup.ValidationError('To: choose a queue or a person.', null, 'toQueueId')
    const noteContentId = kept('notes', rest.interactionId, note)
    const to = toQueueId === null ? { agentId: toAgentId ?? '' } : { queueId: toQueueId }
    commandBody = { ...rest, to, noteContentId } satisfies CommandBodies['transferInteraction']
  } else if (type === 'attendCall') {
    const { interactionId, way } = checked as Checked<'attendCall'>
    const { processId } = runtime
    commandBody = { interactionId, way, personId: who.id, processId } satisfies CommandBodies['attendCall']
  } else if (type === 'grantSkill') {
    const { skillId } = checked as Checked<'grantSkill'>
    if (runtime.follower.document?.skills.some((skill) => skill.id === skillId) !== true)
      throw new yup.ValidationError('Skill: choose one of the plan.', skillId, 'skillId')
  } else if (type === 'beginStopgap') {
    const { words, ...rest } = checked as Checked<'beginStopgap'>
    const wordsId = kept('announcement', null, words)
    commandBody = { ...rest, wordsId } satisfies CommandBodies['beginStopgap']
  } else if (type === 'beginEmergency') {
    const { announcement, ...rest } = checked as Checked<'beginEmergency'>
    const announcementId = kept('announcement', null, announcement)
    commandBody = { ...rest, announcementId } satisfies CommandBodies['beginEmergency']
  }
  if (type === 'blockCustomer' || type === 'refuseBlock') {
    const { interactionId } = checked as Checked<'blockCustomer' | 'refuseBlock'>
    if (interactionId !== null) requireBlockRequest(runtime, who, interactionId)
  }
  if (type === 'identifyCustomer') await requireOfNumber(runtime, checked as Checked<'identifyCustomer'>)
  const command = envelope(type, actor, commandBody as CommandBodies[PersonCommand], options)
  const { seq, refusal } = await runtime.sender.submit({ command, contents })
  if (refusal !== null) throw refused(refusal, seq)
  return seq
}
