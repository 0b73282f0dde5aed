import { plannedLine, TestCentre, testPlan, testQueue } from '@eudromos/core/testing'
import { plainCentre, eachChannel, upTo } from '@eudromos/core/plan'
import {
  connect,
  meetAddress,
  putContactTerms,
  readContactTerms,
  readAddress,
  type Database,
  type NewContent,
  type Submission,
} from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { askCallback, leaveVoicemail, reportDial } from './aways.ts'
import { beginCall } from './calls.ts'
import { lineFor, reachOut, reachShape, reachView } from './reaching.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

jest.mock('server-only', () => ({}))

const [ilse, tomas, phone] = ['+61491570006', '+61491570156', '+442079460100']
const limits = {
  id: 'calls',
  slots: 2,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: { ...eachChannel(() => upTo(2)), chat: upTo(0) },
}
const sound = Buffer.from('1a45dfa3aa', 'hex').toString('base64')
const ana = { id: 'ana', roles: ['agent'] } as unknown as Who
// A Friday noon in Lisbon.
const noon = Date.parse('2027-03-12T12:00:00Z')
let place: TestDatabase
let database: Database
let centre: TestCentre
let runtime: Runtime
let content: NewContent[]

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
})

afterAll(async () => {
  await database.$client.end()
  await place.drop()
})

const lines = [
  { ...plannedLine(['sailings'], 'phone'), channel: 'voice' as const, address: phone },
  { ...plannedLine(['sailings'], 'texts'), channel: 'sms' as const, address: '+442079460101' },
  { ...plannedLine(['sailings'], 'mail'), channel: 'email' as const, address: 'sailings@skerrow.example' },
]

function begin(centreSettings: Partial<typeof plainCentre> = {}, queue = {}): void {
  const settings = { callbackAfterSeconds: 0, voicemail: true, ...queue }
  centre = new TestCentre(testPlan({ queues: [testQueue('sailings', ['ana'], settings)], limits }))
  centre.at = noon
  content = []
  const document = {
    lines,
    queues: [{ id: 'sailings', voicemail: true, notReachedText: '' }],
    teams: [],
    people: [],
    centre: { zone: 'Europe/Lisbon', ...plainCentre, ...centreSettings },
  }
  const numbers = new Map([['call', { value: ilse, stopped: false }]])
  const follower = { document, state: centre.state, seq: 7, numbers, people: new Map() }
  const sender = {
    submit: ({ command, contents = [] }: Submission) => {
      content.push(...contents)
      const { refusal } = centre.do(command.type, command.body as never, command.actor, command.onBehalfOf)
      return Promise.resolve({ seq: 8, refusal })
    },
  }
  runtime = { database, follower, sender } as unknown as Runtime
  centre.ready('ana')
}

const known = async (number: string, name: string, terms = {}): Promise<string> => {
  const id = `customer ${name}`
  const { customers } = await meetAddress(database, number, { addressId: `address ${number}`, customerId: id, name })
  await putContactTerms(database, customers[0]?.id ?? id, {
    doNotContact: false,
    consentAt: null,
    zone: 'Europe/Lisbon',
    ...terms,
  })
  return customers[0]?.id ?? id
}

const preferred = (rest: object = {}) => ({
  id: '01920000-0000-7000-8000-000000000001',
  channel: 'voice' as const,
  address: ilse,
  customerId: null,
  queueId: 'sailings',
  agentId: null,
  subject: '',
  text: '',
  ...rest,
})
const codeOf = (work: Promise<unknown>): Promise<unknown> =>
  work.then(
    () => 'done',
    (error: { problem?: { code: string } }) => error.problem?.code ?? String(error),
  )

test('a line that is off, or without a number, is none to call by', () => {
  const [voice] = lines
  const documentOf = (line: object) => ({ lines: [{ ...voice, ...line }] }) as never
  expect(lineFor(documentOf({}), 'sailings', 'voice')?.id).toBe('phone')
  for (const line of [{ on: false }, { address: null }, { queueIds: ['others'] }])
    expect(lineFor(documentOf(line), 'sailings', 'voice')).toBeUndefined()
})

