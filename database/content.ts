import type { PartyId } from '@eudromos/core/calls'
import type { ContentId, InteractionId, PersonId } from '@eudromos/core/plan'
import { asc, eq, inArray, sql } from 'drizzle-orm'
import type { Database } from './connect.ts'
import * as t from './schema.ts'

export interface AttachmentInfo {
  readonly fileName: string
  readonly mediaType: string
  readonly sizeBytes: number
}

export interface MessageText {
  readonly text: string
  /** Of an email; null: as the one before it, or none. */
  readonly subject: string | null
  readonly attachment: AttachmentInfo | null
}

export interface TranscriptLine extends MessageText {
  readonly interactionId: InteractionId
  readonly number: number
  readonly at: number
  readonly side: 'customer' | 'agent'
  readonly personId: PersonId | null
  readonly contentId: ContentId
}

export interface NewContent {
  readonly id: ContentId
  /** Null for what is said to all. */
  readonly interactionId: InteractionId | null
  readonly kind: 'message' | 'notes' | 'announcement'
  readonly body: string
  readonly subject?: string | null
  readonly attachment?: { readonly fileName: string; readonly mediaType: string; readonly bytes: Buffer }
}

/** The words of contents by id; one that was erased is left out. */
export async function readContents(database: Database, ids: readonly string[]): Promise<Map<string, MessageText>> {
  if (ids.length === 0) return new Map()
  const { rows } = await database.$client.query<{
    id: string
    body: string
    subject: string | null
    file_name: string | null
    media_type: string | null
    size: number | null
  }>({
    name: 'read-contents',
    text: `select c.id, c.body, c.subject, a.file_name, a.media_type, length(a.bytes) as size
           from content c left join attachment a on a.content_id = c.id where c.id = any($1::text[])`,
    values: [ids],
  })
  return new Map(rows.map((row) => [row.id, { text: row.body, subject: row.subject, attachment: infoOf(row) }]))
}

const infoOf = (row: {
  file_name: string | null
  media_type: string | null
  size: number | null
}): AttachmentInfo | null =>
  row.file_name === null ? null : { fileName: row.file_name, mediaType: row.media_type ?? '', sizeBytes: row.size ?? 0 }

/** All that was written in these interactions, in order. */
export async function readTranscripts(
  database: Database,
  interactionIds: readonly InteractionId[],
): Promise<TranscriptLine[]> {
  if (interactionIds.length === 0) return []
  const lines = await database
    .select()
    .from(t.message)
    .where(inArray(t.message.interactionId, [...interactionIds]))
    .orderBy(asc(t.message.interactionId), asc(t.message.number))
  const words = await readContents(
    database,
    lines.map(({ contentId }) => contentId),
  )
  return lines.map((line) => ({
    ...line,
    ...(words.get(line.contentId) ?? { text: '', subject: null, attachment: null }),
  }))
}

/** How many bytes the files of a conversation have together. */
export async function readFilesSize(database: Database, interactionId: InteractionId): Promise<number> {
  const { rows } = await database.$client.query<{ size: number }>(
    `select coalesce(sum(length(a.bytes)), 0)::int as size
     from content c join attachment a on a.content_id = c.id where c.interaction_id = $1`,
    [interactionId],
  )
  return rows[0]?.size ?? 0
}

export interface StoredAttachment {
  readonly interactionId: InteractionId
  readonly fileName: string
  readonly mediaType: string
  readonly bytes: Buffer
}

export async function readAttachment(database: Database, contentId: ContentId): Promise<StoredAttachment | null> {
  const [row] = await database
    .select({
      // A text that came while its thread was being begun may stand under another id than its conversation's.
      interactionId: sql<InteractionId | null>`coalesce(${t.message.interactionId}, ${t.content.interactionId})`,
      fileName: t.attachment.fileName,
      mediaType: t.attachment.mediaType,
      bytes: t.attachment.bytes,
    })
    .from(t.attachment)
    .innerJoin(t.content, eq(t.content.id, t.attachment.contentId))
    .leftJoin(t.message, eq(t.message.contentId, t.attachment.contentId))
    .where(eq(t.attachment.contentId, contentId))
  return row === undefined || row.interactionId === null ? null : { ...row, interactionId: row.interactionId }
}

export async function readNotes(database: Database, contentId: ContentId | null): Promise<string | null> {
  if (contentId === null) return null
  const [row] = await database.select({ body: t.content.body }).from(t.content).where(eq(t.content.id, contentId))
  return row?.body ?? null
}

/** What two ends of a call say to each other to set it up: its customer, and people of the centre by their ids. */
export interface Signal {
  readonly interactionId: InteractionId
  readonly from: PartyId
  readonly to: PartyId
  /** Of the setting up; as the browsers have made it. */
  readonly data: unknown
}

/** A hint's payload must stay below 8,000 bytes. */
export const mostSignalBytes = 7500

/** Brings a signal to whoever listens now. Nothing of it is kept. */
export async function sendSignal(database: Database, signal: Signal): Promise<void> {
  await database.$client.query(`select pg_notify('signal', $1)`, [JSON.stringify(signal)])
}

/** A sign that is not kept: it goes to whoever listens now. */
export async function sendTyping(
  database: Database,
  typing: { readonly interactionId: InteractionId; readonly side: 'customer' | 'agent' },
): Promise<void> {
  await database.$client.query(`select pg_notify('typing', $1)`, [JSON.stringify(typing)])
}
