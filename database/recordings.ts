import type { InteractionId, PersonId } from '@eudromos/core/plan'
import { and, asc, eq, inArray, lt, notInArray } from 'drizzle-orm'
import type { Database } from './connect.ts'
import * as t from './schema.ts'

/** A stretch of a call's recording. */
export interface RecordingMeta {
  readonly id: string
  readonly interactionId: InteractionId
  /** At whose end it was recorded; null: the customer's. */
  readonly personId: PersonId | null
  readonly startedAt: number
  /** When its last part came. */
  readonly lastAt: number
  /** Null where its end was never told: the page was gone. */
  readonly end: 'paused' | 'ended' | null
  /** Its parts were kept for their time and are gone. */
  readonly gone: boolean
}

export async function beginRecording(
  database: Database,
  begun: Pick<RecordingMeta, 'id' | 'interactionId' | 'personId' | 'startedAt'>,
): Promise<void> {
  await database
    .insert(t.recording)
    .values({ ...begun, lastAt: begun.startedAt })
    .onConflictDoNothing()
}

/** At which end it is recorded: that of somebody of the centre, or of the customer of a call. */
export type RecordingEnd = { readonly personId: PersonId } | { readonly callId: string }

const ends = (end: RecordingEnd): { personId: PersonId | null; callId: string | null } =>
  'personId' in end ? { ...end, callId: null } : { ...end, personId: null }

/** As parameters 2 and 3 of a statement. */
const isOwn = `id = $1 and person_id is not distinct from $2::text and ($3::text is null or interaction_id = $3)`

/**
 * Kept at once, so that nothing of what has come is lost; the same part again changes nothing. `mostBytes` is for all of
 * the stretch. Gives what became of it: `over` where the stretch has ended, `none` where that end has no such recording.
 */
export async function putRecordingPart(
  database: Database,
  id: string,
  end: RecordingEnd,
  { number, bytes, at }: { readonly number: number; readonly bytes: Buffer; readonly at: number },
  mostBytes: number,
): Promise<'kept' | 'over' | 'tooMuch' | 'none'> {
  const { personId, callId } = ends(end)
  const { rows } = await database.$client.query<{ over: boolean; kept: boolean }>({
    name: 'put-recording-part',
    text: `with own as (select id, "end" is not null as over, size + length($5::bytea) <= $7 as fits
                        from recording where ${isOwn} for update),
                put as (insert into recording_part (recording_id, number, bytes)
                        select id, $4::int, $5::bytea from own where fits and not over on conflict do nothing returning 1),
                counted as (update recording r
                            set last_at = $6, size = r.size + (select count(*) from put) * length($5::bytea)
                            from own where r.id = own.id and fits and not over)
           select over, fits as kept from own`,
    values: [id, personId, callId, number, bytes, at, mostBytes],
  })
  const [found] = rows
  if (found === undefined) return 'none'
  return found.over ? 'over' : found.kept ? 'kept' : 'tooMuch'
}

export async function endRecording(
  database: Database,
  id: string,
  end: RecordingEnd,
  how: 'paused' | 'ended',
  at: number,
): Promise<boolean> {
  const { personId, callId } = ends(end)
  const { rowCount } = await database.$client.query(`update recording set "end" = $4, last_at = $5 where ${isOwn}`, [
    id,
    personId,
    callId,
    how,
    at,
  ])
  return rowCount === 1
}

export async function readRecordingMeta(database: Database, id: string): Promise<RecordingMeta | null> {
  const [row] = await database.select().from(t.recording).where(eq(t.recording.id, id))
  return row ?? null
}

/** The parts of a stretch in order, up to the first that is missing: beyond it nothing could be played. */
export async function readRecording(database: Database, id: string): Promise<Buffer> {
  const parts = await database
    .select({ number: t.recordingPart.number, bytes: t.recordingPart.bytes })
    .from(t.recordingPart)
    .where(eq(t.recordingPart.recordingId, id))
    .orderBy(asc(t.recordingPart.number))
  const whole = parts.filter(({ number }, n) => number === n + 1)
  return Buffer.concat(whole.map(({ bytes }) => bytes))
}

