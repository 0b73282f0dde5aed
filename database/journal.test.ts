import { connect, connectAlone, type Connection, type Database } from './connect.ts'
import { coreVersion, type Snapshot } from '@eudromos/core/routing'
import {
  beginning,
  makePartitions,
  placeAfter,
  putAwayJournal,
  quarterOf,
  readJournal,
  readSnapshot,
  writeSnapshot,
} from './journal.ts'
import { takeLead } from './lease.ts'
import { testDatabase, type TestDatabase } from './testing/index.ts'

const dayMs = 86_400_000
const from = Date.UTC(2016, 0, 1)
const days = 3653
const eventsADay = 20
const lastAt = from + (days - 1) * dayMs

let place: TestDatabase
let web: Database
let router: Connection

/** Ten years of a journal, so many events a day at noon. */
beforeAll(async () => {
  place = await testDatabase()
  web = connect(place.webUrl, 2, { byKeyOnly: true })
  router = await connectAlone(place.routerUrl)
  const quarters = new Set(Array.from({ length: days }, (_, n) => quarterOf(from + n * dayMs)))
  await makePartitions(router, [...quarters])
  await router.query(
    `insert into journal (seq, day, at, type, v, body, on_behalf_of)
     select n + 1, to_timestamp(at / 1000)::date, at, 'dayTurned', 1, json_build_object('type', 'dayTurned', 'v', 1, 'at', at),
            case when n % 1000 = 0 then 'ana' end
     from generate_series(0, $1::bigint - 1) n, lateral (select $2::bigint + (n / $3::bigint) * 86400000 as at) t`,
    [days * eventsADay, from, eventsADay],
  )
})

afterAll(async () => {
  await web.$client.end()
  await router.end()
  await place.drop()
})

const partitions = async (of: string): Promise<number> => {
  const { rows } = await web.$client.query<{ n: number }>(
    'select count(*)::int as n from pg_inherits where inhparent = $1::regclass',
    [of],
  )
  return rows[0]?.n ?? 0
}

const end = { seq: days * eventsADay - 3, at: lastAt }

test('ten years are few partitions, and each day lands in the quarter of its own', async () => {
  expect(await partitions('journal')).toBe(40)
  expect([quarterOf(Date.UTC(2026, 2, 31, 23)), quarterOf(Date.UTC(2026, 3, 1))]).toEqual(['2026-01-01', '2026-04-01'])
  await makePartitions(router, ['2020-05-05', '2020-05-06'])
  expect(await partitions('journal')).toBe(40)
})

test('a poll at the end touches the last quarter, whatever was before it', async () => {
  const client = await web.$client.connect()
  try {
    expect((await readJournal(client, end, 5000)).map(({ seq }) => seq)).toEqual([1, 2, 3].map((n) => end.seq + n))
    const { rows } = await client.query<{ 'QUERY PLAN': string }>(
      `explain (analyze, costs off) select seq from journal where seq > ${end.seq} and day >= '2025-12-31' order by seq limit 5000`,
    )
    const plan = rows.map((row) => row['QUERY PLAN']).join('\n')
    expect(plan).toContain('journal_2025_q4')
    expect(plan).not.toContain('journal_2025_q3')
    // Planned once for all values, as the web does: those that are not needed are left out when it is carried out.
    await client.query('begin')
    await readJournal(client, end, 5000)
    const locks = await client.query<{ n: number }>(
      'select count(*)::int as n from pg_locks where pid = pg_backend_pid()',
    )
    await client.query('commit')
    expect(locks.rows[0]?.n).toBeLessThan(150)
  } finally {
    client.release()
  }
})

test('what is older than the plan keeps at hand is put away whole, where a snapshot has it, and is read from the beginning', async () => {
  const before = Date.UTC(2024, 1, 10)
  expect(await putAwayJournal(router, before)).toBe(0)
  await router.query(`insert into snapshot (seq, core_version, at, body) values ($1, 1, $2, '{}')`, [end.seq, lastAt])
  expect(await putAwayJournal(router, before)).toBe(32)
  expect([await partitions('journal'), await partitions('archive.journal')]).toEqual([8, 32])
  expect(await putAwayJournal(router, before)).toBe(0)
  let at = beginning
  let read = 0
  for (let rows = await readJournal(web.$client, at, 20_000); rows.length > 0;) {
    expect(rows[0]?.seq).toBe(at.seq + 1)
    read += rows.length
    at = placeAfter(rows, at)
    rows = await readJournal(web.$client, at, 20_000)
  }
  expect([read, at.seq]).toEqual([days * eventsADay, days * eventsADay])
  // A clock that was moved back makes no second quarter beside the one that was put away.
  await makePartitions(router, ['2019-05-05'])
  expect(await partitions('journal')).toBe(8)
})

test('of older snapshots one in so many events stays, and none of another core', async () => {
  await router.query('delete from snapshot')
  const lead = (await takeLead(router, 'r', true))?.epoch ?? 0
  const snapshot = { coreVersion, at: 1 } as Snapshot
  await router.query(`insert into snapshot (seq, core_version, at, body) values (7, 1, 1, '{}')`)
  // Fifty of the last, and before them one each 5,000 events, as a router writes them.
  for (let seq = 5000; seq <= 400_000; seq += 5000) await writeSnapshot(router, lead, { seq, snapshot })
  const { rows } = await router.query<{ seq: number }>('select seq from snapshot order by seq')
  const kept = rows.map(({ seq }) => Number(seq))
  expect(kept.slice(0, 7)).toEqual([5000, 25_000, 50_000, 75_000, 100_000, 125_000, 150_000])
  expect(kept.filter((seq) => seq > 150_000)).toHaveLength(50)
  expect(await readSnapshot(web.$client, 99_999)).toMatchObject({ seq: 75_000 })
})
