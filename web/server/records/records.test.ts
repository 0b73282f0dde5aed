import { connect, connectAlone, mostSearched, type Database } from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { ProblemError } from '../edge/problem.ts'
import { exportRecords, queryOf, recordDetails, recordPage } from './records.ts'
import type { Runtime } from '../runtime/runtime.ts'

jest.mock('server-only', () => ({}))

let place: TestDatabase
let database: Database
let runtime: Runtime

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
  const owner = await connectAlone(place.ownerUrl)
  await owner.query(`insert into customer (id, name) values ('c1', '=Ilse Varga'), ('c2', 'Owen Ashdown')`)
  await owner.query(
    `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers,
       requeued, agent_id, warnings, abuse, block_asked, recording_refused, tags, wait_ms)
     values ('r1', 'voice', 'c1', 'phone', 'sailings', false, 1000, 'answered', 0, '[]', 0, 'ana', 2, 'insults', true,
       true, '{late,groups}', 2500),
       ('r2', 'chat', 'c2', 'site', 'care', false, 2000, 'abandoned', 1, '[]', 0, null, 0, null, false, false, '{}', 1000)`,
  )
  await owner.query(
    `insert into script_answer (interaction_id, script_id, step_id, script_name, question, answer, person_id, at, place)
     values ('r1', 's', 'b', 'S', 'Which?', 'That', 'ana', 1, 1), ('r1', 's', 'a', 'S', '', '', 'ana', 1, 0),
       ('r1', 's', 'x', 'S', 'Left?', 'Yes', 'ana', 1, null)`,
  )
  await owner.query(`insert into identity_check values ('r1', true, 'ana', 1)`)
  await owner.end()
  const team = { id: 'own', private: true, leadId: 'boss', observerIds: [], parentId: null }
  const queues = [
    { id: 'sailings', name: 'Sailings', agentIds: [], teams: [], laterReaches: [] },
    { id: 'care', name: 'Care', agentIds: ['zoe'], teams: [], laterReaches: [] },
  ]
  const document = { queues, teams: [team], people: [{ id: 'zoe', roles: ['agent'], teamId: 'own' }], lines: [] }
  const people = new Map([['ana', { id: 'ana', name: 'Ana Mirel' }]])
  runtime = { database, follower: { document, people }, clock: { now: () => 5000 } } as unknown as Runtime
})
afterAll(async () => {
  await database.$client.end()
  await place.drop()
})

const csvOf = async (params: Record<string, string>, viewer = 'boss'): Promise<string[]> => {
  const query = await queryOf(runtime, viewer, new URLSearchParams(params))
  const text = await new Response(exportRecords(runtime, query)).text()
  return text.trimEnd().split('\r\n')
}

test('records are written as CSV, with what was refused, warned and asked for, and no formula', async () => {
  const [header = '', ...rows] = await csvOf({ channel: 'voice' })
  expect(rows).toHaveLength(1)
  const cells = Object.fromEntries(header.split(',').map((name, n) => [name, rows[0]?.split(',')[n]]))
  expect(cells).toMatchObject({
    id: 'r1',
    customer: "'=Ilse Varga",
    outcome: 'answered',
    waitSeconds: '2.500',
    tags: 'late groups',
    recordingRefused: 'true',
    warnings: '2',
    abuse: 'insults',
    blockAsked: 'true',
    test: 'false',
  })
})

test('records are found by the query, and wrong queries are told of', async () => {
  const found = async (params: Record<string, string>, viewer = 'boss'): Promise<string[]> =>
    (await recordPage(runtime, viewer, new URLSearchParams(params))).rows.map(({ id }) => id)
  expect(await found({})).toEqual(['r2', 'r1'])
  expect(await found({ tag: 'groups' })).toEqual(['r1'])
  expect(await found({ customer: 'owen' })).toEqual(['r2'])
  expect(await found({ outcome: 'abandoned', channel: 'voice' })).toEqual([])
  // Of a private team that is none of theirs nobody finds anything.
  expect(await found({}, 'sup')).toEqual(['r1'])
  await expect(found({ channel: 'smoke' })).rejects.toThrow('Channel: choose one from the list.')
})

