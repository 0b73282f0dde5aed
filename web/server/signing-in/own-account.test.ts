import { hash, verify } from '@node-rs/argon2'
import { connect, putPassword, readPasswordHashes, type Database } from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { chooseOwnPassword, endOtherSessions, readOwnSessions } from './own-account.ts'
import { ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { signIn } from './signing-in.ts'
import { Thread } from '../runtime/thread.ts'

jest.mock('server-only', () => ({}))
jest.mock('./auth.ts', () => ({
  auth: () => ({
    api: {
      signInEmail: () => Promise.resolve(new Response('{}', { headers: { 'set-cookie': 'eudromos.session=another' } })),
    },
  }),
}))

const ana = { id: 'ana', name: 'Ana Mirel', email: 'ana-mirel@skerrow.example', roles: ['agent'] }
const who = { ...ana, roles: ['agent' as const], sessionId: 's1' }
const old = 'first-given-password'
const good = 'harbour lantern seventeen'
let place: TestDatabase
let database: Database
let runtime: Runtime
let files: Thread
const warn = jest.fn()

beforeAll(() => {
  files = new Thread('')
})
afterAll(() => files.end())

beforeEach(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
  const follower = {
    people: new Map([[ana.id, ana]]),
    document: { centre: { name: 'Skerrow Ferries' } },
  }
  runtime = { database, files, follower, log: { warn }, clock: { now: () => Date.now() + 5000 } } as unknown as Runtime
  await putPassword(database, ana, await hash(old))
  await putPassword(database, { ...ana, id: 'ben', email: 'ben@skerrow.example' }, await hash(old))
  await database.$client.query(
    `insert into session (id, token, user_id, expires_at, created_at, user_agent) values
       ('s1', 't1', 'ana', now() + interval '1 hour', now() - interval '2 hours', 'Mozilla/5.0'),
       ('s2', 't2', 'ana', now() + interval '1 hour', now() - interval '1 hour', null),
       ('s3', 't3', 'ana', now() - interval '1 hour', now() - interval '9 hours', null),
       ('s4', 't4', 'ben', now() + interval '1 hour', now(), null)`,
  )
})
afterEach(async () => {
  await database.$client.end()
  await place.drop()
})

const choose = (input: object, from = '192.0.2.1'): Promise<Response> =>
  chooseOwnPassword(runtime, who, { current: old, password: good, ...input }, from, new Headers())
const codeOf = (asked: Promise<unknown>): Promise<string> =>
  asked.then(
    () => 'done',
    (error: unknown) => (error instanceof ProblemError ? error.problem.code : 'invalid'),
  )
const passwordOf = async (id: string): Promise<string> => (await readPasswordHashes(database)).get(id) ?? ''
const sessionIds = async (): Promise<string[]> => {
  const { rows } = await database.$client.query<{ id: string }>('select id from session order by id')
  return rows.map(({ id }) => id)
}

test('a password of one’s own takes the place of the one that was given, and ends all sessions but the new one', async () => {
  const answer = await choose({})
  expect([answer.status, answer.headers.get('set-cookie')]).toEqual([204, 'eudromos.session=another'])
  expect(await answer.text()).toBe('')
  expect(await verify(await passwordOf('ana'), good)).toBe(true)
  expect(await verify(await passwordOf('ben'), old)).toBe(true)
  expect(await sessionIds()).toEqual(['s4'])
})

test.each([
  ['short', 'invalid'],
  ['password1234', 'easyToGuess'],
  ['qwertyuiop12', 'easyToGuess'],
  ['aaaaaaaaaaaaaaaa', 'easyToGuess'],
  ['Ana Mirel 2027', 'easyToGuess'],
  ['Skerrow-Ferries-1', 'easyToGuess'],
  [old, 'samePassword'],
])('%s is not taken', async (password, code) => {
  expect(await codeOf(choose({ password }))).toBe(code)
  expect(await verify(await passwordOf('ana'), old)).toBe(true)
  expect(await sessionIds()).toEqual(['s1', 's2', 's3', 's4'])
})

test('who does not know the password that one has changes nothing, and may not try for ever', async () => {
  const codes: string[] = []
  for (let n = 0; n < 12; n += 1) codes.push(await codeOf(choose({ current: `guess ${n}` }, '192.0.2.9')))
  expect(codes[0]).toBe('wrongPassword')
  expect(codes.filter((code) => code === 'wrongPassword').length).toBeLessThan(8)
  expect(new Set(codes).size).toBe(2)
  expect(warn).toHaveBeenCalledWith({ personId: 'ana', place: '192.0.2.9' }, 'a wrong password')
  expect(await verify(await passwordOf('ana'), old)).toBe(true)
})

test('one’s own sessions are told, and all others ended; nobody else’s', async () => {
  expect(await readOwnSessions(runtime, who)).toMatchObject([
    { id: 's2', here: false, browser: '' },
    { id: 's1', here: true, browser: 'Mozilla/5.0' },
  ])
  const [, first] = await readOwnSessions(runtime, who)
  expect((first?.since ?? 0) - Date.now()).toBeCloseTo(5000 - 2 * 3_600_000, -5)
  await endOtherSessions(runtime, who)
  expect(await sessionIds()).toEqual(['s1', 's4'])
})

const dayMs = 24 * 3_600_000
const signInWith = (password: string, fresh?: string, from = '192.0.2.3'): Promise<Response> =>
  signIn(runtime, { email: ana.email, password, fresh }, from, new Headers())

test('with a password that was made for them they choose their own, and are signed in by nothing else', async () => {
  await putPassword(database, ana, await hash(old), new Date())
  expect(await codeOf(signInWith(old))).toBe('choosePassword')
  expect(await codeOf(signInWith(old, old))).toBe('samePassword')
  expect(await codeOf(signInWith(old, 'Ana Mirel 2027'))).toBe('easyToGuess')
  expect(await codeOf(signInWith('not it', good))).toBe('wrongPassword')
  expect(await verify(await passwordOf('ana'), old)).toBe(true)
  const answer = await signInWith(old, good)
  expect([answer.status, answer.headers.get('set-cookie')]).toEqual([204, 'eudromos.session=another'])
  expect(await verify(await passwordOf('ana'), good)).toBe(true)
  // It is theirs from then on.
  expect((await signInWith(good)).status).toBe(204)
})

test('a password that was made two weeks ago lets nobody in, and is told to be too old only to who has it', async () => {
  await putPassword(database, ana, await hash(old), new Date(Date.now() - 14 * dayMs - 1000))
  expect(await codeOf(signInWith(old, good))).toBe('passwordTooOld')
  expect(await codeOf(signInWith('not it', good, '192.0.2.4'))).toBe('wrongPassword')
  await putPassword(database, ana, await hash(old), new Date(Date.now() - 13 * dayMs))
  expect((await signInWith(old, good, '192.0.2.5')).status).toBe(204)
})

test('one’s own is not changed by signing in', async () => {
  expect((await signInWith(old, good)).status).toBe(204)
  expect(await verify(await passwordOf('ana'), old)).toBe(true)
})
