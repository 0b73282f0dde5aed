import type { ContentId, InteractionId, CustomerId } from '@eudromos/core/plan'
import { createHash } from 'node:crypto'
import type pg from 'pg'
import { upcastCommand, type Actor, type Command, type Refusal } from '@eudromos/core/routing'
import type { NewContent } from './content.ts'
import { joined, once } from './procedure.ts'

/** What became of a command. `seq` is the journal's number up to which its effects reach. */
export type Answer =
  | { readonly ok: true; readonly seq: number }
  | { readonly ok: false; readonly seq: number; readonly refusal: Refusal }
  | { readonly ok: false; readonly seq: number; readonly setAside: string }

export const actorKey = ({ kind, id }: Actor): string => `${kind}:${id}`

/** JSON with object keys in order, so that the same body always hashes alike. */
function canonical(value: unknown): string {
  if (value === null || typeof value !== 'object') return JSON.stringify(value) ?? 'null'
  if (Array.isArray(value)) return `[${value.map(canonical).join()}]`
  const entries = Object.entries(value).filter(([, inner]) => inner !== undefined)
  entries.sort(([a], [b]) => (a < b ? -1 : 1))
  return `{${entries.map(([key, inner]) => `${JSON.stringify(key)}:${canonical(inner)}`).join()}}`
}

/** Through what somebody is connected when they ask: asked again after a break, it is another. */
const notAsked = new Set(['connection', 'processId'])

export const hashOf = ({ type, onBehalfOf, body }: Command): string => {
  const asked = Object.fromEntries(Object.entries(body).filter(([name]) => !notAsked.has(name)))
  return createHash('sha256')
    .update(canonical([type, onBehalfOf, asked]))
    .digest('base64url')
}

export type Accepted =
  | { readonly kind: 'new'; readonly inboxId: number }
  | { readonly kind: 'known'; readonly inboxId: number; readonly answer: Answer | null }
  /** The same id came before with another body: nothing is done. */
  | { readonly kind: 'idReused' }

export interface Submission {
  readonly command: Command
  /** What the command refers to by id: kept with it, and only where it is taken in. */
  readonly contents?: readonly NewContent[]
  readonly customer?: { readonly id: CustomerId; readonly name: string; readonly test: boolean }
}

/** The id of a customer of whom nothing is known but what they gave as they began this interaction; it does not tell which. */
export const strangerOf = (interactionId: InteractionId): CustomerId =>
  `stranger-${createHash('sha256').update(interactionId).digest('base64url').slice(0, 22)}` as CustomerId

const isContentId = (name: string): boolean => /ontentId$|^(closedAnswer|words|announcement)Id$/.test(name)

/** What was kept for a command's sake alone: it goes where the command is refused. */
export function keptFor({ type, body }: Command): {
  readonly contentIds: ContentId[]
  readonly strangerIds: CustomerId[]
} {
  const within = (given: object): ContentId[] =>
    Object.entries(given).flatMap(([name, value]: [string, unknown]) =>
      typeof value === 'string' ? (isContentId(name) ? [value as ContentId] : []) : isPlain(value) ? within(value) : [],
    )
  const stranger = type === 'beginInteraction' && body.customerId === strangerOf(body.interactionId)
  return { contentIds: within(body), strangerIds: stranger ? [body.customerId] : [] }
}

const isPlain = (value: unknown): value is object =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Commits what comes in and then rings, in one round trip; see `commitProcedure` of the journal. */
const takeInProcedure = `
create procedure pg_temp.take_in(i_actors text[], i_ids text[], i_hashes text[], i_bodies text, w_of int[], w_ids text[],
  w_interactions text[], w_kinds text[], w_bodies text[], w_subjects text[], f_words text[], f_names text[], f_types text[],
  f_starts int[], f_sizes int[], f_bytes bytea, c_of int[], c_ids text[], c_names text[], c_tests boolean[], inout taken text)
language plpgsql as $procedure$
begin
  with put as (
    insert into inbox (actor, command_id, body_hash, body)
    select * from unnest(i_actors, i_ids, i_hashes, string_to_array(i_bodies, e'\\x1e'))
    on conflict (actor, command_id) do nothing returning id, actor, command_id),
  words as (
    insert into content (id, interaction_id, kind, body, subject)
    select w.id, w.interaction_id, w.kind, w.body, w.subject
    from unnest(w_of, w_ids, w_interactions, w_kinds, w_bodies, w_subjects) as w (n, id, interaction_id, kind, body, subject)
    join put on put.actor = i_actors[w.n] and put.command_id = i_ids[w.n]
    on conflict do nothing returning id),
  files as (
    insert into attachment (content_id, file_name, media_type, bytes)
    select words.id, f.name, f.type, substring(f_bytes from f.start for f.size)
    from unnest(f_words, f_names, f_types, f_starts, f_sizes) as f (of, name, type, start, size) join words on words.id = f.of),
  met as (
    insert into customer (id, name, test)
    select c.id, c.name, c.test from unnest(c_of, c_ids, c_names, c_tests) as c (n, id, name, test)
    join put on put.actor = i_actors[c.n] and put.command_id = i_ids[c.n]
    on conflict do nothing)
  select coalesce(json_agg(json_build_array(put.id, put.actor, put.command_id)), '[]') into taken from put;
  commit;
  set local synchronous_commit = off;
  perform pg_notify('inbox', '');
end $procedure$`

/**
 * Takes commands in with the words, files and customers they refer to, all in one statement, and rings for the router. Once
 * this resolves they will be decided, whatever happens. Of a command that is known already nothing is kept.
 */