/** The stretches of a call in order, and who has heard any of them. */
export async function readRecordingsOf(
  database: Database,
  interactionId: InteractionId,
): Promise<{ recordings: RecordingMeta[]; heardBy: PersonId[] }> {
  const recordings = await database
    .select()
    .from(t.recording)
    .where(eq(t.recording.interactionId, interactionId))
    .orderBy(asc(t.recording.startedAt), asc(t.recording.id))
  if (recordings.length === 0) return { recordings, heardBy: [] }
  const heard = await database
    .selectDistinct({ personId: t.recordingHeard.personId })
    .from(t.recordingHeard)
    .where(
      inArray(
        t.recordingHeard.recordingId,
        recordings.map(({ id }) => id),
      ),
    )
  return { recordings, heardBy: heard.map(({ personId }) => personId) }
}

export async function noteHearing(
  database: Database,
  recordingId: string,
  personId: PersonId,
  at: number,
): Promise<void> {
  await database.insert(t.recordingHeard).values({ recordingId, personId, at })
}

/** Takes away the sound of what was recorded before an instant; that it was recorded, and who heard it, stays. */
export async function dropRecordings(database: Database, before: number): Promise<number> {
  return database.transaction(async (tx) => {
    const gone = await tx
      .update(t.recording)
      .set({ gone: true })
      .where(and(lt(t.recording.startedAt, before), eq(t.recording.gone, false)))
      .returning({ id: t.recording.id, interactionId: t.recording.interactionId })
    for (let from = 0; from < gone.length; from += 1000)
      await tx.delete(t.recordingPart).where(
        inArray(
          t.recordingPart.recordingId,
          gone.slice(from, from + 1000).map(({ id }) => id),
        ),
      )
    // What was noted of it was kept for the sound's sake, where nothing of it is left.
    const left = tx.select({ id: t.recording.interactionId }).from(t.recording).where(eq(t.recording.gone, false))
    const calls = [...new Set(gone.map(({ interactionId }) => interactionId))]
    for (let from = 0; from < calls.length; from += 1000)
      await tx
        .delete(t.recordingMark)
        .where(
          and(
            inArray(t.recordingMark.interactionId, calls.slice(from, from + 1000)),
            notInArray(t.recordingMark.interactionId, left),
          ),
        )
    return gone.length
  })
}

/** A place in the recording of a call that somebody should find again. */
export interface RecordingMark {
  readonly id: string
  /** Milliseconds of what was recorded, its stretches one after the other. */
  readonly atMs: number
  readonly note: string
  readonly personId: PersonId
}

/** The marks of a call's recording, in their order. */
export async function readMarks(database: Database, interactionId: InteractionId): Promise<RecordingMark[]> {
  const { id, atMs, note, personId } = t.recordingMark
  return database
    .select({ id, atMs, note, personId })
    .from(t.recordingMark)
    .where(eq(t.recordingMark.interactionId, interactionId))
    .orderBy(asc(t.recordingMark.atMs), asc(t.recordingMark.id))
}

/** The same id a second time is the same mark. */
export async function insertMark(
  database: Database,
  interactionId: InteractionId,
  mark: RecordingMark & { readonly madeAt: number },
): Promise<void> {
  await database
    .insert(t.recordingMark)
    .values({ interactionId, ...mark })
    .onConflictDoNothing()
}

/** Takes a mark away, by whoever made it; false where they have no such one. */
export async function deleteMark(database: Database, id: string, personId: PersonId): Promise<boolean> {
  const { rowCount } = await database
    .delete(t.recordingMark)
    .where(and(eq(t.recordingMark.id, id), eq(t.recordingMark.personId, personId)))
  return rowCount === 1
}
