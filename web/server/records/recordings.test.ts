import {
  beginRecording,
  dropRecordings,
  connect,
  connectAlone,
  putRecordingPart,
  readMarks,
  readRecordingMeta,
  type Database,
} from '@eudromos/database'
import { plannedQueue, TestCentre, testPlan, testQueue } from '@eudromos/core/testing'
import { eachChannel, upTo } from '@eudromos/core/plan'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { ProblemError } from '../edge/problem.ts'
import { begin, beginAtCustomer, end, hear, mark, markShape, putPart, unmark, choiceOf } from './recordings.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

jest.mock('server-only', () => ({}))

const limits = {
  id: 'mixed',
  slots: 1,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: eachChannel(() => upTo(1)),
}
const ids = { first: 'a3bb189e-8bf9-4888-9912-ace4e6543002', second: 'a3bb189e-8bf9-4888-9912-ace4e6543003' }
const ana = { id: 'ana', name: 'Ana', roles: ['agent'] } as unknown as Who
const ben = { id: 'ben', name: 'Ben', roles: ['agent'] } as unknown as Who
const sup = { id: 'sup', name: 'Sup', roles: ['supervisor'] } as unknown as Who

const at = ({ id }: Who) => ({ personId: id })

let place: TestDatabase
let web: Database
let owner: Awaited<ReturnType<typeof connectAlone>>
let centre: TestCentre
let runtime: Runtime

const problemOf = async (work: Promise<unknown>): Promise<string | null> =>
  work.then(
    () => null,
    (error: unknown) => (error instanceof ProblemError ? error.problem.code : String(error)),
  )

/** A call that Ana has, of a queue with this policy. */
function talking(recording: 'never' | 'always' | 'byAgent'): void {
  centre = new TestCentre(testPlan({ queues: [testQueue('sailings', ['ana'])], limits }))
  centre.ready('ana')
  centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone' })
  centre.do('answerOffer', { agentId: 'ana', offerId: 'call.v1.o1', interactionId: 'call' })
  const queues = [{ ...plannedQueue('sailings'), recording }]
  const document = { queues, teams: [], people: [] }
  const follower = { state: centre.state, document, people: new Map() }
  runtime = { database: web, follower, clock: { now: () => 1000 } } as unknown as Runtime
}

beforeAll(async () => {
  place = await testDatabase()
  web = connect(place.webUrl)
  owner = await connectAlone(place.ownerUrl)
})
afterAll(async () => {
  await web.$client.end()
  await owner.end()
  await place.drop()
})

test('whoever has the call records it where its queue has calls recorded, and nobody else does', async () => {
  talking('never')
  const asked = (who: Who, id = ids.first) => begin(runtime, who, { id, interactionId: 'call' })
  expect(await problemOf(asked(ana))).toBe('notRecorded')
  talking('always')
  expect(await problemOf(asked(ben))).toBe('notAllowed')
  expect(await problemOf(begin(runtime, ana, { id: ids.first, interactionId: 'gone' }))).toBe('notFound')
  await asked(ana)
  expect(await problemOf(putPart(runtime, at(sup), ids.first, 1, Buffer.from('x')))).toBe('notFound')
  expect(await problemOf(putPart(runtime, at(ana), ids.first, 0, Buffer.from('x')))).toBe('notFound')
  await putPart(runtime, at(ana), ids.first, 1, Buffer.from('sound'))
  await end(runtime, at(ana), ids.first, { how: 'ended' })
  expect(await readRecordingMeta(web, ids.first)).toMatchObject({ end: 'ended', personId: 'ana' })
})

test('what was paused stays so in another window of the agent, what ran goes on, and a colleague begins as the queue says', async () => {
  talking('always')
  const choice = async (who: Who): Promise<string> => (await choiceOf(runtime, who, 'call')).choice
  await web.$client.query('delete from recording')
  expect(await choice(ana)).toBe('')
  await begin(runtime, ana, { id: ids.second, interactionId: 'call' })
  expect(await choice(ana)).toBe('on')
  await end(runtime, at(ana), ids.second, { how: 'paused' })
  expect(await choice(ana)).toBe('off')
  expect(await choice(sup)).toBe('')
  expect(await problemOf(choiceOf(runtime, ben, 'call'))).toBe('notAllowed')
  await web.$client.query('delete from recording')
})

