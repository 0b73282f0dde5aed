import { connect, connectAlone, eraseCustomer, type Database } from '@eudromos/database'
import { plannedQueue, TestCentre, testPlan, testQueue } from '@eudromos/core/testing'
import { eachChannel, upTo, type CallScript } from '@eudromos/core/plan'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { ProblemError } from '../edge/problem.ts'
import { answerStep, scriptView } from './scripts.ts'
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
const ana = { id: 'ana', name: 'Ana', roles: ['agent'] } as unknown as Who
const ben = { id: 'ben', name: 'Ben', roles: ['agent'] } as unknown as Who
const sup = { id: 'sup', name: 'Sup', roles: ['supervisor'] } as unknown as Who

const script: CallScript = {
  id: 'late',
  name: 'A sailing is late',
  steps: [
    { id: 'hello', title: 'Greeting', say: 'Hello', asks: 'nothing', question: '', answers: [], to: 'next' },
    {
      id: 'stay',
      title: 'Staying',
      say: '',
      asks: 'choice',
      question: 'Do they wait?',
      answers: [
        { text: 'Yes', to: 'end' },
        { text: 'No', to: 'next' },
      ],
      to: 'next',
    },
    { id: 'why', title: 'Why', say: '', asks: 'words', question: 'Why not?', answers: [], to: 'end' },
  ],
}

let place: TestDatabase
let web: Database
let owner: Awaited<ReturnType<typeof connectAlone>>
let runtime: Runtime

const problemOf = async (work: Promise<unknown>): Promise<string | null> =>
  work.then(
    () => null,
    (error: unknown) => (error instanceof ProblemError ? error.problem.code : String(error)),
  )

/** A conversation that Ana has, in a queue whose script it is. */
function talking(channel: 'voice' | 'chat' = 'voice', lineId = 'phone'): void {
  const centre = new TestCentre(testPlan({ queues: [testQueue('sailings', ['ana'])], limits }))
  centre.ready('ana')
  centre.arrive('call', 'sailings', { channel, lineId })
  centre.do('answerOffer', { agentId: 'ana', offerId: 'call.v1.o1', interactionId: 'call' })
  const document = {
    queues: [{ ...plannedQueue('sailings'), scriptId: 'late' }],
    scripts: [script],
    teams: [],
    people: [],
  }
  const follower = { state: centre.state, document, people: new Map() }
  runtime = { database: web, follower, clock: { now: () => 1000 } } as unknown as Runtime
}

const answer = (who: Who, stepId: string, given = '', scriptId = 'late') =>
  answerStep(runtime, who, 'call', { scriptId, stepId, answer: given })
const kept = async (who = ana): Promise<string[]> =>
  (await scriptView(runtime, who, 'call')).answers.map(({ stepId, answer: given }) => `${stepId}: ${given}`)

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
beforeEach(() => owner.query('delete from script_answer'))

test('whoever has a call answers its script, each answer in the place of the one before', async () => {
  talking()
  expect(await scriptView(runtime, ana, 'call')).toEqual({ script, answers: [] })
  await answer(ana, 'hello')
  expect((await answer(ana, 'stay', 'Yes')).answers).toMatchObject([
    { stepId: 'hello', question: '', answer: '' },
    { stepId: 'stay', question: 'Do they wait?', answer: 'Yes', personId: 'ana', scriptName: 'A sailing is late' },
  ])
  await answer(ana, 'stay', 'No')
  await answer(ana, 'why', 'The dog is ill')
  expect(await kept()).toEqual(['hello: ', 'stay: No', 'why: The dog is ill'])
})

test('answers on a way that is left count no more, and count again when it is taken again', async () => {
  talking()
  await answer(ana, 'hello')
  await answer(ana, 'stay', 'No')
  await answer(ana, 'why', 'The dog is ill')
  await answer(ana, 'stay', 'Yes')
  expect(await kept()).toEqual(['hello: ', 'stay: Yes'])
  await answer(ana, 'stay', 'No')
  expect(await kept()).toEqual(['hello: ', 'stay: No', 'why: The dog is ill'])
})

test('nobody else answers, and only what the step takes is kept', async () => {
  talking()
  expect(await problemOf(answer(ben, 'hello'))).toBe('notAllowed')
  expect(await problemOf(scriptView(runtime, ben, 'call'))).toBe('notAllowed')
  expect(await problemOf(answer(ana, 'gone'))).toBe('notFound')
  expect(await problemOf(answer(ana, 'hello', '', 'other'))).toBe('notFound')
  expect(await problemOf(answer(ana, 'stay', 'Perhaps'))).toBe('notAnAnswer')
  expect(await problemOf(answer(ana, 'why', ''))).toBe('notAnAnswer')
  // In the name of whoever has it, as its role may.
  await answer(sup, 'hello')
  expect(await kept(sup)).toEqual(['hello: '])
})

test('a script is followed in calls', async () => {
  talking('chat', 'site')
  expect((await scriptView(runtime, ana, 'call')).script).toBeNull()
  expect(await problemOf(answer(ana, 'hello'))).toBe('notFound')
})

test('an erased customer’s answers are gone', async () => {
  talking()
  await answer(ana, 'hello')
  await owner.query(`insert into customer (id, name) values ('mara', 'Mara')`)
  await owner.query(
    `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued)
     values ('call', 'voice', 'mara', 'phone', 'sailings', false, 1, 'answered', 0, '[]', 0)`,
  )
  await eraseCustomer(web, 'mara', 'Erased')
  expect((await owner.query('select * from script_answer')).rows).toEqual([])
})
