import { pino } from 'pino'
import { testPlan, testQueue } from '@eudromos/core/testing'
import { eraseCustomer, insertCustomer, putCustomer } from '@eudromos/database'
import { changed, type ChatView, type View, type ViewChange } from '../../view/view.ts'
import { ChatFeed } from '../gateway/chat-feed.ts'
import type { Follower } from './follower.ts'
import { beginLive } from '../live/live.ts'
import { Pieces } from '../live/pieces.ts'
import type { Runtime } from './runtime.ts'
import { TestJournal } from '../testing/journal.ts'

jest.mock('server-only', () => ({}))

let journal: TestJournal
let follower: Follower
let runtime: Runtime

beforeEach(async () => {
  journal = await TestJournal.begin()
  await journal.commit('publishPlan', {
    plan: testPlan({ agents: ['ana'], slots: 9, queues: [testQueue('sailings', ['ana'])] }),
  })
  await journal.commit('connectAgent', { agentId: 'ana', connectionId: 'ana-1', processId: 'web' })
  await journal.commit('setPresence', { agentId: 'ana', stateId: 'ready' })
  await insertCustomer(journal.web, { id: 'c1', name: 'Ilse Varga', test: false })
  follower = await journal.follow({})
  runtime = {
    follower,
    clock: { now: () => 0 },
    database: journal.web,
    log: pino({ level: 'silent' }),
    pieces: new Pieces(follower),
  } as unknown as Runtime
  await journal.commit('beginInteraction', {
    interactionId: 'i1',
    channel: 'chat',
    customerId: 'c1',
    lineId: 'site',
    queueId: 'sailings',
    connection: { id: 'i1-1', processId: 'web' },
    contentId: null,
  })
  await journal.commit('answerOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1' })
  await journal.words('w1', 'i1', 'My card is 4711.')
  await journal.commit('sendMessage', { interactionId: 'i1', agentId: null, contentId: 'w1' })
  await journal.until(() => follower.toldSeq === journal.seq)
})

afterEach(() => journal.end())

/** All that a stream was sent, and what its reader has of it by now. */
async function watchSeat(): Promise<{ view(): View | null; sent: string[]; close: () => void }> {
  const sent: string[] = []
  let view: View | null = null
  const send = (event: string, told: unknown): void => {
    sent.push(JSON.stringify(told))
    const data: unknown = JSON.parse(JSON.stringify(told))
    if (event === 'snapshot') view = data as View
    else if (event === 'change' && view !== null) view = changed(view, [data as ViewChange])
  }
  const stream = { send, close: () => undefined, closed: false }
  const close = await beginLive(runtime, { kind: 'seat', agentId: 'ana' }, stream, null)
  return { view: () => view, sent, close }
}

test('a new name is in every process at once, and at every open seat', async () => {
  const { view, close } = await watchSeat()
  expect(view()?.interactions.i1?.customerName).toBe('Ilse Varga')
  await putCustomer(journal.web, 'c1', { name: 'Ilse Vargas' })
  await journal.until(() => view()?.interactions.i1?.customerName === 'Ilse Vargas')
  expect(follower.customerNames.get('c1')).toBe('Ilse Vargas')
  // Whoever was away as it came has missed it, though nothing has happened since.
  expect(follower.since(follower.toldSeq)).toBeNull()
  close()
})

test('who is erased is so in memory, at open seats and pages, and for streams that come back', async () => {
  const { view, close } = await watchSeat()
  const chats: ChatView[] = []
  const page = {
    send: (_: string, data: unknown) => void chats.push(data as ChatView),
    close: () => undefined,
    closed: false,
  }
  const closePage = await new ChatFeed(runtime, 'i1', page).begin()
  expect(view()?.messages.i1?.map(({ text }) => text)).toEqual(['My card is 4711.'])
  const before = follower.toldSeq - 1
  expect(JSON.stringify(follower.since(before))).toContain('4711')
  // The record names whose conversation it is; here no router writes it.
  await journal.router.query(
    `insert into record (id, channel, customer_id, line_id, queue_id, test, arrived_at, outcome, messages, offers, requeued)
     values ('i1', 'chat', 'c1', 'site', 'sailings', false, 1, 'underWay', 1, '[]', 0)`,
  )
  await eraseCustomer(journal.web, 'c1', 'Erased')
  await journal.until(() => view()?.interactions.i1?.customerName === 'Erased')
  expect(view()?.messages.i1?.map(({ text }) => text)).toEqual([''])
  expect(follower.since(before)).toBeNull()
  await journal.until(() => chats.at(-1)?.anew === true && chats.at(-1)?.messages[0]?.text === '')
  const later = await watchSeat()
  expect(later.sent.join()).not.toMatch(/4711|Ilse/)
  for (const end of [close, closePage, later.close]) end()
})

test('what was told while nobody listened is made up for: all is read anew', async () => {
  const ears = `select pg_terminate_backend(pid) from pg_stat_activity where query like 'listen%' and usename = 'eudromos_web'
    and datname = current_database()`
  await journal.owner((owner) => owner.query(ears))
  await putCustomer(journal.web, 'c1', { name: 'Ilse Vargas' })
  await journal.until(() => follower.customerNames.get('c1') === 'Ilse Vargas')
})
