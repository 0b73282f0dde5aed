import { isCall, type InteractionId, type AnyId } from '@eudromos/core/plan'
import 'server-only'
import * as yup from '../../view/yup.ts'
import { isAgentGone, visitOf, type Interaction } from '@eudromos/core/routing'
import {
  beginRecording,
  deleteMark,
  insertMark,
  readRecordingsOf,
  endRecording,
  putRecordingPart,
  readRecording,
  readRecordingMeta,
  noteHearing,
  readRecord,
  type RecordingEnd,
} from '@eudromos/database'
import { uuid } from '../gateway/gateway-shapes.ts'
import type { RecordingChoice } from '../../view/recording.ts'
import { inOwnHand } from '../sight/hands.ts'
import { notFound, problem, ProblemError, tooMany } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { seesRecord, sightFor } from '../sight/sight.ts'
import type { Who } from '../edge/who.ts'

/** Of two seconds of speech, which are some 6 kB: nobody is to fill the disk with these. */
export const mostPartBytes = 64 * 1024
const mostBytesPerSecond = 8 * 1024
/** What may come at once: after an outage, what was kept at the end meanwhile. */
const mostBytesAtOnce = 512 * 1024
const mostStretches = 100
/** What was said before a call ended, or was passed on, may still be on its way for so long. */
const graceMs = 30_000

const idShape = yup.object({ id: uuid.required('Give the recording an id.') })
const beginShape = idShape.shape({ interactionId: yup.string<AnyId>().max(200).required('Name the call.') })

const notRecorded = (): ProblemError =>
  new ProblemError(problem(409, 'notRecorded', 'Not recorded', 'This call is not to be recorded.'))

/** By which rule a call is recorded now; throws where it is not to be. */
function policyOf({ follower }: Runtime, interaction: Interaction): 'always' | 'byAgent' {
  const queue = follower.document?.queues.find((one) => one.id === visitOf(interaction).queueId)
  const policy = queue?.recording ?? 'never'
  if (!isCall(interaction.channel) || policy === 'never' || interaction.recordingRefused) throw notRecorded()
  return policy
}

async function requireFew({ database }: Runtime, callId: InteractionId): Promise<void> {
  if ((await readRecordingsOf(database, callId)).recordings.length >= mostStretches) throw tooMany()
}

/** A stretch of recording begins at the end of the agent who has the call. The same id a second time is the same stretch. */
export async function begin(runtime: Runtime, who: Who, input: unknown): Promise<void> {
  const { id, interactionId } = await beginShape.validate(input)
  const { database, clock } = runtime
  policyOf(runtime, inOwnHand(runtime, who, interactionId))
  await requireFew(runtime, interactionId)
  await beginRecording(database, { id, interactionId, personId: who.id, startedAt: clock.now() })
}

/**
 * What whoever has the call had wanted of its recording before their page was opened anew, in another window or at another
 * computer: paused it stays, and what ran goes on.
 */
export async function choiceOf(
  runtime: Runtime,
  who: Who,
  interactionId: InteractionId,
): Promise<{ choice: RecordingChoice }> {
  inOwnHand(runtime, who, interactionId)
  const { recordings } = await readRecordingsOf(runtime.database, interactionId)
  const last = recordings.findLast(({ personId }) => personId === who.id)
  return { choice: last?.end === 'paused' ? 'off' : last?.end === null ? 'on' : '' }
}

/**
 * Begins a recording at the customer's end while the agent's page is gone, where every call is recorded or this one was when
 * that page went. What the agent had paused stays paused.
 */
export async function beginAtCustomer(runtime: Runtime, callId: InteractionId, input: unknown): Promise<void> {
  const { id } = await idShape.validate(input)
  const { follower, database, clock } = runtime
  const interaction = follower.state.interactions.get(callId)
  if (interaction === undefined || !isAgentGone(follower.state, interaction)) throw notRecorded()
  const policy = policyOf(runtime, interaction)
  const last = (await readRecordingsOf(database, callId)).recordings.findLast(({ personId }) => personId !== null)
  const goesOn =
    last === undefined ? policy === 'always' : last.end === null || (policy === 'always' && last.end === 'ended')
  if (!goesOn) throw notRecorded()
  await requireFew(runtime, callId)
  await beginRecording(database, { id, interactionId: callId, personId: null, startedAt: clock.now() })
}

