import type { ContentId, InteractionId } from '@eudromos/core/plan'
import 'server-only'
import { vconOf, type VconBody } from '@eudromos/core/records'
import { readAttachment } from '@eudromos/database'
import { hear } from './recordings.ts'
import { recordDetails } from './records.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

const base64url = (bytes: Buffer): string => bytes.toString('base64url')

/** One record as a vCon, with what is kept of its files and recordings: whoever takes it has heard them, which is noted. */
export async function vconRecord(runtime: Runtime, who: Who, id: InteractionId): Promise<object> {
  const { database, follower, clock } = runtime
  const { row, transcript, notes, address, line, recordings, answers } = await recordDetails(runtime, who.id, id)
  const fileOf = async (contentId: ContentId): Promise<VconBody | null> => {
    const found = await readAttachment(database, contentId)
    return found === null
      ? null
      : { fileName: found.fileName, mediaType: found.mediaType, body: base64url(found.bytes) }
  }
  const messages = await Promise.all(
    transcript.map(async ({ side, personId, at, text, subject, contentId, attachment }) => ({
      side,
      personId,
      at,
      text,
      subject,
      file: attachment === null ? null : await fileOf(contentId),
    })),
  )
  const kept = await Promise.all(
    recordings
      .filter(({ gone }) => !gone)
      .map(async (one) => ({
        personId: one.personId,
        from: one.startedAt,
        to: one.lastAt,
        fileName: `${one.id}.webm`,
        mediaType: 'audio/webm',
        body: base64url(await hear(runtime, who, one.id)),
      })),
  )
  return vconOf({
    record: row,
    at: clock.now(),
    centreName: follower.document?.centre.name ?? '',
    queueName: row.queueName,
    customer: { name: row.customerName, address },
    line: { name: line.name, address: line.address },
    nameOf: (personId) => follower.people.get(personId)?.name ?? personId,
    messages,
    recordings: kept,
    notes,
    answers: answers.map(({ question, answer }) => ({ question, answer })),
  })
}