export async function insertCommands(pool: pg.Pool, submissions: readonly Submission[]): Promise<Accepted[]> {
  const commands = submissions.map(({ command }) => command)
  const contents = submissions.flatMap(({ contents: own = [] }, n) => own.map((one) => ({ ...one, of: n + 1 })))
  const customers = submissions.flatMap(({ customer }, n) =>
    customer === undefined ? [] : [{ ...customer, of: n + 1 }],
  )
  const files = contents.flatMap(({ id, attachment }) => (attachment === undefined ? [] : [{ id, ...attachment }]))
  const keys = commands.map(({ actor, id }) => [actorKey(actor), id] as const)
  const hashes = commands.map(hashOf)
  const sizes = files.map(({ bytes }) => bytes.length)
  let start = 1
  const starts = sizes.map((size) => (start += size) - size)
  const client = await pool.connect()
  const taken = await once(client, takeInProcedure)
    .then(() =>
      client.query<{ taken: string }>({
        name: 'take-in',
        text: `call pg_temp.take_in($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19,
          $20, null)`,
        values: [
          keys.map(([actor]) => actor),
          keys.map(([, id]) => id),
          hashes,
          joined(commands),
          contents.map(({ of }) => of),
          contents.map(({ id }) => id),
          contents.map(({ interactionId }) => interactionId),
          contents.map(({ kind }) => kind),
          contents.map(({ body }) => body),
          contents.map(({ subject }) => subject ?? null),
          files.map(({ id }) => id),
          files.map(({ fileName }) => fileName),
          files.map(({ mediaType }) => mediaType),
          starts,
          sizes,
          Buffer.concat(files.map(({ bytes }) => bytes)),
          customers.map(({ of }) => of),
          customers.map(({ id }) => id),
          customers.map(({ name }) => name),
          customers.map(({ test }) => test),
        ],
      }),
    )
    .finally(() => client.release())
  const rows = JSON.parse(taken.rows[0]?.taken ?? '[]') as [id: number, actor: string, commandId: string][]
  const fresh = new Map(rows.map(([id, actor, commandId]) => [`${actor} ${commandId}`, id]))
  return Promise.all(
    keys.map(async ([actor, id], n): Promise<Accepted> => {
      const inboxId = fresh.get(`${actor} ${id}`)
      if (inboxId !== undefined) {
        fresh.delete(`${actor} ${id}`)
        return { kind: 'new', inboxId }
      }
      const known = await pool.query<{ id: number; body_hash: string; answer: string | null }>(
        'select id, body_hash, answer from inbox where actor = $1 and command_id = $2',
        [actor, id],
      )
      const row = known.rows[0]
      if (row === undefined || row.body_hash !== hashes[n]) return { kind: 'idReused' }
      return { kind: 'known', inboxId: row.id, answer: row.answer === null ? null : (JSON.parse(row.answer) as Answer) }
    }),
  )
}

/** The answers that are there among those asked for. */
export async function readAnswers(pool: pg.Pool, inboxIds: readonly number[]): Promise<Map<number, Answer>> {
  const { rows } = await pool.query<{ id: number; answer: string }>({
    name: 'read-answers',
    text: 'select id, answer from inbox where id = any($1::bigint[]) and answered_at is not null',
    values: [inboxIds],
  })
  return new Map(rows.map(({ id, answer }) => [id, JSON.parse(answer) as Answer]))
}

export interface Pending {
  readonly inboxId: number
  readonly command: Command
}

/** The interaction that a command begins, by an id of whoever asks; null for all other commands. */
export const begunBy = (command: Command): InteractionId | null =>
  command.type === 'beginInteraction' || command.type === 'reachOut' ? command.body.interactionId : null

/** Which of the commands would begin an interaction under an id that a record has already. */
export async function readReused(client: pg.ClientBase, pending: readonly Pending[]): Promise<ReadonlySet<string>> {
  // No record has an id that the database cannot hold; what comes of it is not for a read to find out.
  const ids = pending.flatMap(({ command }) => begunBy(command) ?? []).filter((id) => !id.includes('\u0000'))
  if (ids.length === 0) return new Set()
  const { rows } = await client.query<{ id: string }>({
    name: 'read-reused',
    text: 'select id from record where id = any($1)',
    values: [ids],
  })
  return new Set(rows.map(({ id }) => id))
}

/** All commands without an answer, oldest id first. Not by a cursor: a lower id can commit after a higher one. */
export async function readPending(client: pg.ClientBase, limit: number): Promise<Pending[]> {
  const { rows } = await client.query<{ id: number; body: string }>({
    name: 'read-pending',
    text: 'select id, body from inbox where answered_at is null order by id limit $1',
    values: [limit],
  })
  return rows.map(({ id, body }) => ({ inboxId: id, command: upcastCommand(JSON.parse(body) as Command) }))
}

export interface Pressure {
  readonly pending: number
  /** Seconds since the router at work last said so. */
  readonly routerSilentSeconds: number
}

export async function readPressure(pool: pg.Pool): Promise<Pressure> {
  const { rows } = await pool.query<{ pending: number; silent: number }>(
    `select (select count(*) from (select from inbox where answered_at is null limit 20000) p) as pending,
            extract(epoch from now() - renewed_at)::float8 as silent from router_epoch`,
  )
  return { pending: rows[0]?.pending ?? 0, routerSilentSeconds: rows[0]?.silent ?? Infinity }
}

/** Forgets commands answered more than seven days ago. */
export async function purgeInbox(client: pg.ClientBase): Promise<void> {
  await client.query(`delete from inbox where answered_at < now() - interval '7 days'`)
}