describe('while the agent’s page is gone the customer’s end goes on with', () => {
  const leave = (): void => void centre.do('disconnectAgent', { agentId: 'ana', connectionId: 'ana-1' })
  const id = (n: number): string => `a3bb189e-8bf9-4888-9912-ace4e65431${String(n).padStart(2, '0')}`
  let n = 0
  const tried = async (callId = 'call'): Promise<string | null> =>
    problemOf(beginAtCustomer(runtime, callId, { id: id((n += 1)) }))

  beforeEach(() => web.$client.query('delete from recording'))

  test('what is always recorded, but not with what was paused, and not while the agent is there', async () => {
    talking('always')
    expect(await tried()).toBe('notRecorded')
    leave()
    expect(await tried()).toBeNull()
    await putPart(runtime, { callId: 'call' }, id(n), 1, Buffer.from('sound'))
    expect(await problemOf(putPart(runtime, { callId: 'another' }, id(n), 2, Buffer.from('x')))).toBe('notFound')
    expect(await problemOf(putPart(runtime, at(ana), id(n), 2, Buffer.from('x')))).toBe('notFound')
    await end(runtime, { callId: 'call' }, id(n), { how: 'ended' })
    expect(await readRecordingMeta(web, id(n))).toMatchObject({ personId: null, interactionId: 'call', end: 'ended' })
    await beginRecording(web, { id: 'before', interactionId: 'call', personId: 'ana', startedAt: 900 })
    expect(await tried()).toBeNull()
    await end(runtime, at(ana), 'before', { how: 'paused' })
    expect(await tried()).toBe('notRecorded')
    expect(await tried('gone')).toBe('notRecorded')
  })

  test('what the agent was recording of their own choice', async () => {
    talking('byAgent')
    leave()
    expect(await tried()).toBe('notRecorded')
    await beginRecording(web, { id: 'before', interactionId: 'call', personId: 'ana', startedAt: 900 })
    expect(await tried()).toBeNull()
    await end(runtime, at(ana), 'before', { how: 'ended' })
    expect(await tried()).toBe('notRecorded')
  })

  test('nothing where the customer does not want to be recorded', async () => {
    talking('always')
    leave()
    centre.do('refuseRecording', { interactionId: 'call' }, { kind: 'customer', id: 'call' })
    expect(await tried()).toBe('notRecorded')
  })
})

test('a customer who refuses is recorded no more', async () => {
  talking('always')
  centre.do('refuseRecording', { interactionId: 'call' }, { kind: 'customer', id: 'call' })
  expect(await problemOf(begin(runtime, ana, { id: ids.second, interactionId: 'call' }))).toBe('notRecorded')
})

describe('a part is taken', () => {
  const sound = Buffer.from('sound')
  const clock = (ms: number): void => void Object.assign(runtime, { clock: { now: () => centre.state.at + ms } })
  const part = (number: number, who = ana, bytes = sound) =>
    problemOf(putPart(runtime, at(who), ids.first, number, bytes))

  beforeEach(async () => {
    await web.$client.query('delete from recording')
    talking('always')
    clock(0)
    await begin(runtime, ana, { id: ids.first, interactionId: 'call' })
    expect(await part(1)).toBeNull()
  })

  test('until the customer refuses, and none after that, not even one that is on its way', async () => {
    centre.do('refuseRecording', { interactionId: 'call' }, { kind: 'customer', id: 'call' })
    expect(await part(2)).toBe('notRecorded')
    const { rows } = await web.$client.query('select number from recording_part')
    expect(rows).toEqual([{ number: 1 }])
  })

  test('as long as the plan has the queue recorded', async () => {
    Object.assign(runtime.follower, { document: { queues: [plannedQueue('sailings')], teams: [], people: [] } })
    expect(await part(2)).toBe('notRecorded')
  })

  test('for seconds after the agent passed the call on, and for seconds after it is over', async () => {
    const to = { queueId: 'sailings' }
    centre.do('transferInteraction', { agentId: 'ana', interactionId: 'call', to, noteContentId: null })
    clock(29_000)
    expect(await part(2)).toBeNull()
    clock(31_000)
    expect(await part(3)).toBe('notRecorded')
    // Nothing of it is left but the record.
    centre.state.interactions.delete('call')
    await owner.query(`delete from record`)
    await owner.query(
      `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued, ended_at)
       values ('call', 'voice', 'mara', 'phone', 'sailings', false, 1, 'answered', 0, '[]', 0, $1)`,
      [centre.state.at],
    )
    expect(await part(3)).toBe('notRecorded')
    clock(29_000)
    expect(await part(3)).toBeNull()
    await owner.query(`update record set recording_refused = true`)
    expect(await part(4)).toBe('notRecorded')
    await owner.query(`delete from record`)
  })

  test('at the rate of speech, with what an outage kept back, and of a call not more often than it could be paused', async () => {
    const much = Buffer.alloc(60 * 1024)
    let number = 2
    while ((await part(number, ana, much)) === null) number += 1
    expect(number).toBeLessThan(12)
    expect(await part(number, ana, much)).toBe('tooLarge')
    clock(20_000)
    expect(await part(number, ana, much)).toBeNull()
    await web.$client.query(
      `insert into recording (id, interaction_id, person_id, started_at, last_at)
       select 'n' || n, 'call', 'ana', 1, 1 from generate_series(1, 99) n`,
    )
    expect(await problemOf(begin(runtime, ana, { id: ids.second, interactionId: 'call' }))).toBe('tooMany')
  })
})

