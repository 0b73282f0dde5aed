import { connect, type Database } from './connect.ts'
import { dropUnused, insertContent } from './content.ts'
import { eraseCustomer, insertCustomer } from './people.ts'
import { insertCommands, readPending, type Submission } from './inbox.ts'
import * as t from './schema.ts'
import { everyRow, testDatabase, type TestDatabase } from './testing/index.ts'

let place: TestDatabase
let web: Database
let owner: Database

beforeAll(async () => {
  place = await testDatabase()
  web = connect(place.webUrl)
  owner = connect(place.ownerUrl)
})

afterAll(async () => {
  await web.$client.end()
  await owner.$client.end()
  await place.drop()
})

const record = (id: string, customerId: string, rest: Partial<typeof t.record.$inferInsert> = {}) => ({
  ...{ id, customerId, channel: 'chat' as const, lineId: 'site', queueId: 'sailings', test: false, arrivedAt: 1 },
  ...{ outcome: 'answered' as const, messages: 1, offers: [], requeued: 0 },
  ...rest,
})

test('words and strangers of a refused command go; what anything refers to stays', async () => {
  for (const id of ['said', 'noted', 'passed', 'unused'])
    await insertContent(web, {
      id,
      interactionId: 'i1',
      kind: id === 'said' ? 'message' : 'notes',
      body: `${id} words`,
    })
  await insertContent(web, { id: 'to all', interactionId: null, kind: 'announcement', body: 'The quay is closed.' })
  for (const id of ['known', 'stranger', 'tester'])
    await insertCustomer(web, { id, name: `${id} one`, test: id === 'tester' })
  await owner.insert(t.message).values({ interactionId: 'i1', number: 1, at: 1, side: 'customer', contentId: 'said' })
  const passages = [
    {
      at: 1,
      cause: 'transferred',
      fromQueueId: 'a',
      toQueueId: 'b',
      by: null,
      toAgentId: null,
      noteContentId: 'passed',
    },
  ] as const
  await owner
    .insert(t.record)
    .values(record('i1', 'known', { notesContentId: 'noted', passages: [...passages] as never }))
  await dropUnused(web, ['said', 'noted', 'passed', 'unused', 'to all'], ['known', 'stranger', 'tester'])
  const contents = await web.select({ id: t.content.id }).from(t.content)
  expect(contents.map(({ id }) => id).sort()).toEqual(['noted', 'passed', 'said', 'to all'])
  const customers = await web.select({ id: t.customer.id }).from(t.customer)
  expect(customers.map(({ id }) => id).sort()).toEqual(['known', 'tester'])
})

test('after erasure nothing of the person stands anywhere in the database, pending commands included', async () => {
  await insertCustomer(web, { id: 'c9', name: 'Wilhelmina Quast', test: false })
  const submission = {
    command: {
      ...{ id: 'say-1', type: 'sendMessage', v: 1, actor: { kind: 'customer', id: 'i9' } },
      ...{ onBehalfOf: null, reason: null, correlation: null },
      body: { interactionId: 'i9', agentId: null, contentId: 'w9' },
    },
    content: { id: 'w9', interactionId: 'i9', body: 'my ferry card is 990-17' },
  } as unknown as Submission
  await insertCommands(web.$client, [submission])
  await owner.insert(t.record).values(record('i9', 'c9'))
  const before = await everyRow(owner.$client)
  expect([before.includes('Wilhelmina'), before.includes('990-17')]).toEqual([true, true])
  await eraseCustomer(web, 'c9', 'Erased')
  const left = await everyRow(owner.$client)
  expect(left).not.toContain('Wilhelmina')
  expect(left).not.toContain('990-17')
  const client = await owner.$client.connect()
  expect((await readPending(client, 10)).map(({ command }) => command.id)).toEqual(['say-1'])
  client.release()
})
