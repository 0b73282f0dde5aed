import 'server-only'
import * as yup from 'yup'
import { visitOf } from '@eudromos/core/routing'
import {
  beginRecording,
  endRecording,
  putRecordingPart,
  readRecording,
  readRecordingMeta,
  noteHearing,
  readRecord,
} from '@eudromos/database'
import { uuid } from './gateway-shapes.ts'
import { inHand } from './hands.ts'
import { notAllowed, notFound, problem, ProblemError } from './problem.ts'
import type { Runtime } from './runtime.ts'
import { seesRecord, sightFor } from './sight.ts'
import type { Who } from './who.ts'

export const mostPartBytes = 1024 * 1024

const beginShape = yup.object({
  id: uuid.required('Give the recording an id.'),
  interactionId: yup.string().max(200).required('Name the call.'),
})

/** A stretch of recording begins at the end of the agent who has the call. The same id a second time is the same stretch. */
export async function begin(runtime: Runtime, who: Who, input: unknown): Promise<void> {
  const { id, interactionId } = await beginShape.validate(input)
  const { follower, database, clock } = runtime
  const interaction = inHand(runtime, who, interactionId)
  // A colleague who was asked into it has it not.
  if (interaction.guests.some(({ personId }) => personId === who.id)) throw notAllowed()
  const queue = follower.document?.queues.find((one) => one.id === visitOf(interaction).queueId)
  if (
    interaction.channel !== 'voice' ||
    queue === undefined ||
    queue.recording === 'never' ||
    interaction.recordingRefused
  )
    throw new ProblemError(problem(409, 'notRecorded', 'Not recorded', 'This call is not to be recorded.'))
  await beginRecording(database, { id, interactionId, personId: who.id, startedAt: clock.now() })
}

/** Of one's own recordings; throws where it is another's. */
export async function putPart(runtime: Runtime, who: Who, id: string, number: number, bytes: Buffer): Promise<void> {
  if (!Number.isInteger(number) || number < 1 || number > 100_000) throw notFound('This part')
  const { database, clock } = runtime
  if (!(await putRecordingPart(database, { id, personId: who.id }, number, bytes, clock.now())))
    throw notFound('This recording')
}

const endShape = yup.object({
  how: yup
    .string()
    .oneOf(['paused', 'ended'] as const)
    .required('Say how it ended.'),
})

export async function end({ database, clock }: Runtime, who: Who, id: string, input: unknown): Promise<void> {
  const { how } = await endShape.validate(input)
  if (!(await endRecording(database, { id, personId: who.id }, how, clock.now()))) throw notFound('This recording')
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