test('a recording is heard by whoever may read its record, and that is noted; another’s is not to be found', async () => {
  talking('always')
  await owner.query(`insert into customer (id, name) values ('mara', 'Mara')`)
  await owner.query(
    `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued)
     values ('old call', 'voice', 'mara', 'phone', 'sailings', false, 1, 'answered', 0, '[]', 0)`,
  )
  await beginRecording(web, { id: 'old', interactionId: 'old call', personId: 'ana', startedAt: 1 })
  await putRecordingPart(web, 'old', at(ana), { number: 1, bytes: Buffer.from('sound'), at: 2 }, 100)
  expect((await hear(runtime, sup, 'old')).toString()).toBe('sound')
  const { rows } = await owner.query('select recording_id, person_id from recording_heard')
  expect(rows).toEqual([{ recording_id: 'old', person_id: 'sup' }])
  expect(await problemOf(hear(runtime, sup, 'none'))).toBe('notFound')
  // Of a private team that it is not one's own.
  await owner.query(`update record set agent_id = 'ana'`)
  const team = { id: 'care', private: true, leadId: null, observerIds: [], parentId: null }
  const people = [{ id: 'ana', roles: ['agent'], teamId: 'care' }]
  Object.assign(runtime.follower, { document: { queues: [plannedQueue('sailings')], teams: [team], people } })
  expect(await problemOf(hear(runtime, sup, 'old'))).toBe('notFound')
})

test('places of a recording are marked by who may see it, and taken away by whoever marked them', async () => {
  talking('always')
  const marks = async () =>
    (await readMarks(web, 'old call')).map(({ atMs, note, personId }) => `${atMs} ${note} ${personId}`)
  await owner.query(`update record set agent_id = null`)
  await mark(runtime, sup, 'old call', { id: ids.second, atMs: 2500, note: 'Asks for the price' })
  await mark(runtime, sup, 'old call', { id: ids.second, atMs: 9, note: 'The same mark again' })
  await mark(runtime, ben, 'old call', { id: ids.first, atMs: 400, note: 'Greeting' })
  expect(await marks()).toEqual(['400 Greeting ben', '2500 Asks for the price sup'])
  expect(await problemOf(mark(runtime, sup, 'call', { id: ids.first, atMs: 1, note: 'None' }))).toBe('notFound')
  expect(await problemOf(unmark(runtime, ben, ids.second))).toBe('notFound')
  await unmark(runtime, ben, ids.first)
  expect(await marks()).toEqual(['2500 Asks for the price sup'])
  await expect(markShape.validate({ id: ids.first, atMs: -1, note: 'x' })).rejects.toThrow('Place: give 0 ms')
  await expect(markShape.validate({ id: ids.first, atMs: 1, note: ' ' })).rejects.toThrow('Note: write what is there')
})

test('what was recorded before an instant is let go, once', async () => {
  await beginRecording(web, { id: 'new', interactionId: 'call', personId: 'ana', startedAt: 9 * 86_400_000 })
  expect(await dropRecordings(web, 5 * 86_400_000)).toBeGreaterThan(0)
  expect(await dropRecordings(web, 5 * 86_400_000)).toBe(0)
  expect(await readRecordingMeta(web, 'new')).toMatchObject({ gone: false })
  expect(await readRecordingMeta(web, 'old')).toMatchObject({ gone: true })
})
