import { hash } from '@node-rs/argon2'
import { Secret, TOTP, URI } from 'otpauth'
import { connect, putPassword, readFactor, type Database } from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { Thread } from '../runtime/thread.ts'
import type { Signed } from '../edge/who.ts'
import { beginOwnFactor, endOwnFactor, offerOwnFactor } from './own-account.ts'
import { needsFactor, offerFactor, passes, takeFactor } from './second-factor.ts'
import { signIn } from './signing-in.ts'

jest.mock('server-only', () => ({}))
jest.mock('./auth.ts', () => ({
  auth: () => ({
    api: {
      signInEmail: ({ body }: { body: { password: string } }) =>
        Promise.resolve(
          new Response('{}', {
            status: body.password === 'first-given-password' ? 200 : 401,
            headers: { 'set-cookie': 'eudromos.session=one' },
          }),
        ),
    },
  }),
}))
process.env.EUDROMOS_SECRET = 'a secret of the test'

const ana = { id: 'ana', name: 'Ana Mirel', email: 'ana-mirel@skerrow.example', roles: ['agent'] }
const ros = { id: 'ros', name: 'Rosalind', email: 'ros@skerrow.example', roles: ['supervisor'] }
const password = 'first-given-password'
const now = Date.now()
let place: TestDatabase
let database: Database
let files: Thread
let runtime: Runtime

beforeAll(() => {
  files = new Thread('')
})
afterAll(() => files.end())
beforeEach(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
  const follower = {
    people: new Map([ana, ros].map((one) => [one.id, one])),
    document: { centre: { name: 'Skerrow Ferries' } },
  }
  runtime = { database, files, follower, log: { warn: jest.fn() } } as unknown as Runtime
  for (const one of [ana, ros]) await putPassword(database, one, await hash(password))
  process.env.EUDROMOS_SECOND_FACTOR = ''
})
afterEach(async () => {
  delete process.env.EUDROMOS_SECOND_FACTOR
  await database.$client.end()
  await place.drop()
})

/** What an app shows at an instant that has read the picture. */
function codeAt(uri: string, at: number): string {
  const read = URI.parse(uri)
  if (!(read instanceof TOTP)) throw new Error('not by time')
  return read.generate({ timestamp: at })
}
const codeOf = (asked: Promise<unknown>): Promise<string> =>
  asked.then(
    () => 'done',
    (error: unknown) => (error instanceof ProblemError ? error.problem.code : String(error)),
  )
const enter = (who: { email: string }, more: object = {}, from = '192.0.2.7'): Promise<Response> =>
  signIn(runtime, { email: who.email, password, ...more }, from, new Headers())

/** Gives Ana one, as of now. */
async function given(): Promise<{ uri: string; codes: string[] }> {
  const { offer, uri } = offerFactor('Skerrow Ferries', ana, now)
  return { uri, codes: await takeFactor(database, ana, { offer, code: codeAt(uri, now) }, now) }
}

test('a secret is theirs once a code shows that the device has it: not another’s, not too late, not by a wrong code', async () => {
  const { offer, uri, secret } = offerFactor('Skerrow Ferries', ana, now)
  expect(uri).toContain('issuer=Skerrow%20Ferries')
  expect(URI.parse(uri).secret.base32).toBe(secret.replaceAll(' ', ''))
  const code = codeAt(uri, now)
  expect(await codeOf(takeFactor(database, ros, { offer, code }, now))).toBe('offerTooOld')
  expect(await codeOf(takeFactor(database, ana, { offer, code }, now + 16 * 60_000))).toBe('offerTooOld')
  expect(await codeOf(takeFactor(database, ana, { offer: `${offer.slice(0, -4)}AAAA`, code }, now))).toBe('offerTooOld')
  const later = codeAt(uri, now + 120_000)
  expect(await codeOf(takeFactor(database, ana, { offer, code: later }, now))).toBe('wrongCode')
  expect(await readFactor(database, 'ana')).toBeNull()
  const codes = await takeFactor(database, ana, { offer, code }, now)
  expect(new Set(codes).size).toBe(8)
  const kept = JSON.stringify(await readFactor(database, 'ana'))
  for (const told of [secret.replaceAll(' ', ''), ...codes]) expect(kept).not.toContain(told)
})

test('a code lets in once, and so do those that were given; no older one does, nor anybody else’s', async () => {
  const { uri, codes } = await given()
  const pass = (code: string, at: number): Promise<boolean> => passes(database, 'ana', code, at)
  expect(await pass(codeAt(uri, now), now)).toBe(false)
  const next = now + 30_000
  expect(await pass(codeAt(uri, next), next)).toBe(true)
  expect(await pass(codeAt(uri, next), next)).toBe(false)
  expect(await pass(codeAt(uri, now), next)).toBe(false)
  const late = now + 300_000
  // The device may be half a minute behind, and no more.
  expect(await pass(codeAt(uri, late - 60_000), late)).toBe(false)
  expect(await pass(codeAt(uri, late - 30_000), late)).toBe(true)
  expect(await passes(database, 'ros', codes[0] ?? '', late)).toBe(false)
  expect([await pass(codes[0] ?? '', late), await pass(codes[0] ?? '', late)]).toEqual([true, false])
  expect((await readFactor(database, 'ana'))?.codes).toHaveLength(7)
  expect(await pass(new Secret({ size: 7 }).base32.slice(0, 10), late)).toBe(false)
})

