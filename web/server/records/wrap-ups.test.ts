import { connect, connectAlone, type Database } from '@eudromos/database'
import { insertContent, testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { TestCentre, testPlan, testQueue } from '@eudromos/core/testing'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'
import { notesKept } from './wrap-ups.ts'

jest.mock('server-only', () => ({}))

let place: TestDatabase
let database: Database
let runtime: Runtime

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.webUrl)
  const centre = new TestCentre(testPlan({ queues: [testQueue('sailings', ['ana', 'ben'])] }))
  centre.ready('ana')
  centre.arrive('i1', 'sailings')
  centre.do('answerOffer', { agentId: 'ana', offerId: 'i1.v1.o1', interactionId: 'i1' })
  runtime = { database, follower: { state: centre.state, document: null } } as unknown as Runtime
  const owner = await connectAlone(place.ownerUrl)
  await owner.query(
    `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued)
     values ('i1', 'chat', 'c1', 'site', 'sailings', false, 1, 'answered', 0, '[]', 0)`,
  )
  await owner.end()
})
afterAll(async () => {
  await database.$client.end()
  await place.drop()
})

const who = (id: string, ...roles: string[]): Who => ({ id, name: id, roles }) as unknown as Who
const notesFor = async (one: Who): Promise<string> => (await notesKept(runtime, one, 'i1')).notes

test('notes of a conversation are read by whoever has it, or acts for them, and by nobody else', async () => {
  expect(await notesFor(who('ana', 'agent'))).toBe('')
  await insertContent(database, { id: 'n1', interactionId: 'i1', kind: 'notes', body: 'Cabin 12' })
  const owner = await connectAlone(place.ownerUrl)
  await owner.query(`update record set notes_content_id = 'n1' where id = 'i1'`)
  await owner.end()
  expect(await notesFor(who('ana', 'agent'))).toBe('Cabin 12')
  expect(await notesFor(who('sup', 'supervisor'))).toBe('Cabin 12')
  await expect(notesFor(who('ben', 'agent'))).rejects.toThrow()
  await expect(notesKept(runtime, who('ana', 'agent'), 'nothing')).rejects.toThrow('This conversation is not there')
})
