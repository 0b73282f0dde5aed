import { visitOf } from '@eudromos/core/routing'
import { testPlan, testQueue } from '@eudromos/core/testing'
import type { ChatView } from '../../view/view.ts'
import { ChatFeed } from './chat-feed.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { TestJournal } from '../testing/journal.ts'

jest.mock('server-only', () => ({}))

let journal: TestJournal
beforeAll(async () => {
  journal = await TestJournal.begin()
  await journal.commit('publishPlan', {
    plan: testPlan({
      queues: [testQueue('sailings', ['ana']), testQueue('calls', ['ben'], { callbackAfterSeconds: 1 })],
    }),
  })
})
afterAll(() => journal.end())

const settle = (): Promise<void> => new Promise((done) => setTimeout(done, 150))

test('a customer’s page is drawn for what is to be seen, and not for another window of theirs', async () => {
  const follower = await journal.follow({})
  const runtime = { follower, clock: { now: () => 0 }, database: journal.web } as unknown as Runtime
  await journal.commit('beginInteraction', {
    ...{ interactionId: 'chat', channel: 'chat', customerId: 'c', lineId: 'site', queueId: 'sailings' },
    ...{ connection: { id: 'one', processId: 'web' }, contentId: null },
  })
  const drawn: ChatView[] = []
  const feed = new ChatFeed(runtime, 'chat', {
    closed: false,
    close: () => undefined,
    send: (event, data) => void (event === 'chat' && drawn.push(data as ChatView)),
  })
  const end = await feed.begin()
  expect(drawn).toMatchObject([{ phase: 'waiting', anew: true }])
  for (let n = 0; n < 20; n += 1)
    await journal.commit('connectCustomer', { interactionId: 'chat', connectionId: `w${n}`, processId: 'web' })
  await settle()
  expect(drawn).toHaveLength(1)
  await journal.commit('connectAgent', { agentId: 'ana', connectionId: 'ana-1', processId: 'web' })
  await journal.commit('setPresence', { agentId: 'ana', stateId: 'ready' })
  await journal.commit('answerOffer', { agentId: 'ana', interactionId: 'chat', offerId: 'chat.v1.o1' })
  await journal.until(() => drawn.at(-1)?.phase === 'connected')
  await journal.words('words', 'chat', 'Hello')
  await journal.commit('sendMessage', { interactionId: 'chat', agentId: null, contentId: 'words' })
  await journal.until(() => (drawn.at(-1)?.messages.length ?? 0) > 0)
  expect(drawn.at(-1)?.messages).toMatchObject([{ text: 'Hello' }])
  end()
})

test('a callback is offered by itself, once a router whose clock is a little behind allows it too', async () => {
  const follower = await journal.follow({})
  await journal.commit('beginInteraction', {
    ...{ interactionId: 'call', channel: 'voice', customerId: 'c', addressId: 'a', lineId: 'phone', queueId: 'calls' },
    ...{ connection: { id: 'one', processId: 'web' }, contentId: null },
  })
  await journal.until(() => follower.state.interactions.has('call'))
  const due = visitOf(follower.state.interaction('call')).enteredAt + 1000
  // It stands until the page is drawn for the first time, however long that takes.
  let from: number | null = null
  const clock = { now: () => due + 100 + (from === null ? 0 : Date.now() - from) }
  const drawn: [ChatView['callback'], number][] = []
  const feed = new ChatFeed({ follower, clock, database: journal.web } as unknown as Runtime, 'call', {
    closed: false,
    close: () => undefined,
    send: (event, data) => {
      from ??= Date.now()
      if (event === 'chat') drawn.push([(data as ChatView).callback, clock.now() - due])
    },
  })
  const end = await feed.begin()
  await journal.until(() => drawn.length > 1)
  end()
  expect(drawn.map(([callback]) => callback)).toEqual([null, 'may'])
  expect(drawn[1]?.[1]).toBeGreaterThanOrEqual(195)
})
