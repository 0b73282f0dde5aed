import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { chatsOnly } from '@eudromos/core/plan'
import { connect, type Database } from './index.ts'
import { testDatabase, type TestDatabase } from './testing/index.ts'

let place: TestDatabase
let owner: Database

beforeAll(async () => {
  place = await testDatabase()
  owner = connect(place.ownerUrl)
})

afterAll(async () => {
  await owner.$client.end()
  await place.drop()
})

test('load limits that were kept before there was email take none, and what they have of it stays', async () => {
  const { email, ...before } = chatsOnly(3)
  const taken = { ...email, most: 2 }
  const insert = 'insert into load_limits (id, name, slots, channels) values ($1, $1, 3, $2)'
  await owner.$client.query(insert, ['old', JSON.stringify(before)])
  await owner.$client.query(insert, ['new', JSON.stringify({ ...before, email: taken })])
  await owner.$client.query(readFileSync(join(process.cwd(), 'database/migrations/0034_email_limits.sql'), 'utf8'))
  const { rows } = await owner.$client.query('select id, channels from load_limits order by id')
  expect(rows).toEqual([
    { id: 'new', channels: { ...before, email: taken } },
    { id: 'old', channels: { ...before, email } },
  ])
})

test('records that were kept before they had the words of the trade have them now', async () => {
  const { $client } = owner
  const migration = readFileSync(join(process.cwd(), 'database/migrations/0039_words_of_the_trade.sql'), 'utf8')
  const passage = (cause: string) => ({ cause, at: 1, fromQueueId: 'q', toQueueId: 'q' })
  const insert = `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers,
    handed_back, sent_on, passages) values ($1, 'chat', 'c', 'l', 'q', false, 1, $2, 0, '[]', 2, 1, $3)`
  await $client.query('alter table record rename column requeued to handed_back')
  await $client.query('alter table record rename column overflowed to sent_on')
  await $client.query(insert, ['away', 'sentAway', '[]'])
  const causes = ['closed', 'handedBack', 'moved', 'handedBack']
  await $client.query(insert, ['there', 'answered', JSON.stringify(causes.map(passage))])
  await $client.query(migration)
  const { rows } = await $client.query('select id, outcome, requeued, overflowed, passages from record order by id')
  const counts = { requeued: 2, overflowed: 1 }
  expect(rows).toEqual([
    { id: 'away', outcome: 'rejected', ...counts, passages: [] },
    {
      ...{ id: 'there', outcome: 'answered', ...counts },
      passages: ['closed', 'requeued', 'moved', 'requeued'].map(passage),
    },
  ])
})

test('settings of the centre that were kept by other names are kept by those of today', async () => {
  const { $client } = owner
  const migration = readFileSync(join(process.cwd(), 'database/migrations/0040_names_of_settings.sql'), 'utf8')
  const before = { name: 'Sea Lines', dayTurnsAtHour: 4, wishSeconds: 20 }
  const today = { name: 'Sea Lines', dayStartsAtHour: 4, preferredSeconds: 20 }
  const { wishSeconds: _, ...oldest } = before
  const insertVersion = `insert into plan_version (version, document, published_at, note) values ($1, $2, 1, '')`
  await $client.query('insert into plan_draft (id, version, centre) values (1, 1, $1)', [JSON.stringify(before)])
  for (const [n, centre] of [before, oldest, today].entries())
    await $client.query(insertVersion, [n, JSON.stringify({ queues: [], centre })])
  await $client.query(migration)
  expect((await $client.query('select centre from plan_draft')).rows).toEqual([{ centre: today }])
  const { rows } = await $client.query('select document from plan_version order by version')
  const { preferredSeconds: __, ...oldestToday } = today
  expect(rows).toEqual([today, oldestToday, today].map((centre) => ({ document: { queues: [], centre } })))
})
