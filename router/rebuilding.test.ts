import fc from 'fast-check'
import { projectionNames, type ProjectionName } from '@eudromos/core/records'
import { run, State, type Event } from '@eudromos/core/routing'
import {
  begunBy,
  commitBatch,
  connect,
  connectAlone,
  makePartitions,
  quarterOf,
  readOpenRows,
  rebuild,
  tableOf,
  takeLead,
} from '@eudromos/database'
import { command, testPlan } from '../core/testing/index.ts'
import { plan } from '../core/testing/made-plans.ts'
import { story } from '../core/testing/made-stories.ts'
import { testDatabase } from '../database/testing/index.ts'
import { Scribe } from './scribe.ts'

/** What happens in a random centre, one command after the other. */
function happenings(seed: number): (readonly Event[])[] {
  const stories = fc.sample(fc.tuple(plan, story(600)), { numRuns: 20, seed })
  const [longest] = stories.toSorted(([, a], [, b]) => b.length - a.length)
  if (longest === undefined) throw new Error('no story')
  const [first, steps] = longest
  const state = new State()
  let [at, version] = [1_000_000, 1]
  // As by a router, no id begins a second time.
  const used = new Set<string>()
  const events = [run(state, command('publishPlan', { plan: testPlan({ ...first, version }) }), at).events]
  for (const { after, make } of steps) {
    at += after
    version += 1
    for (const next of make(state, version)) {
      const begun = next.type === 'receiveText' ? next.body.interactionId : begunBy(next)
      if (begun !== null && used.has(begun)) continue
      const { events: some } = run(state, next, at)
      for (const event of some) if ('interactionId' in event) used.add(event.interactionId)
      events.push(some)
    }
  }
  return events
}

test('records and messages made anew from the journal are those that were written with it, to the same bytes', async () => {
  const place = await testDatabase()
  const [owner, router] = [connect(place.ownerUrl, 1), await connectAlone(place.routerUrl)]
  const of = (name: ProjectionName): number => projectionNames.indexOf(name)
  const rowsOf = async (table: string): Promise<string[]> =>
    (await owner.$client.query<{ row: string }>(`select t::text as row from ${table} t order by 1`)).rows.map(
      ({ row }) => row,
    )
  const all = (): Promise<string[][]> => Promise.all(projectionNames.map((name) => rowsOf(tableOf(name))))
  try {
    const epoch = (await takeLead(router, 'r', false))?.epoch ?? 0
    let scribe = new Scribe(0)
    const events = happenings(7)
    await makePartitions(router, [quarterOf(1_000_000)])
    for (let n = 0; n < events.length; n += 1 + (n % 9)) {
      const draft = scribe.draft()
      for (const some of events.slice(n, n + 1 + (n % 9))) draft.note(some)
      await commitBatch(router, draft.batch(epoch))
      // As another router would go on.
      scribe = new Scribe(scribe.seq, await readOpenRows(router))
    }
    const written = await all()
    expect(Math.min(...written.map(({ length }) => length))).toBeGreaterThan(0)
    expect(Math.min(...written.slice(0, 2).map(({ length }) => length))).toBeGreaterThan(5)
    const client = await connectAlone(place.ownerUrl)
    for (const name of projectionNames) expect(await rebuild(client, name)).toMatchObject({ differed: 0, unknown: 0 })
    expect(await all()).toEqual(written)

    // Who was split off from a customer has what was over; what the journal tells nothing of is left.
    await owner.$client.query(`update record set customer_id = 'moved' where id = (select min(id) from record)`)
    const kept = await all()
    await owner.$client.query(`update record set talk_ms = 1, offers = '[]' where id = (select max(id) from record)`)
    await owner.$client.query(
      `delete from record where id = (select min(id) from record where id <> (select min(id) from record))`,
    )
    await owner.$client.query(
      `update message set side = 'agent', number = number + 1000 where ctid = (select min(ctid) from message)`,
    )
    const damaged = await all()
    expect(await rebuild(client, 'records', true)).toMatchObject({
      rows: written[of('records')]?.length,
      differed: 2,
      unknown: 0,
    })
    expect(await all()).toEqual(damaged)
    await rebuild(client, 'records')
    expect((await all())[of('records')]).toEqual(kept[of('records')])
    expect(await rebuild(client, 'messages')).toEqual({
      rows: written[of('messages')]?.length,
      differed: 1,
      unknown: 1,
    })
    expect(await rebuild(client, 'messages')).toMatchObject({ differed: 0, unknown: 1 })
    await client.end()
  } finally {
    await router.end()
    await owner.$client.end()
    await place.drop()
  }
}, 60_000)
