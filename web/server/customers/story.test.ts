import { State, type Interaction } from '@eudromos/core/routing'
import {
  commitBatch,
  connect,
  connectAlone,
  meetAddress,
  readCustomersOf,
  takeLead,
  type Connection,
  type Database,
} from '@eudromos/database'
import type { InteractionRecord } from '@eudromos/core/records'
import { testRecord } from '@eudromos/core/testing'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { makeCustomer, requireOfNumber, setIdentity, storyOf } from './story.ts'
import type { Who } from '../edge/who.ts'

jest.mock('server-only', () => ({}))

const number = '+61491570006'
const ana: Who = { id: 'ana', name: 'Ana', roles: ['agent'] }
const ben: Who = { id: 'ben', name: 'Ben', roles: ['agent'] }
let place: TestDatabase
let web: Database
let router: Connection
let epoch: number
let runtime: Runtime
let state: State

beforeEach(async () => {
  place = await testDatabase()
  web = connect(place.webUrl)
  router = await connectAlone(place.routerUrl)
  epoch = (await takeLead(router, 'r', false))?.epoch ?? 0
  state = new State()
  const document = {
    teams: [],
    people: [],
    queues: [{ id: 'q', name: 'Sailings', agentIds: [], laterReaches: [], teams: [] }],
  }
  runtime = {
    database: web,
    follower: { state, document, people: new Map() },
    clock: { now: () => 1000 },
  } as unknown as Runtime
})

afterEach(async () => {
  await web.$client.end()
  await router.end()
  await place.drop()
})

const problemOf = async (asked: Promise<unknown>): Promise<string> =>
  asked.then(
    () => 'none',
    (error: unknown) => (error instanceof ProblemError ? error.problem.code : String(error)),
  )

/** One that Ana has, of the customer at the number. */
async function inHand(): Promise<{ customerId: string; addressId: string }> {
  const met = await meetAddress(web, number, { addressId: 'a1', customerId: 'c1', name: '+61 491 570 006' })
  const interaction = {
    id: 'now',
    channel: 'voice',
    customerId: 'c1',
    addressId: met.addressId,
    phase: 'connected',
    guests: [],
    visits: [{ queueId: 'q' }],
  }
  state.interactions.set('now', interaction as unknown as Interaction)
  state.agents.set('ana', { id: 'ana', carried: ['now'] } as never)
  return { customerId: 'c1', addressId: met.addressId }
}

const record = (id: string, at: number, rest: Partial<InteractionRecord> = {}): InteractionRecord => ({
  ...testRecord(id, { at, queueId: 'q', customerId: 'c1' }),
  ...{ outcome: 'answered', answeredAt: at, endedAt: at, endedBy: 'agent', closedAt: at, waitMs: 0, messages: 1 },
  ...rest,
})

test('the story tells the latest of the customer’s conversations, the newest first, and what else they have now', async () => {
  await inHand()
  await web.$client.query(`insert into content (id, interaction_id, kind, body) values
    ('w', 'r2', 'message', 'Is it running?'), ('n', 'r2', 'notes', 'Goes with a van')`)
  const records = [
    ...Array.from({ length: 9 }, (_, n) => record(`old${n}`, 1000 + n)),
    record('r2', 5000, { notesContentId: 'n' }),
    record('other', 6000, { customerId: 'c2' }),
  ]
  const messages = [
    { interactionId: 'r2', number: 1, at: 5000, side: 'customer', personId: null, contentId: 'w' } as const,
  ]
  await commitBatch(router, { epoch, rows: [], answers: [], records, messages })
  const text = { id: 't', channel: 'sms', customerId: 'c1', phase: 'waiting', visits: [{ queueId: 'q' }] }
  state.interactions.set('t', text as unknown as Interaction)
  const story = await storyOf(runtime, ana, 'now')
  expect(story).toMatchObject({ customerId: 'c1', sharers: [], total: 10 })
  expect(story.now).toEqual([
    { id: 't', channel: 'sms', phase: 'waiting', queueName: 'Sailings', joinable: true, joined: false },
  ])
  expect(story.before).toHaveLength(8)
  expect(story.before[0]).toMatchObject({ id: 'r2', words: 'Is it running?', notes: 'Goes with a van' })
})

