import { connect, connectAlone, listen, type Database } from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { KnownSessions } from './known-sessions.ts'

jest.mock('server-only', () => ({}))
jest.mock('./auth.ts', () => ({}))

const name = 'eudromos.session_token'
const of = (token: string): Headers => new Headers({ cookie: `theme=dark; ${name}=${token}` })

let now: number
let asked: string[]
let live: Map<string, { sessionId: string; personId: string; expiresAt: Date }>
let known: KnownSessions
/** What is done while the database is asked. */
let meanwhile: () => void

beforeEach(() => {
  now = 1_000_000
  asked = []
  meanwhile = () => undefined
  live = new Map([
    ['t1', { sessionId: 's1', personId: 'ana', expiresAt: new Date(now + 3_600_000) }],
    ['t2', { sessionId: 's2', personId: 'ben', expiresAt: new Date(now + 5000) }],
  ])
  known = new KnownSessions(
    (headers) => {
      const token = headers.get('cookie')?.split(`${name}=`)[1] ?? ''
      asked.push(token)
      const found = live.get(token) ?? null
      meanwhile()
      return Promise.resolve(found)
    },
    name,
    () => now,
  )
})

test('whose session it is is asked once, and of nobody without its cookie', async () => {
  expect(await known.find(of('t1'))).toMatchObject({ sessionId: 's1', personId: 'ana' })
  expect(await known.find(of('t1'))).toMatchObject({ sessionId: 's1', personId: 'ana' })
  expect(await known.find(new Headers({ cookie: `other-${name}=t1` }))).toBeNull()
  expect(await known.find(new Headers())).toBeNull()
  expect(asked).toEqual(['t1'])
})

test('one that is over is nobody’s at once, and others stay known', async () => {
  await known.find(of('t1'))
  await known.find(of('t2'))
  live.delete('t1')
  known.forget('s1')
  expect(await known.find(of('t1'))).toBeNull()
  expect(await known.find(of('t2'))).toMatchObject({ sessionId: 's2' })
  expect(asked).toEqual(['t1', 't2', 't1'])
  // Where nobody listened any may be over.
  live.delete('t2')
  known.forget(null)
  expect(await known.find(of('t2'))).toBeNull()
})

test('one that is over while it is asked for is not kept', async () => {
  meanwhile = () => {
    live.delete('t1')
    known.forget('s1')
  }
  await known.find(of('t1'))
  meanwhile = () => undefined
  expect(await known.find(of('t1'))).toBeNull()
})

test('it is believed to its end and for a minute at most, and who is not known is asked for each time', async () => {
  await known.find(of('t2'))
  now += 5000
  live.delete('t2')
  expect(await known.find(of('t2'))).toBeNull()
  expect(await known.find(of('t2'))).toBeNull()
  await known.find(of('t1'))
  now += 60_000
  await known.find(of('t1'))
  expect(asked).toEqual(['t2', 't2', 't2', 't1', 't1'])
})

describe('the database', () => {
  let place: TestDatabase
  let database: Database
  beforeAll(async () => {
    place = await testDatabase()
    database = connect(place.webUrl)
  })
  afterAll(async () => {
    await database.$client.end()
    await place.drop()
  })

  test('tells of each session that is over or has changed', async () => {
    const told: string[] = []
    const ear = await connectAlone(place.webUrl)
    await listen(ear, ['session'], (_, payload) => told.push(payload))
    await database.$client.query(`insert into "user" (id, name, email) values ('ana', 'Ana', 'ana@skerrow.example')`)
    await database.$client.query(
      `insert into session (id, token, user_id, expires_at)
       select s, s, 'ana', now() + interval '1 hour' from unnest(array['a', 'b', 'c']) s`,
    )
    await database.$client.query(`update session set expires_at = now() where id = 'a'`)
    await database.$client.query(`delete from session where id = 'b'`)
    // With the person their sessions go.
    await database.$client.query(`delete from "user" where id = 'ana'`)
    for (const end = Date.now() + 5000; Date.now() < end && told.length < 4;)
      await new Promise((resolve) => setTimeout(resolve, 20))
    expect(told.slice(0, 2)).toEqual(['a', 'b'])
    expect(told.slice(2).sort()).toEqual(['a', 'c'])
    await ear.end()
  })
})
