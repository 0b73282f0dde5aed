import 'server-only'
import type { FilesIn, PlanDocument, InteractionId } from '@eudromos/core/plan'
import type { CommandBodies } from '@eudromos/core/routing'
import type { NewContent } from '@eudromos/database'
import { texts as words } from '../../messages/texts.ts'
import { languageFor, sayIn, shortMomentIn } from '../../messages/told/say.ts'
import { checkedFile, safeFileName } from '../records/attachments.ts'
import { requireClean } from '../records/scanner.ts'
import { refusedTo, type Caller } from './callers.ts'
import { envelope, gateway } from '../edge/envelope.ts'
import { contentIdFor } from '../edge/ids.ts'
import { ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'

// What comes in by the lines of which each message stands for itself: texts and email.

type Attachment = NonNullable<NewContent['attachment']>

/** A message as it is brought to the router. */
export interface Part {
  readonly id: InteractionId
  readonly body: string
  readonly subject?: string | null
  readonly attachment?: Attachment
}

interface Given {
  readonly id: InteractionId
  readonly text: string
  readonly files: readonly { readonly name: string; readonly data: string }[]
}

/**
 * What came as one, in as many messages as it has files. What the centre does not take is told in words: the rest is not to
 * be lost for it.
 */
export async function partsOf(
  { id, text, files }: Given,
  carried: Exclude<FilesIn, 'chats'>,
): Promise<[Part, ...Part[]]> {
  const taken: Attachment[] = []
  const left: string[] = []
  for (const { name, data } of files)
    try {
      const file = checkedFile({ name, bytes: Buffer.from(data, 'base64') }, carried)
      await requireClean(file.bytes)
      taken.push(file)
    } catch (error) {
      // Where it is only that nobody can look at the moment, whoever brings it tries again.
      if (!(error instanceof ProblemError) || error.problem.status >= 500) throw error
      left.push(words.leftOut[carried](safeFileName(name)))
    }
  const [first, ...rest] = taken
  const body = [...(text === '' ? [] : [text]), ...left].join('\n')
  return [
    { id, body, attachment: first },
    ...rest.map((attachment, n) => ({ id: `${id}.${n + 2}` as InteractionId, body: '', attachment })),
  ]
}

/** What goes back by itself while nobody answers the line, with when somebody will; empty where nothing does. */
function closedAnswerOf({ follower, clock }: Runtime, line: PlanDocument['lines'][number]): string {
  const { state, document } = follower
  const [queueId] = line.queueIds
  const now = clock.now()
  if (
    queueId === undefined ||
    line.closedAnswer === '' ||
    (state.queueDay(queueId).open && state.isLineOpenAt(line.id, now))
  )
    return ''
  const opensAt = state.answersFrom(line.id, queueId, now)
  const zone = document?.centre.zone ?? 'UTC'
  const language = languageFor(line.language, [])
  const opens = opensAt === null ? sayIn(language)('text.nextOpening') : shortMomentIn(language, opensAt, zone)
  return line.closedAnswer.replaceAll('{opens}', opens)
}

/** Brings what came in to the thread of its two addresses, or begins one. `answered`: something may go back by itself. */
export async function bringIn(
  runtime: Runtime,
  { line, addressId, customerId, terms }: Caller,
  [first, ...rest]: readonly [Part, ...Part[]],
  { to, answered }: { readonly to: string; readonly answered: boolean },
): Promise<{ taken: true; seq: number }> {
  const { follower } = runtime
  const thread = follower.state.index.threads.of(line.id, addressId)
  const interactionId = thread ?? first.id
  const answer = thread === null && answered ? closedAnswerOf(runtime, line) : ''
  // Told again, the hours may be put in other words: it is the same message that is answered.
  const closedAnswerId = answer === '' ? null : contentIdFor(gateway, first.id, 'answer')
  const answers: NewContent[] =
    closedAnswerId === null ? [] : [{ id: closedAnswerId, interactionId, kind: 'message', body: answer }]
  const arrival = { customerId, addressId, lineId: line.id, ...terms }
  let seq = await take(runtime, to, { ...arrival, closedAnswerId }, interactionId, first, answers)
  for (const part of rest) seq = await take(runtime, to, { ...arrival, closedAnswerId: null }, interactionId, part)
  return { taken: true, seq }
}

/** Brings one message to the router. The interaction that it begins is named by it: a second copy is the same command. */
async function take(
  { sender }: Runtime,
  to: string,
  arrival: Omit<CommandBodies['receiveText'], 'interactionId' | 'contentId'>,
  interactionId: InteractionId,
  { id, body, subject, attachment }: Part,
  others: readonly NewContent[] = [],
): Promise<number> {
  const contentId = contentIdFor(gateway, id, body, subject ?? '', attachment?.bytes ?? '')
  const command = envelope('receiveText', gateway, { ...arrival, interactionId: id, contentId }, { id })
  const contents = [{ id: contentId, interactionId, kind: 'message', body, subject, attachment } as const, ...others]
  const { seq, refusal } = await sender.submit({ command, contents })
  if (refusal !== null) throw refusedTo(to, refusal, seq)
  return seq
}