/** Until when the end was in the call: null while it is, and where the call is over, until that. */
async function inCallUntil(
  { follower, database }: Runtime,
  end: RecordingEnd,
  callId: InteractionId,
): Promise<number | null> {
  const interaction = follower.state.interactions.get(callId)
  if (interaction === undefined) {
    const row = await readRecord(database, callId)
    return row === null || row.recordingRefused ? 0 : row.endedAt
  }
  const talk = interaction.participations.findLast(
    ({ leg, personId }) => leg === 'talk' && ('callId' in end || personId === end.personId),
  )
  return talk === undefined ? 0 : talk.to
}

/** Throws where a call is not to be recorded at that end now: refused, by the plan, or not in it for longer than the grace. */
async function requireGoesOn(runtime: Runtime, end: RecordingEnd, callId: InteractionId): Promise<void> {
  const interaction = runtime.follower.state.interactions.get(callId)
  if (interaction !== undefined) policyOf(runtime, interaction)
  const until = await inCallUntil(runtime, end, callId)
  if (until !== null && runtime.clock.now() - until > graceMs) throw notRecorded()
}

/** Of what is recorded at that end; throws where it is another's, or where the call is not to be recorded any more. */
export async function putPart(
  runtime: Runtime,
  at: RecordingEnd,
  id: string,
  number: number,
  bytes: Buffer,
): Promise<void> {
  const { database, clock } = runtime
  if (!Number.isInteger(number) || number < 1 || number > 100_000) throw notFound('This part')
  const meta = await readRecordingMeta(database, id)
  if (meta === null) throw notFound('This recording')
  const seconds = Math.max(0, clock.now() - meta.startedAt) / 1000
  const most = mostBytesAtOnce + seconds * mostBytesPerSecond
  await requireGoesOn(runtime, at, meta.interactionId)
  const came = await putRecordingPart(database, id, at, { number, bytes, at: clock.now() }, Math.floor(most))
  if (came === 'none') throw notFound('This recording')
  if (came === 'over') throw notRecorded()
  if (came === 'tooMuch')
    throw new ProblemError(
      problem(
        413,
        'tooLarge',
        'Too large',
        'More sound came than the call has lasted. The recording goes on with what comes later.',
      ),
    )
}

const endShape = yup.object({
  how: yup
    .string()
    .oneOf(['paused', 'ended'] as const)
    .required('Say how it ended.'),
})

export async function end({ database, clock }: Runtime, at: RecordingEnd, id: string, input: unknown): Promise<void> {
  const { how } = await endShape.validate(input)
  if (!(await endRecording(database, id, at, how, clock.now()))) throw notFound('This recording')
}

/** For those who may read the record of the call; that they heard it is noted. */
export async function hear(runtime: Runtime, who: Who, id: string): Promise<Buffer> {
  const { database, follower, clock } = runtime
  const meta = await readRecordingMeta(database, id)
  const row = meta === null ? null : await readRecord(database, meta.interactionId)
  if (meta === null || row === null || !seesRecord(sightFor(follower, who.id), row)) throw notFound('This recording')
  await noteHearing(database, id, who.id, clock.now())
  return readRecording(database, id)
}

export const markShape = yup.object({
  id: uuid.required('Give the mark an id.'),
  atMs: yup
    .number()
    .integer('Place: give whole milliseconds.')
    .min(0, 'Place: give 0 ms or more.')
    .max(86_400_000, 'Place: give at most a day.')
    .required('Place: say where it is.'),
  note: yup
    .string()
    .trim()
    .min(1, 'Note: write what is there.')
    .max(200, 'Note: use at most 200 characters.')
    .required('Note: write what is there.'),
})

/** Throws where the call is none that who asks may see, or was not recorded. */
async function requireRecorded({ database, follower }: Runtime, who: Who, interactionId: InteractionId): Promise<void> {
  const row = await readRecord(database, interactionId)
  const seen = row !== null && seesRecord(sightFor(follower, who.id), row)
  if (!seen || (await readRecordingsOf(database, interactionId)).recordings.length === 0)
    throw notFound('This recording')
}

/** Marks a place in the recording of a call. */
export async function mark(
  runtime: Runtime,
  who: Who,
  interactionId: InteractionId,
  input: yup.InferType<typeof markShape>,
): Promise<void> {
  await requireRecorded(runtime, who, interactionId)
  await insertMark(runtime.database, interactionId, { ...input, personId: who.id, madeAt: runtime.clock.now() })
}

/** Of one's own marks only. */
export async function unmark(runtime: Runtime, who: Who, id: string): Promise<void> {
  if (!(await deleteMark(runtime.database, id, who.id))) throw notFound('This mark of yours')
}
