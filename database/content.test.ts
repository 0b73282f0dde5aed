import { connect, eraseCustomer, insertCommands, readContents, readCustomer, type Database } from './index.ts'
import { testDatabase, type TestDatabase } from './testing/index.ts'
import * as schema from './schema.ts'

let place: TestDatabase
let owner: Database

beforeEach(async () => {
  place = await testDatabase()
  owner = connect(place.ownerUrl, 2)
})
afterEach(async () => {
  await owner.$client.end()
  await place.drop()
})

test('erasing a customer takes name and words away and leaves the record', async () => {
  const record = {
    channel: 'chat' as const,
    customerId: 'c1',
    lineId: 'site',
    queueId: 'q',
    test: false,
    arrivedAt: 1,
    outcome: 'answered' as const,
    messages: 1,
    offers: [],
    requeued: 0,
  }
  await owner.insert(schema.record).values([
    { ...record, id: 'i1' },
    { ...record, id: 'i2', customerId: 'c2' },
  ])
  await owner.insert(schema.customer).values([
    { id: 'c1', name: 'Wilma Stark' },
    { id: 'c2', name: 'Owen Lomas' },
  ])
  await owner.insert(schema.content).values([
    { id: 'w1', interactionId: 'i1', kind: 'message', body: 'my address is' },
    { id: 'w2', interactionId: 'i2', kind: 'message', body: 'another' },
  ])
  await eraseCustomer(owner, 'c1', '')
  expect((await readCustomer(owner, 'c1'))?.name).toBe('')
  expect([...(await readContents(owner, ['w1', 'w2'])).keys()]).toEqual(['w2'])
  expect(await owner.select().from(schema.record)).toHaveLength(2)
})

test('words and customers are taken in with the command that refers to them, once', async () => {
  const command = {
    id: 'k1',
    type: 'finishWrapUp' as const,
    v: 1 as const,
    actor: { kind: 'system' as const, id: 'test' },
    onBehalfOf: null,
    reason: null,
    correlation: null,
    body: { agentId: 'a', interactionId: 'i' },
  }
  const submission = {
    command,
    contents: [{ id: 'w1', interactionId: 'i', kind: 'message' as const, body: 'hello' }],
    customer: { id: 'c1', name: 'Wilma Stark', test: false },
  }
  const [first] = await insertCommands(owner.$client, [submission])
  const [second] = await insertCommands(owner.$client, [submission])
  expect(first?.kind).toBe('new')
  expect(second).toMatchObject({ kind: 'known', answer: null })
  expect((await readContents(owner, ['w1'])).get('w1')?.text).toBe('hello')
})