test('a customer is called in the name of a queue of one’s own, by its number', async () => {
  begin()
  const customerId = await known(ilse, 'Ilse')
  expect(await codeOf(reachOut(runtime, ana, preferred({ queueId: 'bookings' })))).toBe('notOfQueue')
  expect(await codeOf(reachOut(runtime, ana, preferred()))).toBe('done')
  expect([...centre.state.interactions.values()]).toMatchObject([
    { customerId, lineId: 'phone', outgoing: true, dial: { number: 1 } },
  ])
  expect(await codeOf(reachOut(runtime, ana, preferred({ agentId: 'ben' })))).toBe('notAllowed')
})

test('a conversation has an id of the centre’s: the same asked again is the same', async () => {
  begin()
  await known(ilse, 'Ilse')
  const { id } = await reachOut(runtime, ana, preferred())
  expect(id).toMatch(/^[0-9a-f-]{36}$/)
  expect(id).not.toBe(preferred().id)
  // The router would know it for the same command: here it is that of a conversation that exists.
  expect(await codeOf(reachOut(runtime, ana, preferred()))).toBe('interactionExists')
})

test('a text needs words, and goes by the text line', async () => {
  begin()
  await known(ilse, 'Ilse')
  expect(await codeOf(reachOut(runtime, ana, preferred({ channel: 'sms' })))).toBe('noWords')
  expect(await codeOf(reachOut(runtime, ana, preferred({ channel: 'sms', text: 'Your ship is in.' })))).toBe('done')
  expect(content.map(({ body }) => body)).toEqual(['Your ship is in.'])
  expect([...centre.state.interactions.values()]).toMatchObject([{ lineId: 'texts', channel: 'sms', messages: 1 }])
})

test('an email goes to an address, with a subject, at any hour', async () => {
  begin()
  const address = 'ilse@mail.example'
  const customerId = await known(address, 'Ilse Varga', { zone: 'Australia/Hobart' })
  const mail = preferred({ channel: 'email', address: 'Ilse@Mail.example', text: 'Your ship is in.' })
  expect(await codeOf(reachOut(runtime, ana, mail))).toBe('noSubject')
  expect(await codeOf(reachOut(runtime, ana, { ...mail, channel: 'voice' }))).toBe('noLine')
  expect(await codeOf(reachOut(runtime, ana, { ...mail, address: ilse }))).toBe('noLine')
  expect(await codeOf(reachOut(runtime, ana, { ...mail, subject: 'Your ship' }))).toBe('done')
  expect(content).toMatchObject([{ body: 'Your ship is in.', subject: 'Your ship' }])
  expect([...centre.state.interactions.values()]).toMatchObject([{ customerId, lineId: 'mail', channel: 'email' }])
  await expect(reachShape.validate({ ...mail, channel: 'pigeon' })).rejects.toThrow(
    'Choose a call, a text or an email.',
  )
  await expect(reachShape.validate({ ...mail, address: 'ilse@' })).rejects.toThrow('an email address such as')
})

