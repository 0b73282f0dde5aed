import { connect, type Database } from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { Sessions } from './sessions.ts'

let place: TestDatabase
let database: Database
let sessions: Sessions

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
  sessions = new Sessions(database)
  await database.$client.query(`insert into "user" (id, name, email) values ('ana', 'Ana', 'ana@skerrow.example')`)
  await database.$client.query(
    `insert into session (id, token, user_id, expires_at)
     select s, s, 'ana', now() + interval '1 hour' from unnest(array['a', 'b', 'c']) s`,
  )
})

afterAll(async () => {
  sessions.close()
  await database.$client.end().catch(() => undefined)
  await place.drop()
})

test('a stream ends with its session, when that is over, and when it may no longer be seen; no other does', async () => {
  const closed: string[] = []
  let allowed = true
  for (const id of ['a', 'b', 'c'])
    sessions.watch(
      id,
      () => true,
      () => closed.push(id),
    )
  sessions.watch(
    'c',
    () => allowed,
    () => closed.push('no longer allowed'),
  )
  const stop = sessions.watch(
    'none',
    () => true,
    () => closed.push('none'),
  )
  stop()
  await sessions.look()
  expect(closed).toEqual([])
  await database.$client.query(`delete from session where id = 'a'`)
  await database.$client.query(`update session set expires_at = now() where id = 'b'`)
  allowed = false
  // It looks by itself.
  for (const end = Date.now() + 2000; Date.now() < end && closed.length < 3;)
    await new Promise((resolve) => setTimeout(resolve, 20))
  expect([...new Set(closed)].sort()).toEqual(['a', 'b', 'no longer allowed'])
})

test('while the database does not answer nobody is signed out', async () => {
  const apart = connect(place.webUrl)
  await apart.$client.end()
  const cut = new Sessions(apart)
  const close = jest.fn()
  cut.watch('c', () => true, close)
  await cut.look()
  expect(close).not.toHaveBeenCalled()
  cut.close()
})