test('whoever took part, and every queue on the way, may have it hidden: not the first who answered alone', async () => {
  const owner = await connectAlone(place.ownerUrl)
  const passage = { at: 1, cause: 'transferred', by: 'ana', fromQueueId: 'sailings', toQueueId: 'sailings' }
  const ways = {
    offers: [{ agentId: 'zoe', end: 'answered' }],
    passages: [{ ...passage, cause: 'handedOver', toAgentId: 'zoe' }],
    dials: [{ agentId: 'zoe' }],
    attendances: [{ personId: 'zoe' }],
  }
  const through = [
    { ...passage, fromQueueId: 'care' },
    { ...passage, toQueueId: 'care' },
  ]
  const made = [
    ...Object.entries(ways).map(([column, value]) => [column, column, value] as const),
    ...through.map((one, n) => [`through${n}`, 'passages', [one]] as const),
  ]
  const insert = (column: string) =>
    `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, requeued, agent_id,
       ${column}${column === 'offers' ? '' : ', offers'})
     values ($1, 'email', 'c1', 'l', 'sailings', false, 500, 'answered', 0, 0, 'ana', $2${column === 'offers' ? '' : ", '[]'"})`
  for (const [id, column, value] of made) await owner.query(insert(column), [id, JSON.stringify(value)])
  // Who was offered it, and did not take it, had no part in it.
  await owner.query(insert('offers'), ['open', JSON.stringify([{ agentId: 'zoe', end: 'declined' }])])
  const all = [...made.map(([id]) => id), 'open'].sort()
  for (const [viewer, seen] of [
    ['boss', all],
    ['zoe', all],
    ['sup', ['open']],
  ] as const) {
    const { rows, total } = await recordPage(runtime, viewer, new URLSearchParams({ channel: 'email' }))
    expect([total, rows.map(({ id }) => id).sort()]).toEqual([seen.length, seen])
    const detailed = await Promise.allSettled(all.map((id) => recordDetails(runtime, viewer, id)))
    expect(all.filter((_, n) => detailed[n]?.status === 'fulfilled')).toEqual(seen)
    expect((await csvOf({ channel: 'email' }, viewer)).length - 1).toBe(seen.length)
  }
  await owner.query(`delete from record where channel = 'email'`)
  await owner.end()
})

test('one record has the answers that count, in their order, and who checked who it is', async () => {
  const { answers, identity, names } = await recordDetails(runtime, 'boss', 'r1')
  expect(answers.map(({ question, answer }) => `${question} ${answer}`)).toEqual(['Which? That'])
  expect(identity).toEqual({ passed: true, byName: 'Ana Mirel' })
  expect(names).toEqual({})
  await expect(recordDetails(runtime, 'boss', 'gone')).rejects.toBeInstanceOf(ProblemError)
})

test('what comes in while the pages are turned moves none; what many customers are found by is searched in the newest', async () => {
  const owner = await connectAlone(place.ownerUrl)
  const come = (from: number, to: number, customer: string) =>
    owner.query(
      `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued, wait_ms)
       select 'n' || n, 'sms', ${customer}, 'l', 'sailings', false, n, 'answered', 0, '[]', 0, n % 10 from generate_series($1::int, $2) n`,
      [from, to],
    )
  await owner.query(`insert into customer (id, name) select 'm' || n, 'Many ' || n from generate_series(1, 1500) n`)
  await come(10_001, 10_006, `'m1'`)
  const page = (params: Record<string, string>) =>
    recordPage(runtime, 'boss', new URLSearchParams({ channel: 'sms', size: '2', ...params }))
  for (const sort of ['arrivedAt', 'waitMs']) {
    const first = await page({ sort })
    await come(20_001, 20_003, `'m2'`)
    const second = await page({ sort, page: '1', upTo: String(first.upTo) })
    expect([...first.rows, ...second.rows].map(({ id }) => id)).toEqual(['n10006', 'n10005', 'n10004', 'n10003'])
    expect([second.total, second.upTo]).toEqual([6, first.upTo])
    await owner.query(`delete from record where arrived_at > 20000`)
  }
  expect(await page({ customer: 'many 2' })).toMatchObject({ total: 0, newestOnly: false })
  expect(await page({ customer: 'many' })).toMatchObject({ total: 6, newestOnly: false, more: false })
  await come(30_001, 30_000 + mostSearched, `case n when 30500 then 'm7' else 'c2' end`)
  const searched = await page({ customer: 'many' })
  expect(searched).toMatchObject({ total: 1, newestOnly: true, rows: [{ id: 'n30500' }] })
  // A file has the older ones as well; where none of the newest is found, that they alone were searched is said all the same.
  expect(await csvOf({ channel: 'sms', customer: 'many' })).toHaveLength(8)
  await owner.query(`update record set customer_id = 'c2' where id = 'n30500'`)
  expect(await page({ customer: 'many' })).toMatchObject({ total: 0, newestOnly: true })
  expect(await page({ customer: 'n10003' })).toMatchObject({ total: 1, newestOnly: false })
  await owner.end()
})
