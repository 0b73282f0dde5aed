import { performance } from 'node:perf_hooks'
import { groundsOf } from '@eudromos/core/routing'
import { testPlan, testQueue } from '@eudromos/core/testing'
import { Past } from './past.ts'
import { ProblemError } from '../edge/problem.ts'
import { Thread } from './thread.ts'
import { TestJournal } from '../testing/journal.ts'

let journal: TestJournal
let past: Past
let thread: Thread
let offeredAt: number
const many = 60_000

const arrive = (interactionId: string) =>
  journal.commit('beginInteraction', {
    ...{ interactionId, channel: 'chat', customerId: 'c', lineId: 'site', queueId: 'sailings' },
    ...{ connection: { id: 'one', processId: 'web' }, contentId: null },
  })

beforeAll(async () => {
  journal = await TestJournal.begin()
  await journal.commit('publishPlan', { plan: testPlan({ queues: [testQueue('sailings', ['ana'])] }) })
  await arrive('first')
  await journal.commit('sendMessage', { interactionId: 'first', agentId: null, contentId: 'words' })
  // A long morning: the same words again and again.
  await journal.owner(async (owner) => {
    await owner.query(
      `insert into journal (seq, day, at, type, v, body)
       select seq + n, day, at, type, v, body from journal, generate_series(1, ${many}) n where seq = $1`,
      [journal.seq],
    )
  })
  journal.seq += many
  await journal.commit('connectAgent', { agentId: 'ana', connectionId: 'ana-1', processId: 'web' })
  await journal.commit('setPresence', { agentId: 'ana', stateId: 'ready' })
  offeredAt = journal.seq
  thread = new Thread(journal.place.webUrl)
  past = new Past(thread)
}, 60_000)

afterAll(async () => {
  thread.end()
  await journal.end()
})

const codeOf = (asked: Promise<unknown>): Promise<string> =>
  asked.then(
    () => 'done',
    (error: unknown) => (error instanceof ProblemError ? error.problem.code : String(error)),
  )

test('what was long ago is worked out beside the process that serves, which goes on meanwhile', async () => {
  await past.groundsBefore('sup', 'first', 2)
  const [before, from] = [performance.eventLoopUtilization(), performance.now()]
  const grounds = await past.groundsBefore('sup', 'first', offeredAt)
  const [{ active }, took] = [performance.eventLoopUtilization(before), performance.now() - from]
  expect(grounds).toMatchObject({ interactionId: 'first', queueId: 'sailings' })
  expect(active / took).toBeLessThan(0.3)
  // It is what was, not what is.
  expect(grounds?.agents.map(({ agentId }) => agentId)).toEqual(['ana'])
  expect(groundsOf(journal.state, 'first')).not.toEqual(grounds)
  expect(await past.groundsBefore('sup', 'none', offeredAt)).toBeNull()
}, 60_000)

test('one thing after the other for each person, and no more than is soon worked out', async () => {
  const asked = Array.from({ length: 6 }, () => codeOf(past.groundsBefore('sup', 'first', 4)))
  const another = codeOf(past.groundsBefore('other', 'first', 4))
  expect(await Promise.all(asked)).toEqual(['done', 'done', 'done', 'done', 'tooMany', 'tooMany'])
  expect(await another).toBe('done')
  expect(await codeOf(past.groundsBefore('sup', 'first', 4))).toBe('done')
})

test('a thread that has ended is begun anew, and what it had is told to have failed', async () => {
  const asked = codeOf(past.groundsBefore('sup', 'first', offeredAt))
  await new Promise((resolve) => setTimeout(resolve, 5))
  thread.end()
  expect(await asked).toBe('Error: the thread has ended')
  expect(await codeOf(past.groundsBefore('sup', 'first', 4))).toBe('done')
})