test('of what went through a private team’s hands one knows that it was, and nothing that leads to it', async () => {
  await inHand()
  const team = { id: 'own', private: true, leadId: null, observerIds: [], parentId: null }
  Object.assign(runtime.follower.document ?? {}, {
    teams: [team],
    people: [{ id: 'zoe', roles: ['agent'], teamId: 'own' }],
  })
  const answered = {
    ...{ id: 'o', cause: null, by: null, at: 1, endedAt: 1, reason: null, seq: 1 },
    end: 'answered',
  } as const
  const records = [
    record('first', 4000, { agentId: 'ben' }),
    record('theirs', 5000, { agentId: 'ben', offers: [{ ...answered, agentId: 'zoe' }] }),
  ]
  await commitBatch(router, { epoch, rows: [], answers: [], records })
  const { before, total } = await storyOf(runtime, ana, 'now')
  expect(total).toBe(2)
  expect(before).toEqual([
    { id: null, channel: 'chat', arrivedAt: 5000, fresh: false },
    expect.objectContaining({ id: 'first' }),
  ])
  expect(JSON.stringify(before)).not.toMatch(/zoe|theirs|personIds/)
})

test('nobody else may ask for it, and no customer can be claimed who does not have the number', async () => {
  const { addressId } = await inHand()
  expect(await problemOf(storyOf(runtime, ben, 'now'))).toBe('notAllowed')
  expect(await problemOf(storyOf(runtime, ana, 'gone'))).toBe('notFound')
  expect(await problemOf(requireOfNumber(runtime, { interactionId: 'now', customerId: 'c9' }))).toBe('notFound')
  expect(await problemOf(requireOfNumber(runtime, { interactionId: 'now', customerId: 'c1' }))).toBe('none')
  expect(await problemOf(makeCustomer(runtime, ben, { interactionId: 'now', name: 'Mara' }))).toBe('notAllowed')
  expect(await readCustomersOf(web, addressId)).toHaveLength(1)
})

test('a customer made known takes the place of the nameless one', async () => {
  const { addressId } = await inHand()
  const { id } = await makeCustomer(runtime, ana, { interactionId: 'now', name: 'Mara Stern' })
  expect(await readCustomersOf(web, addressId)).toEqual([{ id, name: 'Mara Stern', needs: [] }])
  const second = await makeCustomer(runtime, ana, { interactionId: 'now', name: 'Joel Stern' })
  expect((await readCustomersOf(web, addressId)).map(({ name }) => name)).toEqual(['Mara Stern', 'Joel Stern'])
  expect(await problemOf(requireOfNumber(runtime, { interactionId: 'now', customerId: second.id }))).toBe('none')
})

test('where the plan has something asked first, nothing of the customer is told before it was, but how to talk with them', async () => {
  const { customerId } = await inHand()
  const [queue] = runtime.follower.document?.queues ?? []
  Object.assign(queue ?? {}, { identityCheck: 'Ask for the booking number.' })
  await web.$client.query(
    `update customer set notes = 'Owes a fare', tags = '{late}', needs = '{relay}', language = 'pt' where id = $1`,
    [customerId],
  )
  await commitBatch(router, {
    epoch,
    rows: [],
    answers: [],
    records: [record('r2', 5000, { customerId })],
  })
  const told = async () => {
    const { check, known, before, total } = await storyOf(runtime, ana, 'now')
    return {
      passed: check?.passed,
      notes: known.notes,
      tags: known.tags,
      before: before.length,
      total,
      needs: known.needs,
    }
  }
  const nothing = { notes: '', tags: [], before: 0, total: 0, needs: ['relay'] }
  expect(await told()).toEqual({ ...nothing, passed: null })
  await setIdentity(runtime, ana, 'now', { passed: false })
  expect(await told()).toEqual({ ...nothing, passed: false })
  expect(await problemOf(setIdentity(runtime, ben, 'now', { passed: true }))).toBe('notAllowed')
  await setIdentity(runtime, ana, 'now', { passed: true })
  expect(await told()).toEqual({
    passed: true,
    notes: 'Owes a fare',
    tags: ['late'],
    before: 1,
    total: 1,
    needs: ['relay'],
  })
  // It turns out to be somebody else, who has proved nothing.
  await web.$client.query(`insert into customer (id, name, notes) values ('c9', 'Joel Stern', 'Owes two fares')`)
  Object.assign(state.interactions.get('now') ?? {}, { customerId: 'c9' })
  expect(await told()).toEqual({ ...nothing, needs: [], passed: null })
})
