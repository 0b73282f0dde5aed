import type pg from 'pg'
import { ringingAfter, ringingEvents, type Event } from '@eudromos/core/routing'
import type { Following } from './following.ts'
import { askFor, type RingKey } from './jobs.ts'
import { askToCarry } from './texts.ts'

/** What is to be done after events, and not at once: texts go out, telephones are rung. */
export const jobsFollowing: Following = {
  name: 'jobs',
  types: ['messageSent', ...ringingEvents],
  on: async (client, rows) => {
    const events = rows.map(({ event }) => event)
    const goesOut = events.flatMap((event) =>
      event.type === 'messageSent' && event.textLineId !== null ? [event.interactionId] : [],
    )
    if (goesOut.length > 0) await askToCarry(client, [...new Set(goesOut)])
    await ring(client, events)
  },
}

/** Has rung who is to be, and no longer who is not. */
async function ring(client: pg.ClientBase, events: readonly Event[]): Promise<void> {
  const all = events.flatMap((event) => ringingAfter(event) ?? [])
  const ids = [...new Set(all.map(({ interactionId }) => interactionId))]
  if (ids.length === 0) return
  const { rows } = await client.query<RingKey>(
    `delete from ringing where interaction_id = any($1) returning interaction_id as "interactionId", number`,
    [ids],
  )
  // Most of what is over never rang.
  if (rows.length === 0 && all.every(({ number }) => number === null)) return
  const before = new Map(rows.map((row) => [row.interactionId, row]))
  const now = new Map(before)
  const over: RingKey[] = []
  for (const { interactionId, number } of all) {
    const rings = now.get(interactionId)
    if (rings !== undefined) over.push(rings)
    if (number === null) now.delete(interactionId)
    else now.set(interactionId, { interactionId, number })
  }
  const ringing = [...now.values()]
  await client.query('insert into ringing (interaction_id, number) select * from unnest($1::text[], $2::int[])', [
    ringing.map(({ interactionId }) => interactionId),
    ringing.map(({ number }) => number),
  ])
  await askFor(
    client,
    'ring',
    ringing.filter((one) => before.get(one.interactionId) !== one),
  )
  // Of what began and ended meanwhile nobody was told; a job to ring who rings no longer does nothing.
  const told = new Set(before.values())
  await askFor(
    client,
    'stopRinging',
    over.filter((one) => told.has(one)),
  )
}