test('with one, the password alone lets nobody in; wrong codes count, however often the password is right', async () => {
  const { codes } = await given()
  expect(await codeOf(enter(ana))).toBe('codeNeeded')
  expect(await codeOf(enter(ana, { password: 'another', code: codes[0] }))).toBe('wrongPassword')
  const answer = await enter(ana, { code: codes[0] })
  expect([answer.status, answer.headers.get('set-cookie')]).toEqual([204, 'eudromos.session=one'])
  const tries: string[] = []
  for (let n = 0; n < 30 && tries.at(-1) !== 'tooManyGuesses'; n += 1) {
    await codeOf(enter(ana))
    tries.push(await codeOf(enter(ana, { code: '000000' })))
  }
  expect(tries.at(-1)).toBe('tooManyGuesses')
  expect(tries.slice(0, -1).every((code) => code === 'wrongCode')).toBe(true)
  expect(await codeOf(enter(ana, { code: codes[1] }))).toBe('tooManyGuesses')
})

test('where a password was made for one who has a factor, the code is taken with the one that they choose, not before', async () => {
  const { codes } = await given()
  await putPassword(database, ana, await hash('made-by-a-supervisor'), new Date())
  const asked = { password: 'made-by-a-supervisor', code: codes[0] }
  expect(await codeOf(enter(ana, { password: asked.password }, '192.0.2.6'))).toBe('codeNeeded')
  expect(await codeOf(enter(ana, asked, '192.0.2.6'))).toBe('choosePassword')
  expect((await readFactor(database, 'ana'))?.codes).toHaveLength(8)
  // The session library of the test takes its own password for right, and no other.
  expect(await codeOf(enter(ana, { ...asked, fresh: 'lantern harbour seventeen' }, '192.0.2.6'))).toBe('wrongPassword')
  expect((await readFactor(database, 'ana'))?.codes).toHaveLength(7)
})

test('whose role needs one sets it up as they sign in, and gets the codes with the session; others need none', async () => {
  process.env.EUDROMOS_SECOND_FACTOR = 'administrator, supervisor'
  expect((await enter(ana, {}, '192.0.2.8')).status).toBe(204)
  const needed = await enter(ros, {}, '192.0.2.8').catch((error: unknown) => error)
  if (!(needed instanceof ProblemError)) throw new Error('let in')
  const { code, params = {} } = needed.problem
  expect(code).toBe('factorNeeded')
  const [offer, uri] = [String(params.offer), String(params.uri)]
  expect(await codeOf(enter(ros, { offer, code: '12345' }, '192.0.2.8'))).toBe('wrongCode')
  const answer = await enter(ros, { offer, code: codeAt(uri, Date.now()) }, '192.0.2.8')
  expect(answer.headers.get('set-cookie')).toBe('eudromos.session=one')
  const { codes } = (await answer.json()) as { codes: string[] }
  expect(codes).toHaveLength(8)
  expect(await codeOf(enter(ros, {}, '192.0.2.8'))).toBe('codeNeeded')
  expect((await enter(ros, { code: codes[0] }, '192.0.2.8')).status).toBe(204)
})

test('who needs one is said by the setting; without it, whoever may change the plan, but in the demo nobody', () => {
  const needed = (): boolean[] => (['administrator', 'supervisor', 'agent'] as const).map((role) => needsFactor([role]))
  delete process.env.EUDROMOS_SECOND_FACTOR
  delete process.env.EUDROMOS_DEMO_PASSWORD
  expect(needed()).toEqual([true, true, false])
  process.env.EUDROMOS_DEMO_PASSWORD = 'demo'
  expect(needed()).toEqual([false, false, false])
  process.env.EUDROMOS_SECOND_FACTOR = 'agent'
  expect(needed()).toEqual([false, false, true])
  delete process.env.EUDROMOS_DEMO_PASSWORD
})

test('one’s own is begun and ended with one’s password; beginning it ends the other sessions', async () => {
  await database.$client.query(
    `insert into session (id, token, user_id, expires_at) values
       ('s1', 't1', 'ana', now() + interval '1 hour'), ('s2', 't2', 'ana', now() + interval '1 hour')`,
  )
  const who = { ...ana, sessionId: 's1' } as Signed
  const { offer, uri } = offerOwnFactor(runtime, who)
  const shown = { offer, code: codeAt(uri, Date.now()) }
  const begin = (current: string) => beginOwnFactor(runtime, who, { ...shown, current }, '192.0.2.9')
  expect(await codeOf(begin('another'))).toBe('wrongPassword')
  const codes = await begin(password)
  const { rows } = await database.$client.query<{ id: string }>('select id from session')
  expect(rows).toEqual([{ id: 's1' }])
  const end = (current: string, code = '') => endOwnFactor(runtime, who, { current, code }, '192.0.2.9')
  expect(await codeOf(end(password, '000000'))).toBe('wrongCode')
  expect(await codeOf(end('another', codes[0]))).toBe('wrongPassword')
  process.env.EUDROMOS_SECOND_FACTOR = 'agent'
  expect(await codeOf(end(password, codes[0]))).toBe('factorNeeded')
  process.env.EUDROMOS_SECOND_FACTOR = ''
  expect(await codeOf(end(password, codes[0]?.toLowerCase()))).toBe('done')
  expect(await readFactor(database, 'ana')).toBeNull()
})
