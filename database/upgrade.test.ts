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