test('what speaks against it: their wish, no consent, the hour where they are', async () => {
  begin()
  await known(ilse, 'Ilse', { doNotContact: true })
  expect(await codeOf(reachOut(runtime, ana, preferred()))).toBe('doNotContact')
  await known(ilse, 'Ilse')
  begin({ consentNeeded: true })
  expect(await codeOf(reachOut(runtime, ana, preferred()))).toBe('noConsent')
  await known(ilse, 'Ilse', { consentAt: 5, zone: 'Australia/Hobart' })
  // It is 23:00 there.
  expect(await codeOf(reachOut(runtime, ana, preferred()))).toBe('quiet')
  await known(ilse, 'Ilse', { consentAt: 5 })
  const { state } = runtime.follower
  const addressId = (await readAddress(database, ilse))?.id ?? ''
  const block = {
    id: 'b',
    customerId: 'x',
    addressId,
    askedIn: null,
    from: state.at,
    until: state.at + 60_000,
    by: null,
  }
  state.blocks = [block]
  expect(await codeOf(reachOut(runtime, ana, preferred()))).toBe('blocked')
  state.blocks = []
  expect(await codeOf(reachOut(runtime, ana, preferred()))).toBe('done')
  const view = await reachView(runtime, { address: tomas, customerId: null, queueId: 'sailings' })
  // Nobody is known by it, and it may be of any zone of its country.
  expect(view).toMatchObject({ customers: [], bars: [{ code: 'noConsent' }, { code: 'quiet' }] })
  expect(await readContactTerms(database, 'nobody')).toBeNull()
  expect(await readAddress(database, tomas)).toBeNull()
})

test('a caller is called back at hours that suit them, and rings in to the same place', async () => {
  begin()
  await known(ilse, 'Ilse', { zone: 'Australia/Hobart' })
  centre.do('setPresence', { agentId: 'ana', stateId: 'break' })
  const call = { id: 'call', from: ilse, to: phone }
  expect(await beginCall(runtime, call)).toMatchObject({ id: 'call', voicemail: false })
  await askCallback(runtime, 'call')
  const { callback } = centre.state.interaction('call')
  // 08:00 in Hobart is 21:00 UTC the day before.
  expect(new Date(callback?.callable[0] ?? 0).toISOString()).toBe('2027-03-12T21:00:00.000Z')
  expect(await beginCall(runtime, { ...call, id: 'again' })).toMatchObject({ id: 'call' })
  expect(centre.state.interactions.has('again')).toBe(false)
})

test('what is texted to who is not reached is settled with the callback, by the line that texts', async () => {
  begin({}, {})
  await known(ilse, 'Ilse')
  Object.assign(runtime.follower.document?.queues[0] ?? {}, { notReachedText: 'We could not reach you.' })
  centre.do('setPresence', { agentId: 'ana', stateId: 'break' })
  await beginCall(runtime, { id: 'call', from: ilse, to: phone })
  await askCallback(runtime, 'call')
  const { callback } = centre.state.interaction('call')
  expect(content).toMatchObject([{ interactionId: 'call', body: 'We could not reach you.' }])
  expect(callback?.notReached).toEqual({ contentId: content[0]?.id, textLineId: 'texts' })
})

test('a message is of the call that waits, or instead of one; what is no sound is none', async () => {
  begin()
  await known(ilse, 'Ilse')
  centre.do('setPresence', { agentId: 'ana', stateId: 'break' })
  await beginCall(runtime, { id: 'call', from: ilse, to: phone })
  const said = { id: 'call', from: ilse, to: phone, sound }
  expect(await codeOf(leaveVoicemail(runtime, { ...said, sound: 'AAAA' }))).toBe('typeNotTaken')
  expect(await codeOf(leaveVoicemail(runtime, { ...said, from: tomas }))).toBe('notFound')
  await leaveVoicemail(runtime, said)
  expect(centre.state.interaction('call')).toMatchObject({ toCall: true, leftMessage: true, messages: 1 })
  await leaveVoicemail(runtime, { ...said, id: 'other' })
  expect(centre.state.interaction('other')).toMatchObject({ toCall: true, phase: 'waiting' })
})

test('a carrier’s report is of the call of its number', async () => {
  begin()
  await known(ilse, 'Ilse')
  const { id } = await reachOut(runtime, ana, preferred())
  await reportDial(runtime, { id: `${id}.2`, end: 'busy' })
  expect(centre.state.interaction(id).dial).not.toBeNull()
  await reportDial(runtime, { id: `${id}.1`, end: 'busy' })
  expect(centre.state.interaction(id)).toMatchObject({ dial: null, lastDial: 'busy' })
})
