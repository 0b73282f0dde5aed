import type { TextState } from '@eudromos/core/routing'
import { and, eq } from 'drizzle-orm'
import type { Database } from './connect.ts'
import * as t from './schema.ts'

/** A text or an email on its way out, with all that a carrier needs but the line's address. */
export interface DueText {
  readonly interactionId: string
  readonly number: number
  readonly lineId: string
  /** E.164, or an email address. */
  readonly to: string
  readonly text: string
  /** Of an email; null: none. */
  readonly subject: string | null
  /** The subject is that of what was written before. */
  readonly answers: boolean
  /** What goes with the words; its bytes as base64. */
  readonly file: { readonly name: string; readonly type: string; readonly data: string } | null
  /** How often it was put on its way. */
  readonly round: number
  /** How often it was tried since, this time included. */
  readonly tries: number
  /** The customer wants no texts from this line. */
  readonly stopped: boolean
}

/**
 * Takes texts that are due, the oldest first; whoever takes them has `leaseSeconds` for it, after which they are due again.
 * Two who take at once get different ones, and of a thread nothing goes before what was written first.
 */
export async function takeDueTexts(database: Database, limit: number, leaseSeconds: number): Promise<DueText[]> {
  const { rows } = await database.$client.query<DueText>({
    name: 'take-texts',
    text: `with due as (
             select interaction_id, number from text_out o where state = 'queued' and due_at <= now()
               and not exists (select from text_out before where before.interaction_id = o.interaction_id
                                 and before.number < o.number and before.state = 'queued')
             order by due_at limit $1 for update skip locked),
           taken as (
             update text_out o set tries = o.tries + 1, due_at = now() + $2 * interval '1 second' from due
             where o.interaction_id = due.interaction_id and o.number = due.number
             returning o.*)
           select o.interaction_id as "interactionId", o.number, o.line_id as "lineId", a.value as "to",
             coalesce(c.body, '') as text, o.round, o.tries,
             case when f.content_id is not null then json_build_object('name', f.file_name, 'type', f.media_type,
               'data', translate(encode(f.bytes, 'base64'), E'\\n', '')) end as file,
             coalesce(c.subject, b.subject) as subject, c.subject is null as answers,
             not o.owed and exists (select from text_stop s where s.line_id = o.line_id and s.address_id = o.address_id) as stopped
           from taken o join address a on a.id = o.address_id left join content c on c.id = o.content_id
             left join attachment f on f.content_id = o.content_id
             left join lateral (
               select bc.subject from message m join content bc on bc.id = m.content_id
               where c.subject is null and a.kind = 'email' and m.interaction_id = o.interaction_id
                 and m.number < o.number and bc.subject is not null
               order by m.number desc limit 1) b on true
           order by o.interaction_id, o.number`,
    values: [limit, leaseSeconds],
  })
  return rows
}

/**
 * Notes that the customer of a number wants no texts from a line, or wants them again, and puts the answer to that on its
 * way. The same id a second time is the same request: it changes nothing any more.
 */
export async function obeyOrder(
  database: Database,
  order: { id: string; lineId: string; addressId: string; stop: boolean; answer: string },
): Promise<void> {
  const { id, lineId, addressId, stop, answer } = order
  await database.transaction(async (tx) => {
    await tx.insert(t.content).values({ id, interactionId: null, kind: 'message', body: answer }).onConflictDoNothing()
    const row = { interactionId: id, number: 1, lineId, addressId, contentId: id, owed: true }
    const fresh = await tx.insert(t.textOut).values(row).onConflictDoNothing().returning({ id: t.textOut.contentId })
    if (fresh.length === 0) return
    if (stop) await tx.insert(t.textStop).values({ lineId, addressId }).onConflictDoNothing()
    else await tx.delete(t.textStop).where(and(eq(t.textStop.lineId, lineId), eq(t.textStop.addressId, addressId)))
  })
}

/**
 * Notes what became of a text; what was delivered stays so, and what is said of an earlier round counts no more. True where
 * this was news. Queued anew, it begins another round.
 */
export async function noteText(
  database: Database,
  { interactionId, number, round }: Pick<DueText, 'interactionId' | 'number' | 'round'>,
  state: TextState,
  reason: string | null = null,
): Promise<boolean> {
  const { rowCount } = await database.$client.query({
    name: 'note-text',
    text: `update text_out set state = $3, reason = $4,
             due_at = case when $3 = 'queued' then now() else due_at end,
             tries = case when $3 = 'queued' then 0 else tries end,
             round = case when $3 = 'queued' then round + 1 else round end
           where interaction_id = $1 and number = $2 and round = $5 and state <> 'delivered' and state <> $3`,
    values: [interactionId, number, state, reason, round],
  })
  return rowCount === 1
}

/** Puts it off: it is due again in so many seconds. */
export async function putOffText(
  database: Database,
  { interactionId, number }: Pick<DueText, 'interactionId' | 'number'>,
  seconds: number,
): Promise<void> {
  await database.$client.query(
    `update text_out set due_at = now() + $3 * interval '1 second'
     where interaction_id = $1 and number = $2 and state = 'queued'`,
    [interactionId, number, seconds],
  )
}

export interface TextFate {
  readonly state: TextState
  readonly reason: string | null
  readonly round: number
}

/** What became of the texts of an interaction, by the message's number. */
export async function readTexts(database: Database, interactionId: string): Promise<Map<number, TextFate>> {
  const { rows } = await database.$client.query<TextFate & { number: number }>(
    'select number, state, reason, round from text_out where interaction_id = $1',
    [interactionId],
  )
  return new Map(rows.map(({ number, ...fate }) => [number, fate]))
}
