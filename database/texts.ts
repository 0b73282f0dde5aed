import type { AddressId, InteractionId, LineId, ContentId } from '@eudromos/core/plan'
import type pg from 'pg'
import type { TextState } from '@eudromos/core/routing'
import { drizzle } from 'drizzle-orm/node-postgres'
import { and, eq } from 'drizzle-orm'
import type { Database } from './connect.ts'
import { inTransaction } from './following.ts'
import { askFor, type RingKey, type TextKey } from './jobs.ts'
import * as t from './schema.ts'

/** A text or an email of the centre, with all that a carrier needs but the line's address. */
export interface OutgoingWords extends TextKey {
  readonly lineId: LineId
  /** E.164, or an email address; null: it is not known any more. */
  readonly to: string | null
  readonly text: string
  /** Of an email; null: none. */
  readonly subject: string | null
  /** The subject is that of what was written before. */
  readonly answers: boolean
  /** What goes with the words; its bytes as base64. */
  readonly file: { readonly name: string; readonly type: string; readonly data: string } | null
  readonly state: TextState
  /** The customer wants no texts from this line. */
  readonly stopped: boolean
}

/** What is to be carried under this key, or was; null where it has been put on its way anew since, or is not there. */
export async function readOutgoing(
  database: Database,
  { interactionId, number, round }: TextKey,
): Promise<OutgoingWords | null> {
  const { rows } = await database.$client.query<OutgoingWords>({
    name: 'read-outgoing',
    text: `select o.interaction_id as "interactionId", o.number, o.line_id as "lineId", a.value as "to",
             coalesce(c.body, '') as text, o.round, o.state,
             case when f.content_id is not null then json_build_object('name', f.file_name, 'type', f.media_type,
               'data', translate(encode(f.bytes, 'base64'), E'\\n', '')) end as file,
             coalesce(c.subject, b.subject) as subject, c.subject is null as answers,
             not o.owed and exists (select from text_stop s where s.line_id = o.line_id and s.address_id = o.address_id) as stopped
           from text_out o left join address a on a.id = o.address_id left join content c on c.id = o.content_id
             left join attachment f on f.content_id = o.content_id
             left join lateral (
               select bc.subject from message m join content bc on bc.id = m.content_id
               where c.subject is null and a.kind = 'email' and m.interaction_id = o.interaction_id
                 and m.number < o.number and bc.subject is not null
               order by m.number desc limit 1) b on true
           where o.interaction_id = $1 and o.number = $2 and o.round = $3`,
    values: [interactionId, number, round],
  })
  return rows[0] ?? null
}

/** By which line whom a call rings, as long as it does; no number: it is not known any more. */
export async function readDialled(
  { $client }: Database,
  { interactionId, number }: RingKey,
): Promise<{ readonly lineId: LineId; readonly to: string | null } | null> {
  const { rows } = await $client.query<{ lineId: LineId; to: string | null }>({
    name: 'read-dialled',
    text: `select r.line_id as "lineId", a.value as "to" from ringing g join record r on r.id = g.interaction_id
             left join address a on a.id = r.address_id
           where g.interaction_id = $1 and g.number = $2`,
    values: [interactionId, number],
  })
  return rows[0] ?? null
}

/** The first of each thread that waits to be carried: of a thread nothing goes before what was written first. */
async function firstQueued(client: pg.ClientBase, interactionIds: readonly InteractionId[]): Promise<TextKey[]> {
  const { rows } = await client.query<TextKey>(
    `select distinct on (interaction_id) interaction_id as "interactionId", number, round from text_out
     where interaction_id = any($1) and state = 'queued' order by interaction_id, number`,
    [interactionIds],
  )
  return rows
}

/** Has carried what waits in these threads. Who carries one of them at this moment is waited for, so that none is left. */
export async function askToCarry(client: pg.ClientBase, interactionIds: readonly InteractionId[]): Promise<void> {
  await client.query(
    `select from text_out where interaction_id = any($1) and state = 'queued' order by interaction_id, number for update`,
    [interactionIds],
  )
  await askFor(client, 'carryText', await firstQueued(client, interactionIds))
}

/** The same with all that waits anywhere. */
export const askToCarryAll = (database: Database): Promise<void> =>
  inTransaction(database.$client, async (client) => {
    const { rows } = await client.query<{ id: InteractionId }>(
      `select distinct interaction_id as id from text_out where state = 'queued'`,
    )
    await askToCarry(
      client,
      rows.map(({ id }) => id),
    )
  })

/**
 * Notes that the customer of a number wants no texts from a line, or wants them again, and puts the answer to that on its
 * way. The same id a second time is the same request: it changes nothing any more.
 */
export async function obeyOrder(
  { $client }: Database,
  order: { id: InteractionId; lineId: LineId; addressId: AddressId; stop: boolean; answer: string },
): Promise<void> {
  const { id, lineId, addressId, stop, answer } = order
  // What the centre says of its own accord is a conversation of one message, both by the same id.
  const contentId = id as string as ContentId
  await inTransaction($client, async (client) => {
    const tx = drizzle(client)
    await tx
      .insert(t.content)
      .values({ id: contentId, interactionId: null, kind: 'message', body: answer })
      .onConflictDoNothing()
    const row = { interactionId: id, number: 1, lineId, addressId, contentId, owed: true }
    const fresh = await tx.insert(t.textOut).values(row).onConflictDoNothing().returning({ id: t.textOut.contentId })
    if (fresh.length === 0) return
    if (stop) await tx.insert(t.textStop).values({ lineId, addressId }).onConflictDoNothing()
    else await tx.delete(t.textStop).where(and(eq(t.textStop.lineId, lineId), eq(t.textStop.addressId, addressId)))
    await askToCarry(client, [id])
  })
}

/**
 * Notes what became of a text, and has the next of its thread carried; what was delivered stays so, and what is said of an
 * earlier round counts no more. True where this was news. Queued anew, it begins another round.
 */
export const noteText = (
  { $client }: Database,
  { interactionId, number, round }: TextKey,
  state: TextState,
  reason: string | null = null,
): Promise<boolean> =>
  inTransaction($client, async (client) => {
    const { rowCount } = await client.query({
      name: 'note-text',
      text: `update text_out set state = $3, reason = $4, round = case when $3 = 'queued' then round + 1 else round end
             where interaction_id = $1 and number = $2 and round = $5 and state <> 'delivered' and state <> $3`,
      values: [interactionId, number, state, reason, round],
    })
    await askFor(client, 'carryText', await firstQueued(client, [interactionId]))
    return rowCount === 1
  })

export interface TextFate {
  readonly state: TextState
  readonly reason: string | null
  readonly round: number
}

/** What became of the texts of an interaction, by the message's number. */
export async function readTexts(database: Database, interactionId: InteractionId): Promise<Map<number, TextFate>> {
  const { rows } = await database.$client.query<TextFate & { number: number }>(
    'select number, state, reason, round from text_out where interaction_id = $1',
    [interactionId],
  )
  return new Map(rows.map(({ number, ...fate }) => [number, fate]))
}
